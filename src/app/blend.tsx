import { BlendScreen } from '@/features/blend/BlendScreen';
import { usePageParams } from '@/ui/pages';

export default function BlendRoute() {
  const { job, panel } = usePageParams('/blend');
  return <BlendScreen jobId={job} panelId={panel} />;
}
