import { useLocalSearchParams } from 'expo-router';
import { HeatScreen } from '@/features/heat/HeatScreen';

export default function HeatRoute() {
  const { job, zone } = useLocalSearchParams<{ job?: string; zone?: string }>();
  return <HeatScreen jobId={job} zoneId={zone} />;
}
