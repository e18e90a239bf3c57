import { useLocalSearchParams } from 'expo-router';
import { BlastScreen } from '@/features/blast/BlastScreen';

export default function BlastRoute() {
  const { job } = useLocalSearchParams<{ job?: string }>();
  return <BlastScreen jobId={job} />;
}
