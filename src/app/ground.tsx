import { GroundScreen } from '@/features/ground/GroundScreen';
import { usePageParams } from '@/ui/pages';

export default function GroundRoute() {
  const { job } = usePageParams('/ground');
  return <GroundScreen jobId={job} />;
}
