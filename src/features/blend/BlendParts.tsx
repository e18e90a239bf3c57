import { View } from 'react-native';
import { FAMILIES, formatQuantity, zonesOf, type Panel, type Product, without } from '@/core';
import { shapeOf } from '@/core/mix/transfer';
import { usualCup } from '@/core/route/usualCup';
import { useLanding } from '@/data/landing';
import { BLEND_SIDES, type BlendPanel, type BlendSide } from '@/core/colour';
import { withoutCards } from '@/core/log/job';
import type { OpenJob } from '@/data';
import { useAppTheme } from '@/ui/appTheme';
import { ActionButton } from '@/ui/ActionButton';
import { ChoiceGroup } from '@/ui/ChoiceGroup';
import { FigureTable } from '@/ui/FigureTable';
import { Stack } from '@/ui/layout';
import { BlendMap } from '@/ui/map/BlendMap';
import { Section } from '@/ui/Section';
import { Text } from '@/ui/Text';
import { gap } from '@/ui/theme';
import { nextOf, SIDES, type usualNext } from './repairs';

const NOTHING = '-';
/** The last clear runs out over the melted edge: so much thinner, as a fraction, and so much at least in its cup, mL. Plain shop practice. */
const LAST_CLEAR_THINNER = 0.5;
const LAST_CLEAR_LEAST_ML = 30;
/** Blend solvent over a melted edge, wet: mL for one m², and what stays in the gun. */
const SOLVENT_ML_PER_M2 = 120;
const SOLVENT_LEAST_ML = 20;
/** Base that gets less takes about half. */
const FADE_SHARE = 0.5;

/** What the map's fills are. */
export function Legend({ hex, melts }: { hex: string; melts: boolean }) {
  const { palette } = useAppTheme();
  const items = [
    { label: 'full colour', style: { backgroundColor: hex } },
    {
      label: 'colour gets less',
      style: {
        borderLeftWidth: 7,
        borderLeftColor: hex,
        borderRightWidth: 4,
        borderRightColor: hex,
        backgroundColor: palette.surface,
      },
    },
    { label: 'clear', style: { backgroundColor: palette.do, opacity: 0.25 } },
    ...(melts
      ? [{ label: 'melted', style: { borderWidth: 3, borderStyle: 'dotted' as const, borderColor: palette.window } }]
      : []),
  ];
  return (
    <View style={{ flexDirection: 'row', flexWrap: 'wrap', columnGap: gap(4), rowGap: gap(1), marginTop: gap(2) }}>
      {items.map((i) => (
        <View key={i.label} style={{ flexDirection: 'row', alignItems: 'center', gap: gap(1) }}>
          <View style={[{ width: 18, height: 14 }, i.style]} />
          <Text kind="tag" tone="muted">
            {i.label}
          </Text>
        </View>
      ))}
    </View>
  );
}

/** The panel beside, with what of it is blended. */
export function NextMap({ of, hex }: { of: BlendPanel; hex: string }) {
  const { units } = useAppTheme();
  const next = of.next;
  if (!next) return null;
  if (!next.panel.outline)
    return (
      <Text kind="small">{`${next.panel.name} is not drawn: clear over all of it, ${formatQuantity('area', next.panel.areaCm2, units)}.`}</Text>
    );
  return (
    <Stack top={3}>
      <Text kind="section" level={2}>
        {next.panel.name}
      </Text>
      <BlendMap
        id={next.side}
        outline={next.panel.outline}
        keepOuts={[]}
        full={of.full}
        fade={of.fade}
        clear={of.clear}
        melt={of.melt}
        colourHex={hex}
        label={`${next.panel.name}: colour gets less from its edge on, clear over all of it`}
      />
    </Stack>
  );
}

/** What is seen with the panel, side by side. */
export function BesideIt({
  open,
  panel,
  next,
  onChange,
}: {
  open: OpenJob;
  panel: Panel;
  next: ReturnType<typeof usualNext>;
  onChange(n: ReturnType<typeof usualNext>): void;
}) {
  const others = withoutCards(open.job).panels.filter((p) => p.id !== panel.id);
  const set = (side: BlendSide, id: string) => {
    const to = others.find((p) => p.id === id);
    onChange({ ...without(next, side), ...(to && { [side]: nextOf(open.job, to) }) });
  };
  return (
    <Stack bottom={3}>
      {SIDES.map((side) => (
        <ChoiceGroup
          key={side}
          label={BLEND_SIDES[side]}
          options={[{ value: NOTHING, label: 'Nothing' }, ...others.map((p) => ({ value: p.id, label: p.name }))]}
          value={next[side]?.panelId ?? NOTHING}
          onChange={(id) => set(side, id)}
        />
      ))}
    </Stack>
  );
}

/** What paint a blend is, panel by panel, and the way into the cup. */
export function Paint({
  open,
  panels,
  own,
  base,
  clear,
  onMix,
}: {
  open: OpenJob;
  panels: readonly BlendPanel[];
  own: Panel;
  base: Product;
  clear: Product | undefined;
  onMix(zones: readonly string[], product: Product, coats: number, ml: number, thinner?: number): void;
}) {
  const { units } = useAppTheme();
  const cm2 = (x: number) => formatQuantity('area', x, units);
  const landing = useLanding();
  const ids = panels.map((p) => p.next?.panel.panelId ?? own.id);
  const zones = ids.flatMap((id) =>
    zonesOf(open.job, id)
      .filter((z) => (z.face ?? 'outer') === 'outer')
      .map((z) => z.id),
  );
  // The cup's own sum: what stands here is what the cup begins with.
  const ml = (p: Product, area: number) => {
    const transfer = landing(FAMILIES[p.family].application, p.id);
    return (
      usualCup(p, area, undefined, {
        coats: p.coats,
        shape: shapeOf(open.job, zones),
        ...(transfer && { transfer }),
      })?.readyMl ?? 0
    );
  };
  const baseCm2 = panels.reduce((s, p) => s + p.fullCm2 + FADE_SHARE * p.fadeCm2, 0);
  const clearCm2 = panels.reduce((s, p) => s + p.clearCm2, 0);
  const meltCm2 = panels.reduce((s, p) => s + p.meltCm2, 0);
  const lastMl = clear ? ml({ ...clear, coats: 1 }, meltCm2) : 0;
  return (
    <Section title="What it takes">
      <FigureTable
        label="Areas"
        columns={[
          { key: 'panel', title: 'Panel', share: 2 },
          { key: 'base', title: 'Colour', figure: true },
          { key: 'clear', title: 'Clear', figure: true },
        ]}
        rows={panels.map((p) => ({
          key: p.next?.side ?? 'own',
          cells: [p.next?.panel.name ?? own.name, cm2(p.fullCm2 + p.fadeCm2), clear ? cm2(p.clearCm2) : '\u2013'],
        }))}
      />
      <Stack between={2} top={3}>
        <ActionButton
          label={`Mix ${formatQuantity('volume', ml(base, baseCm2), units)} of colour`}
          strong
          onPress={() => onMix(zones, base, base.coats, ml(base, baseCm2))}
          testID="mix-base"
        />
        {clear && (
          <ActionButton
            label={`Mix ${formatQuantity('volume', ml(clear, clearCm2), units)} of clear`}
            onPress={() => onMix(zones, clear, clear.coats, ml(clear, clearCm2))}
          />
        )}
        {clear && lastMl > 0 && (
          <>
            <ActionButton
              label={`Mix ${formatQuantity('volume', LAST_CLEAR_LEAST_ML + lastMl, units)} of clear for the last edge`}
              onPress={() => onMix(zones.slice(0, 1), clear, 1, LAST_CLEAR_LEAST_ML + lastMl, LAST_CLEAR_THINNER)}
              testID="mix-last"
            />
            <Text kind="small">
              {`Clear with half as much thinner again, one light pass over the melted edge; then about ${formatQuantity('volume', (meltCm2 * SOLVENT_ML_PER_M2) / 1e4 + SOLVENT_LEAST_ML, units)} of blend solvent, straight from its tin, in mist passes until the edge is gone.`}
            </Text>
          </>
        )}
        <Text kind="tag" tone="muted">
          Worked out from the drawing; where colour gets less it takes about half.
        </Text>
      </Stack>
    </Section>
  );
}
