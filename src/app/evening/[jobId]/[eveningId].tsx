import { EveningScreen } from '@/features/session/EveningScreen';
import { usePageParams } from '@/ui/pages';

export default function EveningRoute() {
  const { jobId, eveningId } = usePageParams('/evening/[jobId]/[eveningId]');
  return <EveningScreen jobId={jobId} eveningId={eveningId} />;
}
