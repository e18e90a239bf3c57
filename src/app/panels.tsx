import { PanelsScreen } from '@/features/panels/PanelsScreen';

export default function PanelsRoute() {
  return <PanelsScreen />;
}
