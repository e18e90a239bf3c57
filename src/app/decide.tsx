import { useLocalSearchParams } from 'expo-router';
import { DecideScreen } from '@/features/decide/DecideScreen';

export default function DecideRoute() {
  const { job, panel } = useLocalSearchParams<{ job?: string; panel?: string }>();
  return <DecideScreen jobId={job} panelId={panel} />;
}
