import { HeatScreen } from '@/features/heat/HeatScreen';
import { usePageParams } from '@/ui/pages';

export default function HeatRoute() {
  const { job, zone } = usePageParams('/heat');
  return <HeatScreen jobId={job} zoneId={zone} />;
}
