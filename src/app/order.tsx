import { OrderScreen } from '@/features/order/OrderScreen';
import { usePageParams } from '@/ui/pages';

export default function OrderRoute() {
  const { job } = usePageParams('/order');
  return <OrderScreen jobId={job} />;
}
