import { PutBackScreen } from '@/features/putBack/PutBackScreen';
import { usePageParams } from '@/ui/pages';

export default function PutbackRoute() {
  const { job } = usePageParams('/putback');
  return <PutBackScreen jobId={job} />;
}
