import { SessionScreen } from '@/features/session/SessionScreen';
import { usePageParams } from '@/ui/pages';

export default function SessionRoute() {
  const { job, zones } = usePageParams('/session');
  return <SessionScreen jobId={job} zoneIds={zones?.split(',')} />;
}
