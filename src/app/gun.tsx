import { GunScreen } from '@/features/gun/GunScreen';
import { usePageParams } from '@/ui/pages';

export default function GunRoute() {
  const { product } = usePageParams('/gun');
  return <GunScreen productId={product} />;
}
