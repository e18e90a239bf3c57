import { useState } from 'react';
import { View } from 'react-native';
import { formatQuantity, type UnitSystem } from '@/core';
import { needsOf, piecesToBuy, shoppingRows } from '@/core/plan';
import { shoppingList, thinnerFor, type PartNeed, type Shelf } from '@/core/stock';
import { slug, useJobs, useLibrary } from '@/data';
import { saveTable } from '@/data/saveTable';
import { useRoutes } from '@/data/ways';
import { useAppTheme } from '@/ui/appTheme';
import { ActionButton } from '@/ui/ActionButton';
import { ChoiceGroup } from '@/ui/ChoiceGroup';
import { money } from '@/ui/format';
import { Grow, Stack } from '@/ui/layout';
import { ListRow } from '@/ui/ListRow';
import { Section } from '@/ui/Section';
import { Text } from '@/ui/Text';

/** What a job still takes, as it was worked out last. */
interface Needs {
  jobId: string;
  parts: PartNeed[];
  papers: ReadonlyMap<number, number>;
}

/** What the rest of a job still takes, less what is here, in tins: worked out when somebody asks. */
export function ToBuy({ shelf, now }: { shelf: Shelf; now: number }) {
  const { currency, units } = useAppTheme();
  const { jobs } = useJobs();
  const { lookup, all } = useLibrary();
  const withZones = jobs.filter((j) => j.job.zones.length > 0);
  const [jobId, setJobId] = useState<string>();
  const open = withZones.find((j) => j.job.id === jobId) ?? withZones[0];
  const routes = useRoutes(open, now);
  const [needs, setNeeds] = useState<Needs>();
  if (!open) return null;
  const workOut = () => {
    const papers = new Map<number, number>();
    const parts = open.job.zones.flatMap((z) => {
      const route = routes?.(z.id);
      if (!route) return [];
      const needs = needsOf(route.steps, z.areaCm2, (p) => thinnerFor(p, all));
      for (const [grit, n] of needs.papers) papers.set(grit, (papers.get(grit) ?? 0) + n);
      return needs.parts;
    });
    // Another job that is only now read does not take its place.
    setJobId(open.job.id);
    setNeeds({ jobId: open.job.id, parts, papers });
  };
  // What comes meanwhile, or is used, is reckoned with.
  const shown =
    needs?.jobId === open.job.id
      ? {
          lines: shoppingList(needs.parts, shelf, lookup, now),
          pieces: piecesToBuy(needs.papers, open.job, shelf),
        }
      : undefined;
  const total = shown?.lines.reduce((s, l) => s + l.cost, 0) ?? 0;
  return (
    <Section title="To buy" {...(shown && shown.lines.length > 0 && { aside: `about ${money(total, currency)}` })}>
      {withZones.length > 1 && (
        <ChoiceGroup
          label="For the rest of"
          options={withZones.map((j) => ({ value: j.job.id, label: j.job.name }))}
          value={open.job.id}
          onChange={setJobId}
        />
      )}
      {!shown && (
        <Stack top={3} bottom={3}>
          <ActionButton
            label={`What ${open.job.name} still takes`}
            disabled={!routes}
            onPress={workOut}
            testID="to-buy"
          />
        </Stack>
      )}
      {shown?.lines.map((l) => (
        <ListRow key={l.name} testID="buy-line">
          <Grow>
            <Text kind="strong">{l.name}</Text>
            <Text kind="tag" tone="muted">
              {`takes ${formatQuantity('mass', l.needG, units, 0)}, here ${formatQuantity('mass', Math.max(0, l.hereG), units, 0)}`}
            </Text>
          </Grow>
          <View style={{ alignItems: 'flex-end' }}>
            <Text kind="strong">
              {l.order.tins.map((t) => `${t.count} × ${tinText(t.size, l.order.unit, units)}`).join(' + ')}
            </Text>
            <Text kind="tag" tone="muted">{`about ${money(l.cost, currency)}`}</Text>
          </View>
        </ListRow>
      ))}
      {shown?.pieces.map((p) => (
        <ListRow key={p.name} testID="buy-line">
          <Grow>
            <Text kind="strong">{p.name}</Text>
            <Text kind="tag" tone="muted">{`takes ${p.need}, here ${p.here}`}</Text>
          </Grow>
          <Text kind="strong">{String(p.missing)}</Text>
        </ListRow>
      ))}
      {shown && (
        <Stack between={2} top={2}>
          {shown.lines.length + shown.pieces.length === 0 ? (
            <Text>All that it takes is here.</Text>
          ) : (
            <ActionButton
              label="Save the list"
              onPress={() => void saveTable(`${slug(open.job.name)}-to-buy`, shoppingRows(shown.lines, shown.pieces))}
              testID="save-list"
            />
          )}
          <Text kind="tag" tone="muted">
            By the way to the finish of every zone as it stands now, with the usual transfer, in sizes that tins come
            in. What is found on the way changes it.
          </Text>
        </Stack>
      )}
    </Section>
  );
}

/** What a tin holds, as it is sold; in US units what its litres and kilos are there. */
function tinText(size: number, unit: 'mL' | 'g', units: UnitSystem): string {
  const isLarge = size >= 1000;
  if (units === 'us' && unit === 'mL') return formatQuantity('volume', size, units);
  if (units === 'us' && isLarge) return formatQuantity('bulk', size / 1000, units, 1);
  if (unit === 'g') return isLarge ? `${size / 1000}\u00a0kg` : `${size}\u00a0g`;
  return isLarge ? `${size / 1000}\u00a0L` : `${size}\u00a0ml`;
}
