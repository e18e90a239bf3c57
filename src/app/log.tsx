import { useLocalSearchParams } from 'expo-router';
import { LogScreen } from '@/features/log/LogScreen';

export default function LogRoute() {
  const { job, zones, kind } = useLocalSearchParams<{ job?: string; zones?: string; kind?: string }>();
  return <LogScreen jobId={job} zoneIds={zones?.split(',')} kind={kind} />;
}
