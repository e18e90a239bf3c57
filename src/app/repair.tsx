import { useLocalSearchParams } from 'expo-router';
import { RepairScreen } from '@/features/repair/RepairScreen';

export default function RepairRoute() {
  const { job, panel } = useLocalSearchParams<{ job?: string; panel?: string }>();
  return <RepairScreen jobId={job} panelId={panel} />;
}
