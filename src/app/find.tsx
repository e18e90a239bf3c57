import { FindScreen } from '@/features/find/FindScreen';
import { usePageParams } from '@/ui/pages';

export default function FindRoute() {
  return <FindScreen {...usePageParams('/find')} />;
}
