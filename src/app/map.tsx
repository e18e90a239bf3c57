import { useLocalSearchParams } from 'expo-router';
import { MapScreen } from '@/features/map/MapScreen';

export default function MapRoute() {
  const { job, panel } = useLocalSearchParams<{ job?: string; panel?: string }>();
  return <MapScreen jobId={job} panelId={panel} />;
}
