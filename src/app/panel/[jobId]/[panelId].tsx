import { PanelScreen } from '@/features/panel/PanelScreen';
import { PanelsScreen } from '@/features/panels/PanelsScreen';
import { SplitView } from '@/ui/SplitView';
import { usePageParams } from '@/ui/pages';

export default function PanelRoute() {
  const { jobId = '', panelId = '', zone } = usePageParams('/panel/[jobId]/[panelId]');
  return (
    <SplitView
      list={<PanelsScreen selected={{ jobId, panelId }} />}
      detail={<PanelScreen jobId={jobId} panelId={panelId} zoneId={zone} />}
    />
  );
}
