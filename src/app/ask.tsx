import { AskScreen } from '@/features/record/AskScreen';

export default function AskRoute() {
  return <AskScreen />;
}
