import { PanelScreen } from '@/features/panel/PanelScreen';
import { PanelsScreen } from '@/features/panels/PanelsScreen';
import { Beside } from '@/ui/Beside';
import { usePageParams } from '@/ui/pages';

export default function PanelRoute() {
  const { jobId = '', panelId = '', zone } = usePageParams('/panel/[jobId]/[panelId]');
  return (
    <Beside
      list={<PanelsScreen selected={{ jobId, panelId }} />}
      detail={<PanelScreen jobId={jobId} panelId={panelId} zoneId={zone} />}
    />
  );
}
