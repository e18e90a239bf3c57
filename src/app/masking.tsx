import { MaskingScreen } from '@/features/masking/MaskingScreen';
import { usePageParams } from '@/ui/pages';

export default function MaskingRoute() {
  const { job, panel } = usePageParams('/masking');
  return <MaskingScreen jobId={job} panelId={panel} />;
}
