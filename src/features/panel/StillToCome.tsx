import { lazy, Suspense, useState } from 'react';
import { View } from 'react-native';
import type { OpenJob } from '@/data';
import { TextButton } from '@/ui/TextButton';

/** Loaded when somebody asks: what a plan fills comes with it. */
const WayToFinish = lazy(() => import('./WayToFinish'));

/** What is still to come on a zone, when somebody asks. */
export function StillToCome({ open, zoneId, now }: { open: OpenJob; zoneId: string; now: number }) {
  const [shown, setShown] = useState(false);
  const zone = open.job.zones.find((z) => z.id === zoneId);
  const panel = open.job.panels.find((p) => p.id === zone?.panelId);
  if (!zone || !panel) return null;
  return (
    <View testID="still-to-come">
      <TextButton
        label={shown ? 'Hide what is still to come' : 'Still to come'}
        icon={shown ? 'chevron-up' : 'chevron-down'}
        onPress={() => setShown(!shown)}
      />
      {shown && (
        <Suspense fallback={null}>
          <WayToFinish open={open} zone={zone} panel={panel} now={now} />
        </Suspense>
      )}
    </View>
  );
}
