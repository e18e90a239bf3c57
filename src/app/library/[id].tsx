import { useLocalSearchParams } from 'expo-router';
import { ProductScreen } from '@/features/library/ProductScreen';

export default function ProductRoute() {
  const { id = '' } = useLocalSearchParams<{ id: string }>();
  return <ProductScreen key={id} id={id} />;
}
