import { useMemo, useState } from 'react';
import { View } from 'react-native';
import {
  formatQuantity,
  KINDS,
  openSpots,
  toDisplay,
  unitOf,
  zonesOf,
  type Panel,
  type Strata,
  type Zone,
} from '@/core';
import { afterBurnThrough, filmBudget, filmOverTime, sandingsLeft, type FilmMoment } from '@/core/grit/budget';
import { useLibrary, type OpenJob } from '@/data';
import { useAppTheme } from '@/ui/appTheme';
import { Disclosure } from '@/ui/Disclosure';
import { shortWhen } from '@/ui/format';
import { Stack } from '@/ui/layout';
import { LineOver } from '@/ui/LineOver';
import { Notice } from '@/ui/Notice';
import { Section } from '@/ui/Section';
import { Text } from '@/ui/Text';

/** Fewer blockings than that are left: it is said before anybody takes the block. */
const FEW = 3;

/** How much film every zone of a panel still has to be sanded, and how it came and went. */
export function FilmLeft({ open, panel, grit, now }: { open: OpenJob; panel: Panel; grit: number; now: number }) {
  const zones = zonesOf(open.job, panel.id).flatMap((zone) => {
    const state = open.state.zones.get(zone.id);
    return state?.strata && state.strata.layers.length > 0
      ? [{ zone, strata: state.strata, events: state.events }]
      : [];
  });
  const [shown, setShown] = useState<string>();
  if (zones.length === 0) return null;
  return (
    <Section title="Film that may still come off">
      {zones.map(({ zone, strata, events }) => (
        <Disclosure
          key={zone.id}
          head={<Left zone={zone} strata={strata} grit={grit} alone={zones.length === 1} />}
          open={shown === zone.id}
          onToggle={() => setShown(shown === zone.id ? undefined : zone.id)}
          testID={`film-${zone.id}`}
        >
          <Course events={events} now={now} />
        </Disclosure>
      ))}
    </Section>
  );
}

function Left({ zone, strata, grit, alone }: { zone: Zone; strata: Strata; grit: number; alone: boolean }) {
  const { units } = useAppTheme();
  const b = filmBudget(strata);
  if (!b) return null;
  const um = (v: number) => formatQuantity('film', v, units);
  const times = sandingsLeft(b, grit);
  const isThrough = openSpots(strata).some((x) => x.cause === 'sandedThrough');
  return (
    <View>
      <Text kind="strong">{`${alone ? '' : `${zone.name}: `}${b.layer.label}, ${um(b.leftUm)}`}</Text>
      <Text kind="small">
        {b.reserveUm === null
          ? 'It is not for sanding.'
          : b.reserveUm === 0
            ? 'It may be sanded away to its edge.'
            : `${um(b.spendableUm)} may come off, ${um(b.reserveUm)} must stay: about ${times > 40 ? 'more than 40' : times} times P${grit}.`}
      </Text>
      <Text
        kind="small"
        tone="muted"
      >{`${b.basis === 'measured' ? 'Measured' : 'Estimated from what was laid and sanded'}. Edges and body lines go first.`}</Text>
      {b.reserveUm !== null && b.reserveUm > 0 && times < FEW && !isThrough && (
        <Notice tone="window">
          {times === 0
            ? 'There is nothing left to block: it goes through. Coat it again first, or read it with a gauge.'
            : `Block it ${times === 1 ? 'once' : 'twice'} more at most: then it goes through.`}
        </Notice>
      )}
      {isThrough && <Notice tone="stop">{`It went through in spots. ${afterBurnThrough(b.layer.family)}`}</Notice>}
    </View>
  );
}

/** More points than that are a smear on a phone. */
const MOST_POINTS = 24;

/** Film over the entries of a zone: what was thought, and what a gauge said. */
function Course({ events, now }: { events: Parameters<typeof filmOverTime>[0]; now: number }) {
  const { units } = useAppTheme();
  const { lookup } = useLibrary();
  const moments = useMemo(() => filmOverTime(events, lookup).slice(-MOST_POINTS), [events, lookup]);
  const read = moments.filter((m): m is FilmMoment & { readUm: number } => m.readUm !== undefined);
  const lastRead = read[read.length - 1];
  return (
    <Stack bottom={3}>
      {moments.length > 1 && (
        <LineOver
          values={moments.map((m) => toDisplay('film', m.totalUm, units))}
          decimals={units === 'metric' ? 0 : 1}
          label={`Film over ${moments.length} entries, now ${formatQuantity('film', moments[moments.length - 1]!.totalUm, units)} over the substrate`}
        />
      )}
      {moments
        .slice(-6)
        .reverse()
        .map((m) => (
          <Text key={m.eventId} kind="small" tone="muted">
            {`${shortWhen(m.atMs, now)}, ${KINDS[m.kind].name.toLowerCase()}: ${formatQuantity('film', m.totalUm, units)}${m.thoughtUm !== undefined && m.readUm !== undefined ? `, ${formatQuantity('film', m.thoughtUm, units)} were thought` : ''}`}
          </Text>
        ))}
      <Text kind="small" tone="muted">
        {lastRead
          ? `Over the substrate, ${unitOf('film', units)}; a gauge put it right last ${shortWhen(lastRead.atMs, now)}.`
          : `Over the substrate, ${unitOf('film', units)}: nobody has read it yet. A gauge puts every estimate right.`}
      </Text>
    </Stack>
  );
}
