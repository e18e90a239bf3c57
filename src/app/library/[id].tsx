import { ProductScreen } from '@/features/library/ProductScreen';
import { usePageParams } from '@/ui/pages';

export default function ProductRoute() {
  const { id = '' } = usePageParams('/library/[id]');
  return <ProductScreen key={id} id={id} />;
}
