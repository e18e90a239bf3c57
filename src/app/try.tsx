import { TrainerScreen } from '@/features/trainer/TrainerScreen';
import { usePageParams } from '@/ui/pages';

export default function TryRoute() {
  const { job, panel } = usePageParams('/try');
  return <TrainerScreen jobId={job} panelId={panel} />;
}
