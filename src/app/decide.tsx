import { DecideScreen } from '@/features/decide/DecideScreen';
import { usePageParams } from '@/ui/pages';

export default function DecideRoute() {
  const { job, panel } = usePageParams('/decide');
  return <DecideScreen jobId={job} panelId={panel} />;
}
