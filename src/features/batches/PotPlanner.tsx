import { useMemo, useState } from 'react';
import { View } from 'react-native';
import { FAMILIES, formatQuantity, zonesOf } from '@/core';
import { wantedCoats } from '@/core/library/level';
import { coatNeed } from '@/core/mix';
import { planPots, potsAtHand } from '@/core/stock';
import { withoutCards } from '@/core/log/job';
import { useColourName, useJobs, useLibrary } from '@/data';
import type { OpenShelf } from '@/data/shelf';
import { useAppTheme } from '@/ui/appTheme';
import { ChoiceGroup } from '@/ui/ChoiceGroup';
import { Stack } from '@/ui/layout';
import { Section } from '@/ui/Section';
import { Text } from '@/ui/Text';
import { gap } from '@/ui/theme';

/** Which pot for which coat, so that panels seen side by side end with one. */
export function PotPlanner({ open, now }: { open: OpenShelf; now: number }) {
  const { units } = useAppTheme();
  const { lookup } = useLibrary();
  const { jobs } = useJobs();
  const nameOf = useColourName();
  const colours = useMemo(() => potsAtHand(open.shelf, lookup, now, nameOf), [open.shelf, lookup, now, nameOf]);
  const [colourId, setColourId] = useState<string>();
  const [jobId, setJobId] = useState<string>();
  const [panels, setPanels] = useState<string[]>([]);
  const colour = colours.find((c) => c.id === colourId) ?? colours.find((c) => c.pots.length > 1) ?? colours[0];
  const withPanels = jobs.filter((j) => j.job.zones.length > 0);
  const at = withPanels.find((j) => j.job.id === jobId) ?? withPanels[0];
  if (!colour || !at) return null;
  const { product } = colour;
  const coats = wantedCoats(product, at.job.level);
  const picked = at.job.panels.filter((p) => panels.includes(p.id));
  const perCoat = picked.reduce((s, p) => {
    const areaCm2 = zonesOf(at.job, p.id).reduce((a, z) => a + (z.face === 'inner' ? 0 : z.areaCm2), 0);
    return (
      s +
      coatNeed({
        id: p.id,
        product,
        areaCm2,
        coats,
        filmUm: product.film.nominalUm,
        thinnerFraction: product.thinning?.defaultFraction ?? 0,
        application: FAMILIES[product.family].application,
        shape: 'plain',
      }).ml
    );
  }, 0);
  const plan =
    picked.length > 0
      ? planPots(colour.pots, [
          {
            id: 'seen',
            name: picked.map((p) => p.name.toLowerCase()).join(' and '),
            lastMl: perCoat,
            earlierMl: perCoat * (coats - 1),
          },
        ])
      : undefined;
  return (
    <Section title="Which pot for which coat">
      <Stack between={1} bottom={3}>
        {colours.length > 1 && (
          <ChoiceGroup
            label="Colour"
            options={colours.map((c) => ({ value: c.id, label: c.name }))}
            value={colour.id}
            onChange={setColourId}
          />
        )}
        <Text kind="small" tone="muted">
          {`At hand: ${colour.pots.map((p) => `${p.name}, ${formatQuantity('volume', p.ml, units)}`).join('; ')}.`}
        </Text>
        {withPanels.length > 1 && (
          <ChoiceGroup
            label="Job"
            options={withPanels.map((j) => ({ value: j.job.id, label: j.job.name }))}
            value={at.job.id}
            onChange={(id) => {
              setJobId(id);
              setPanels([]);
            }}
          />
        )}
        <ChoiceGroup
          label="Panels that are seen side by side"
          many
          options={withoutCards(at.job).panels.map((p) => ({ value: p.id, label: p.name }))}
          value={panels}
          onChange={(id) => setPanels(panels.includes(id) ? panels.filter((p) => p !== id) : [...panels, id])}
        />
        {plan && (
          <View testID="pot-plan" style={{ paddingTop: gap(2), gap: gap(1) }} aria-live="polite">
            <Text kind="strong">{plan.says}</Text>
            <Text kind="small" tone="muted">
              {`${coats} coats of ${formatQuantity('volume', perCoat, units)} each. A second batch is never quite the first: what ends on panels that are seen together comes out of one pot.`}
            </Text>
          </View>
        )}
      </Stack>
    </Section>
  );
}
