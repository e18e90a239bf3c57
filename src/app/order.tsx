import { AccessOrderScreen } from '@/features/accessOrder/AccessOrderScreen';
import { usePageParams } from '@/ui/pages';

export default function OrderRoute() {
  const { job } = usePageParams('/order');
  return <AccessOrderScreen jobId={job} />;
}
