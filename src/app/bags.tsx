import { useLocalSearchParams } from 'expo-router';
import { BagsScreen } from '@/features/bags/BagsScreen';

export default function BagsRoute() {
  const { job } = useLocalSearchParams<{ job?: string }>();
  return <BagsScreen jobId={job} />;
}
