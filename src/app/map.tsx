import { MapScreen } from '@/features/map/MapScreen';
import { usePageParams } from '@/ui/pages';

export default function MapRoute() {
  const { job, panel } = usePageParams('/map');
  return <MapScreen jobId={job} panelId={panel} />;
}
