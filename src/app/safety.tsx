import { SafetyScreen } from '@/features/record/SafetyScreen';

export default function SafetyRoute() {
  return <SafetyScreen />;
}
