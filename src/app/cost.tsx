import { CostScreen } from '@/features/cost/CostScreen';
import { usePageParams } from '@/ui/pages';

export default function CostRoute() {
  const { job } = usePageParams('/cost');
  return <CostScreen jobId={job} />;
}
