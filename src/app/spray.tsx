import { SprayScreen } from '@/features/sprayTry/SprayScreen';
import { usePageParams } from '@/ui/pages';

export default function SprayRoute() {
  const { lesson } = usePageParams('/spray');
  return <SprayScreen first={lesson} />;
}
