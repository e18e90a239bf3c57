import { useLocalSearchParams } from 'expo-router';
import { MixScreen } from '@/features/mix/MixScreen';

export default function MixRoute() {
  const { job, zones } = useLocalSearchParams<{ job?: string; zones?: string }>();
  return <MixScreen jobId={job} zoneIds={zones?.split(',')} />;
}
