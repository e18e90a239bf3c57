import { useRouter } from 'expo-router';
import { View } from 'react-native';
import type { Panel } from '@/core';
import type { OpenJob, Advice } from '@/data';
import { useLook } from '@/ui/look';
import { Row, Section } from '@/ui/parts';
import { T } from '@/ui/T';
import { gap } from '@/ui/theme';
import { markWords } from '@/ui/words';
import { pageHref } from '@/ui/pages';

/** Marks of a face: an open one leads to its repair, one that was dealt with to the panel. */
export function FaultList({
  open,
  panel,
  faults,
  all,
  picked,
}: {
  open: OpenJob;
  panel: Panel;
  faults: ReturnType<Advice['faultsOn']>;
  /** How many there are on the face. */
  all: number;
  picked: string | undefined;
}) {
  const router = useRouter();
  const { units } = useLook();
  return (
    <Section title="Faults here" aside={String(all)}>
      {faults.length === 0 && (
        <View style={{ paddingVertical: gap(3) }}>
          <T tone="muted">None is marked on this face. Walk along it, and tap what you see.</T>
        </View>
      )}
      {faults.map(({ fault: f, zoneId }) => (
        <Row
          key={f.id}
          selected={f.id === picked}
          label={f.doneMs === undefined ? `Log the repair: ${markWords(f.mark, units)}` : markWords(f.mark, units)}
          onPress={() =>
            f.doneMs === undefined
              ? router.navigate(pageHref('/log', { job: open.job.id, zones: zoneId, kind: 'repaired', fault: f.id }))
              : router.navigate(
                  pageHref('/panel/[jobId]/[panelId]', { jobId: open.job.id, panelId: panel.id, zone: zoneId }),
                )
          }
        >
          <View style={{ flex: 1, minWidth: 0 }}>
            <T kind="strong">{markWords(f.mark, units)}</T>
            <T kind="small" tone="muted">
              {open.job.zones.find((z) => z.id === zoneId)?.name ?? ''}
            </T>
          </View>
          <T kind="small" tone={f.doneMs === undefined ? 'stop' : 'do'}>
            {f.doneMs === undefined ? 'open' : 'dealt with'}
          </T>
        </Row>
      ))}
    </Section>
  );
}
