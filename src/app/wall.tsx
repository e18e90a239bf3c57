import { WallScreen } from '@/features/plan/WallScreen';

export default function WallRoute() {
  return <WallScreen />;
}
