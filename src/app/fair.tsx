import { FairScreen } from '@/features/fair/FairScreen';
import { usePageParams } from '@/ui/pages';

export default function FairRoute() {
  const { job, panel } = usePageParams('/fair');
  return <FairScreen jobId={job} panelId={panel} />;
}
