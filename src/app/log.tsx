import { useLocalSearchParams } from 'expo-router';
import { LogScreen } from '@/features/log/LogScreen';

export default function LogRoute() {
  const { job, zones, kind, product } = useLocalSearchParams<{
    job?: string;
    zones?: string;
    kind?: string;
    product?: string;
  }>();
  return <LogScreen jobId={job} zoneIds={zones?.split(',')} kind={kind} productId={product} />;
}
