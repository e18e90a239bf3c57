import { useLocalSearchParams } from 'expo-router';
import { RepairScreen } from '@/features/repair/RepairScreen';

export default function RepairRoute() {
  const { job, panel, fault } = useLocalSearchParams<{ job?: string; panel?: string; fault?: string }>();
  return <RepairScreen key={fault} jobId={job} panelId={panel} faultId={fault} />;
}
