import { useLocalSearchParams } from 'expo-router';
import { PanelScreen } from '@/features/panel/PanelScreen';
import { PanelsScreen } from '@/features/panels/PanelsScreen';
import { Beside } from '@/ui/Beside';

export default function PanelRoute() {
  const { jobId = '', panelId = '', zone } = useLocalSearchParams<{ jobId: string; panelId: string; zone?: string }>();
  return (
    <Beside
      list={<PanelsScreen selected={{ jobId, panelId }} />}
      detail={<PanelScreen jobId={jobId} panelId={panelId} zoneId={zone} />}
    />
  );
}
