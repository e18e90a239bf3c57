import { BagsScreen } from '@/features/bags/BagsScreen';
import { usePageParams } from '@/ui/pages';

export default function BagsRoute() {
  const { job } = usePageParams('/bags');
  return <BagsScreen jobId={job} />;
}
