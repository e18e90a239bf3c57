import { useLocalSearchParams } from 'expo-router';
import { GroundScreen } from '@/features/ground/GroundScreen';

export default function GroundRoute() {
  const { job } = useLocalSearchParams<{ job?: string }>();
  return <GroundScreen jobId={job} />;
}
