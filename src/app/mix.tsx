import { MixScreen } from '@/features/mix/MixScreen';
import { usePageParams } from '@/ui/pages';

export default function MixRoute() {
  const { job, zones } = usePageParams('/mix');
  return <MixScreen jobId={job} zoneIds={zones?.split(',')} />;
}
