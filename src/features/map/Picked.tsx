import {
  drawnAreaText,
  entriesOn,
  formatQuantity,
  Refusal,
  SEAM_NAMES,
  type Job,
  type KeepOut,
  type Panel,
  type Seam,
  type Zone,
} from '@/core';
import { seamFigures, withoutKeepOut, withoutZone } from '@/core/outline';
import { useShopActions, type OpenJob } from '@/data';
import { useAppTheme } from '@/ui/appTheme';
import { ListRow } from '@/ui/ListRow';
import { Section } from '@/ui/Section';
import { TextButton } from '@/ui/TextButton';
import { Text } from '@/ui/Text';
import { pageHref } from '@/ui/pages';

/** The zone that was tapped: where its history comes from, and what can be done with its outline. */
export function PickedZone({
  open,
  zone,
  onDraw,
  onDone,
}: {
  open: OpenJob;
  zone: Zone;
  onDraw(): void;
  /** @param before the job's head before a change that can be taken back */
  onDone(words: string, before?: Job): void;
}) {
  const { units } = useAppTheme();
  const { changeJob } = useShopActions();
  const from = open.job.zones.find((z) => z.id === zone.cutFrom?.zoneId);
  const takeAway = () => {
    const own = entriesOn(open.state, zone.id);
    changeJob(open.job.id, (j) => {
      const r = withoutZone(j, zone, own);
      if (!r.ok) throw new Refusal(r.error[0]!.message);
      return r.value;
    }).then(
      () => onDone(`${zone.name} is taken away; its area is back where it came from.`, open.job),
      (e: Error) => onDone(e.message),
    );
  };
  return (
    <Section title={zone.name} aside={drawnAreaText(zone.areaCm2, units)}>
      <ListRow
        label={`What is on ${zone.name}`}
        href={pageHref('/panel/[jobId]/[panelId]', { jobId: open.job.id, panelId: zone.panelId, zone: zone.id })}
      >
        <Text kind="strong">What is on it</Text>
      </ListRow>
      {zone.cutFrom && (
        <Text kind="small" tone="muted">
          {`Cut out of ${from?.name.toLowerCase() ?? 'a zone'}: it has that zone\u2019s history until then.`}
        </Text>
      )}
      {zone.seam && <SeamWords seam={zone.seam} />}
      {!zone.outline && (
        <Text kind="small" tone="muted">
          All that is not drawn as a zone of its own.
        </Text>
      )}
      {!zone.seam && (
        <TextButton label={zone.outline ? 'Draw its outline anew' : 'Draw its outline'} onPress={onDraw} />
      )}
      {zone.cutFrom && <TextButton label="Take this zone away" tone="stop" onPress={takeAway} />}
    </Section>
  );
}

/** What follows from a seam's line, and whether water gets out of it. */
function SeamWords({ seam }: { seam: Seam }) {
  const { units } = useAppTheme();
  const { lengthMm, plugs, sealerMl } = seamFigures(seam);
  return (
    <>
      <Text>
        {`${SEAM_NAMES[seam.kind]}: ${formatQuantity('thickness', lengthMm, units, units === 'metric' ? 0 : 1)} long, ${formatQuantity('thickness', seam.widthMm, units, units === 'metric' ? 0 : 2)} wide.`}
      </Text>
      <Text kind="small" tone="muted">
        {`${plugs === undefined ? '' : `${plugs} plugs. `}A flat bead of sealer along it takes about ${formatQuantity('volume', sealerMl, units, units === 'metric' ? 0 : 1)}.`}
      </Text>
      {seam.drained === false && (
        <Text kind="small" tone="window">
          Water that gets in stays in: see to a drain before it is closed.
        </Text>
      )}
    </>
  );
}

/** The keep-out that was tapped. */
export function PickedKeepOut({
  open,
  panel,
  keepOut,
  onDone,
}: {
  open: OpenJob;
  panel: Panel;
  keepOut: KeepOut;
  /** @param before the job's head before a change that can be taken back */
  onDone(words: string, before?: Job): void;
}) {
  const { changeJob } = useShopActions();
  return (
    <Section title={keepOut.name} aside="not painted">
      <TextButton
        label="Take this keep-out away"
        tone="stop"
        onPress={() => {
          changeJob(open.job.id, (j) =>
            withoutKeepOut(j, j.panels.find((p) => p.id === panel.id) ?? panel, keepOut.id),
          ).then(
            () => onDone(`${keepOut.name} is painted with the rest again.`, open.job),
            (e: Error) => onDone(e.message),
          );
        }}
      />
    </Section>
  );
}
