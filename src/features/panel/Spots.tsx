import { memo } from 'react';
import { View } from 'react-native';
import { drawnAreaText, upperFirst, waitText, type Spot, type SpotStatus, type Strata, type ZoneStatus } from '@/core';
import { useAppTheme } from '@/ui/appTheme';
import { shortWhen } from '@/ui/format';
import { Grow } from '@/ui/layout';
import { ListRow } from '@/ui/ListRow';
import { Section } from '@/ui/Section';
import { MiniColumn } from '@/ui/strata/MiniColumn';
import { curedStep } from '@/ui/strata/columnImage';
import { Text, type Tone } from '@/ui/Text';
import { gap } from '@/ui/theme';
import { momentWords, spotWords } from '@/ui/words';

const COLUMN = { width: 34, maxHeight: 300 };

/** How a spot came to be, as one says it of several. */
const CAUSES: { readonly [C in Spot['cause']]: string } = {
  sandedThrough: 'sanded through',
  leftOut: 'left out',
  ring: 'scratched wider than the filler',
  feathered: 'feathered',
  repaired: 'repaired',
};
const WANTS: { readonly [W in NonNullable<Spot['wants']>]: string } = {
  filler: 'filler is still to come',
};

/** Places where something else shows than round them: each beside the field, to one scale, with its own clock. */
export const Spots = memo(function Spots({ strata, status, now }: { strata: Strata; status: ZoneStatus; now: number }) {
  const groups = new Map<string, SpotStatus[]>();
  for (const x of status.spots ?? []) {
    const name = `${spotWords(strata, x.spot)}|${x.spot.wants ?? ''}`;
    groups.set(name, [...(groups.get(name) ?? []), x]);
  }
  if (groups.size === 0) return null;
  return (
    <Section title="Spots" aside={`${status.spots?.length ?? 0} open`}>
      {[...groups.values()].map((group) => (
        <SpotLine key={group[0]!.spot.id} group={group} strata={strata} status={status} now={now} />
      ))}
    </Section>
  );
});

function SpotLine({
  group,
  strata,
  status,
  now,
}: {
  group: readonly SpotStatus[];
  strata: Strata;
  status: ZoneStatus;
  now: number;
}) {
  const { units } = useAppTheme();
  const [first] = group;
  if (!first) return null;
  const { spot } = first;
  const since = Math.min(...group.map((x) => x.spot.atMs));
  const cm2 = group.reduce((sum, x) => sum + (x.spot.areaCm2 ?? 0), 0);
  const { tone, says } = clockOf(group, now);
  const facts = [
    `${CAUSES[spot.cause]} ${shortWhen(since, now)}`,
    ...(group.length > 1 ? [`${group.length} places`] : []),
    ...(cm2 > 0 ? [drawnAreaText(cm2, units)] : []),
    ...(spot.wants ? [WANTS[spot.wants]] : []),
  ];
  return (
    <ListRow testID="spot">
      <View style={{ flexDirection: 'row', alignItems: 'flex-end', gap: gap(0.5) }} aria-hidden>
        <MiniColumn strata={strata} cured={curedStep(status)} {...COLUMN} />
        <MiniColumn strata={first.strata} cured={curedStep(first.status)} {...COLUMN} />
      </View>
      <Grow>
        <Text kind="strong">{upperFirst(spotWords(strata, spot))}</Text>
        <Text kind="small" tone="muted">
          {upperFirst(facts.join(', '))}
        </Text>
        {says !== undefined && (
          <Text kind="small" tone={tone}>
            {says}
          </Text>
        )}
      </Grow>
    </ListRow>
  );
}

/** The spots of a zone that press most, in a few words: 'spots of bare steel, flash rust in about 3 h'. */
export function worstSpots(strata: Strata, status: ZoneStatus, now: number): string | undefined {
  const open = (status.spots ?? []).filter((x) => x.spot.cause !== 'ring');
  const soonest = (x: SpotStatus) => x.status.rust?.rustsMs ?? Infinity;
  const [worst] = [...open].sort((a, b) => soonest(a) - soonest(b));
  if (!worst) return undefined;
  const { says } = clockOf([worst], now);
  return `${spotWords(strata, worst.spot)}${says === undefined ? '' : `, ${says[0]!.toLowerCase()}${says.slice(1)}`}`;
}

/** What a group's clocks say first: rust, else the next that happens by itself. */
function clockOf(group: readonly SpotStatus[], now: number): { says?: string; tone: Tone } {
  const rusts = group.flatMap((x) => x.status.rust?.rustsMs ?? []);
  if (rusts.length > 0) {
    const soonest = Math.min(...rusts);
    return soonest <= now
      ? { tone: 'stop', says: `Flash rust came about ${waitText(now - soonest)} ago: abrade it again` }
      : { tone: 'window', says: `Flash rust in about ${waitText(soonest - now)}` };
  }
  const next = group.flatMap(({ status: s }) => s.moments.slice(0, 1).map((m) => ({ m, top: s.top })));
  const [soon] = next.sort((a, b) => a.m.atMs - b.m.atMs);
  return soon?.top
    ? { tone: 'muted', says: `${momentWords(soon.m, soon.top.family)} ${shortWhen(soon.m.atMs, now)}` }
    : { tone: 'muted' };
}
