import { BeforePaintScreen } from '@/features/beforePaint/BeforePaintScreen';
import { usePageParams } from '@/ui/pages';

export default function GroundRoute() {
  const { job } = usePageParams('/ground');
  return <BeforePaintScreen jobId={job} />;
}
