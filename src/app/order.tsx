import { useLocalSearchParams } from 'expo-router';
import { OrderScreen } from '@/features/order/OrderScreen';

export default function OrderRoute() {
  const { job } = useLocalSearchParams<{ job?: string }>();
  return <OrderScreen jobId={job} />;
}
