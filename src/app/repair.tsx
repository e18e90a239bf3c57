import { RepairScreen } from '@/features/repair/RepairScreen';
import { usePageParams } from '@/ui/pages';

export default function RepairRoute() {
  const { job, panel, fault } = usePageParams('/repair');
  return <RepairScreen key={fault} jobId={job} panelId={panel} faultId={fault} />;
}
