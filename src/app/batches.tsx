import { BatchesScreen } from '@/features/batches/BatchesScreen';
import { usePageParams } from '@/ui/pages';

export default function BatchesRoute() {
  const { batch } = usePageParams('/batches');
  return <BatchesScreen batchId={batch} />;
}
