import { ColourScreen } from '@/features/colour/ColourScreen';
import { usePageParams } from '@/ui/pages';

export default function ColourRoute() {
  const { job, colour } = usePageParams('/colour');
  return <ColourScreen jobId={job} asked={colour} />;
}
