import { useRouter } from 'expo-router';
import type { Panel } from '@/core';
import { useFaultAgreement, useNow, type Advice, type OpenJob } from '@/data';
import { Stack } from '@/ui/layout';
import { Section } from '@/ui/Section';
import { Text } from '@/ui/Text';
import { pageHref } from '@/ui/pages';
import { FaultLine } from '@/ui/FaultLine';

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
  const now = useNow();
  const { leave, takeUp } = useFaultAgreement(open.job.id);
  return (
    <Section title="Faults here" aside={String(all)}>
      {faults.length === 0 && (
        <Stack top={3} bottom={3}>
          <Text tone="muted">
            None is marked on this face. To mark one, choose Mark under the drawing, then tap what you see.
          </Text>
        </Stack>
      )}
      {faults.map(({ fault: f, zoneId }) => (
        <FaultLine
          key={f.id}
          fault={f}
          onRepair={() =>
            router.navigate(pageHref('/log', { job: open.job.id, zones: zoneId, kind: 'repaired', fault: f.id }))
          }
          onLeave={(byMs) => leave(zoneId, f.id, byMs)}
          onTakeUp={takeUp}
          now={now}
          selected={f.id === picked}
          detail={open.job.zones.find((z) => z.id === zoneId)?.name ?? ''}
          onDone={() =>
            router.navigate(
              pageHref('/panel/[jobId]/[panelId]', { jobId: open.job.id, panelId: panel.id, zone: zoneId }),
            )
          }
        />
      ))}
    </Section>
  );
}
