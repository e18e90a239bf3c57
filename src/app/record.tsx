import { RecordScreen } from '@/features/record/RecordScreen';
import { usePageParams } from '@/ui/pages';

export default function RecordRoute() {
  const { job, panel } = usePageParams('/record');
  return <RecordScreen jobId={job} panelId={panel} />;
}
