import { DefectsScreen } from '@/features/defects/DefectsScreen';
import { usePageParams } from '@/ui/pages';

export default function DefectsRoute() {
  const { job, panel, defect } = usePageParams('/defects');
  return <DefectsScreen jobId={job} panelId={panel} defectId={defect} />;
}
