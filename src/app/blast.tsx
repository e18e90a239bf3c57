import { BlastScreen } from '@/features/blast/BlastScreen';
import { usePageParams } from '@/ui/pages';

export default function BlastRoute() {
  const { job } = usePageParams('/blast');
  return <BlastScreen jobId={job} />;
}
