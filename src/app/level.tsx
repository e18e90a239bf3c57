import { useLocalSearchParams } from 'expo-router';
import { LevelScreen } from '@/features/level/LevelScreen';

export default function LevelRoute() {
  const { job } = useLocalSearchParams<{ job?: string }>();
  return <LevelScreen jobId={job} />;
}
