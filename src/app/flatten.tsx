import { FlattenScreen } from '@/features/defects/FlattenScreen';
import { usePageParams } from '@/ui/pages';

export default function FlattenRoute() {
  const { job, panel } = usePageParams('/flatten');
  return <FlattenScreen jobId={job} panelId={panel} />;
}
