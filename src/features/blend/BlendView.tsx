import { useRouter } from 'expo-router';
import { useMemo, useState, type ReactNode } from 'react';
import { View } from 'react-native';
import {
  FAMILIES,
  finishOf,
  formatQuantity,
  readyMixMl,
  splitMix,
  transferEfficiency,
  zonesOf,
  type Panel,
  type Point,
  type Product,
} from '@/core';
import {
  BLEND_SIDES,
  colourCase,
  colourProduct,
  COLOUR_LIMITS,
  planBlend,
  SPOT_WAYS,
  spotWay,
  type BlendPanel,
  type BlendSide,
  type ClearEnds,
} from '@/core/colour';
import { boundsOf } from '@/core/outline';
import { withoutCards, type PanelMap } from '@/core/log/job';
import { useLibrary, useSettings, type OpenJob } from '@/data';
import { useAppTheme } from '@/ui/appTheme';
import { ActionButton } from '@/ui/ActionButton';
import { ChoiceGroup } from '@/ui/ChoiceGroup';
import { Disclosure } from '@/ui/Disclosure';
import { Field, Fields, Measure } from '@/ui/Field';
import { FigureTable } from '@/ui/FigureTable';
import { Notice } from '@/ui/Notice';
import { formatForInput, readNumber } from '@/ui/numbers';
import { Page } from '@/ui/Page';
import { PageHead } from '@/ui/PageHead';
import { pageHref } from '@/ui/pages';
import { Section } from '@/ui/Section';
import { TwoColumns } from '@/ui/SplitView';
import { T } from '@/ui/T';
import { gap } from '@/ui/theme';
import { BlendMap } from '@/ui/map/BlendMap';
import { nextOf, repairsOf, SIDES, spotAt, usualNext } from './repairs';

const TAPPED = 'tapped';
const NOTHING = '-';
/** A blend with no card yet: what is usual. */
const USUAL_DE = 1.5;
/** Base that gets less takes about half. */
const FADE_SHARE = 0.5;
const ENDS = [
  { value: 'edge', label: 'At the edge' },
  { value: 'line', label: 'At a body line' },
  { value: 'melt', label: 'Melted in' },
] as const;

/** Where base stops and clear goes on, on the panel's own drawing, and what paint that is. */
export function BlendView({
  open,
  panel,
  map,
  choice,
}: {
  open: OpenJob;
  panel: Panel;
  map: PanelMap;
  choice: ReactNode;
}) {
  const { units } = useAppTheme();
  const { all, lookup } = useLibrary();
  const settings = useSettings();
  const router = useRouter();
  const finish = finishOf(open.job, zonesOf(open.job, panel.id)[0]?.id);
  const limits = settings?.colourLimits ?? COLOUR_LIMITS;
  const best = useMemo(
    () =>
      finish.colour && colourCase(open.job, open.state, finish.colour, lookup, limits).cards.find((c) => c.compared),
    [open.job, open.state, finish.colour, lookup, limits],
  );
  const verdict = best?.compared?.verdict;
  const repairs = repairsOf(open.job, open.state, panel);
  const [repairId, setRepairId] = useState(repairs[0]?.id ?? TAPPED);
  const [spot, setSpot] = useState<Point>();
  const [across, setAcross] = useState(() => formatForInput(6, { quantity: 'length' }, units));
  const [de, setDe] = useState(() => (verdict?.high ?? USUAL_DE).toFixed(1));
  const [length, setLength] = useState('');
  const [ends, setEnds] = useState<ClearEnds['at']>('edge');
  const [axis, setAxis] = useState<'x' | 'y'>('y');
  const [line, setLine] = useState('');
  const [flat, setFlat] = useState<'yes' | 'no'>(/bonnet|roof|lid|boot|tailboard/i.test(panel.name) ? 'yes' : 'no');
  const [next, setNext] = useState(() => usualNext(open.job, panel));
  const [isBeside, setBeside] = useState(false);
  const deRead = readNumber(de, { plain: true }, units);
  const deWrong = !deRead.ok ? deRead.error : deRead.value < 0 || deRead.value > 20 ? 'Between 0 and 20' : undefined;
  const lengthRead = readNumber(length, { quantity: 'length' }, units, true);
  const lengthWrong = !lengthRead.ok
    ? lengthRead.error
    : lengthRead.value !== undefined && (lengthRead.value < 1 || lengthRead.value > 300)
      ? `Between ${formatQuantity('length', 1, units, 0)} and ${formatQuantity('length', 300, units, 0)}`
      : undefined;
  const acrossRead = readNumber(across, { quantity: 'length' }, units);
  const lineRead = readNumber(line, { quantity: 'length' }, units);
  const repair =
    repairId === TAPPED
      ? spot && acrossRead.ok
        ? { name: 'Spot', outline: spotAt(spot, Math.max(2, acrossRead.value * 10)), whole: undefined }
        : undefined
      : repairs.find((r) => r.id === repairId);
  const clear: ClearEnds | undefined =
    ends !== 'line' ? { at: ends } : lineRead.ok ? { at: 'line', axis, mm: lineRead.value * 10 } : undefined;
  const plan = useMemo(() => {
    if (!repair || !clear || deWrong !== undefined || lengthWrong !== undefined || !deRead.ok || !lengthRead.ok)
      return undefined;
    return planBlend({
      outline: map.outline,
      repair: repair.outline,
      keepOuts: map.keepOuts.filter((k) => k.face === 'outer'),
      next,
      de: deRead.value,
      butt: deRead.value < limits.butt,
      looksAlong: flat === 'yes',
      clear,
      ...(lengthRead.value !== undefined && { lengthMm: lengthRead.value * 10 }),
    });
    // By what they hold: the readings are made anew at every drawing.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [map, repairId, spot, across, next, de, limits.butt, flat, ends, axis, line, length]);
  const base = colourProduct(open.job, open.state, finish.colour?.hex, all);
  const clearcoat = base && FAMILIES[base.family].role === 'base' ? all.find((p) => p.family === 'clear') : undefined;
  const hex = finish.colour?.hex ?? '#7a8288';
  const small = repair && !repair.whole ? boundsOf(repair.outline) : undefined;
  const box = boundsOf(map.outline);
  const answer = small &&
    deRead.ok && {
      ...spotWay({
        sizeMm: Math.max(small.width, small.height),
        toEdgeMm: Math.max(
          0,
          Math.min(
            small.x - box.x,
            small.y - box.y,
            box.x + box.width - small.x - small.width,
            box.y + box.height - small.y - small.height,
          ),
        ),
        looksAlong: flat === 'yes',
        de: deRead.value,
        // What bends to another lightness has flake in it.
        metallic:
          verdict?.lay !== undefined ||
          (verdict?.faceL !== undefined &&
            verdict.alongL !== undefined &&
            Math.abs(verdict.faceL - verdict.alongL) > 1),
      }),
    };
  const over = plan ? plan.panels.length - 1 : 0;
  return (
    <Page wide testID="blend">
      <PageHead
        over={`${open.job.name}, ${panel.name.toLowerCase()}`}
        answer={
          !repair
            ? 'Tap where the repair is'
            : !plan
              ? 'Where does colour stop?'
              : plan.lengthMm === 0
                ? 'It may end at the gap'
                : over > 0
                  ? `Blend into ${plan.panels.flatMap((p) => p.next?.panel.name.toLowerCase() ?? []).join(' and ')}`
                  : `Colour runs out over ${formatQuantity('length', plan.lengthMm / 10, units, 0)}`
        }
        under={
          best
            ? `By ${best.panel.name.toLowerCase()}, which is ${verdict?.de.toFixed(1)} off.`
            : 'No card was held against the car: the difference is a guess until one was.'
        }
      />
      {choice}
      <TwoColumns
        left={
          <>
            <BlendMap
              id="own"
              outline={map.outline}
              keepOuts={map.keepOuts.filter((k) => k.face === 'outer').map((k) => k.outline)}
              full={plan?.panels[0]?.full ?? []}
              fade={plan?.panels[0]?.fade ?? []}
              clear={plan?.panels[0]?.clear ?? []}
              melt={plan?.panels[0]?.melt ?? []}
              {...(repair && !repair.whole && { repair: repair.outline })}
              colourHex={hex}
              label={`${panel.name}: tap where the repair is`}
              onTap={(at) => {
                setSpot(at);
                setRepairId(TAPPED);
              }}
            />
            <Legend hex={hex} melts={ends === 'melt'} />
            {plan?.panels.slice(1).map((p) => p.next && <NextMap key={p.next.side} of={p} hex={hex} />)}
            {plan && plan.problems.length > 0 && (
              <Notice tone="stop" testID="blend-problems">
                {plan.problems.map((m) => (
                  <T key={String(m)} kind="small">
                    {m}
                  </T>
                ))}
              </Notice>
            )}
            {plan && (
              <Section title="In order">
                {plan.says.map((m, i) => (
                  <View key={String(m)} style={{ flexDirection: 'row', gap: gap(3), paddingVertical: gap(2) }}>
                    <T kind="figure">{String(i + 1)}</T>
                    <View style={{ flex: 1, minWidth: 0 }}>
                      <T kind="small">{m}</T>
                    </View>
                  </View>
                ))}
              </Section>
            )}
          </>
        }
        right={
          <>
            <ChoiceGroup
              label="What is painted"
              options={[
                ...repairs.map((r) => ({ value: r.id, label: r.name })),
                { value: TAPPED, label: 'A spot: tap it' },
              ]}
              value={repairId}
              onChange={setRepairId}
            />
            <Fields>
              {repairId === TAPPED && (
                <Measure
                  label="Across"
                  quantity="length"
                  value={across}
                  onChange={setAcross}
                  {...(!acrossRead.ok && { problem: acrossRead.error })}
                />
              )}
              <Field
                label="Difference"
                value={de}
                onChange={setDe}
                numeric
                {...(deWrong !== undefined && { problem: deWrong })}
                hint={verdict ? 'What four in five looks stay under' : 'A guess'}
              />
              <Measure
                label="Length, if your own"
                quantity="length"
                value={length}
                onChange={setLength}
                {...(lengthWrong !== undefined && { problem: lengthWrong })}
              />
            </Fields>
            {answer && (
              <Notice tone="muted" testID="spot-way">
                <T kind="strong">{SPOT_WAYS[answer.way]}</T>
                <T kind="small">{answer.why}</T>
                {answer.not.map((n) => (
                  <T key={n.way} kind="small" tone="muted">
                    {n.why}
                  </T>
                ))}
              </Notice>
            )}
            <ChoiceGroup<ClearEnds['at']> label="Clear ends" options={ENDS} value={ends} onChange={setEnds} />
            {ends === 'line' && (
              <>
                <ChoiceGroup<'x' | 'y'>
                  label="The line is"
                  options={[
                    { value: 'y', label: 'Level' },
                    { value: 'x', label: 'Upright' },
                  ]}
                  value={axis}
                  onChange={setAxis}
                />
                <Measure
                  label={axis === 'y' ? 'From the top' : 'From the left'}
                  quantity="length"
                  value={line}
                  onChange={setLine}
                  {...(line !== '' && !lineRead.ok && { problem: lineRead.error })}
                />
              </>
            )}
            <ChoiceGroup<'yes' | 'no'>
              label="The eye looks along it"
              options={[
                { value: 'yes', label: 'Yes: bonnet, roof' },
                { value: 'no', label: 'No: a side' },
              ]}
              value={flat}
              onChange={setFlat}
            />
            <Disclosure
              open={isBeside}
              onToggle={() => setBeside(!isBeside)}
              head={
                <View>
                  <T kind="strong">What is beside it</T>
                  <T kind="small" tone="muted">
                    {SIDES.flatMap((s) =>
                      next[s] ? [`${BLEND_SIDES[s].toLowerCase()}: ${next[s].name.toLowerCase()}`] : [],
                    ).join(', ') || 'Nothing that is seen with it'}
                  </T>
                </View>
              }
            >
              <Beside open={open} panel={panel} next={next} onChange={setNext} />
            </Disclosure>
            {plan && base && (
              <Paint
                open={open}
                panels={plan.panels}
                own={panel}
                base={base}
                clear={clearcoat}
                onMix={(zones, product, coats, ml) =>
                  router.navigate(
                    pageHref('/mix', {
                      job: open.job.id,
                      zones: zones.join(','),
                      product: product.id,
                      coats: String(coats),
                      ml: String(Math.ceil(ml)),
                    }),
                  )
                }
              />
            )}
            <Notice tone="muted">
              Spraying is done in a booth with air-fed breathing: two-pack clear holds isocyanate. The sheet, local
              rules and the booth decide.
            </Notice>
          </>
        }
      />
    </Page>
  );
}

function Legend({ hex, melts }: { hex: string; melts: boolean }) {
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
          <T kind="tag" tone="muted">
            {i.label}
          </T>
        </View>
      ))}
    </View>
  );
}

function NextMap({ of, hex }: { of: BlendPanel; hex: string }) {
  const { units } = useAppTheme();
  const next = of.next;
  if (!next) return null;
  if (!next.panel.outline)
    return (
      <T kind="small">{`${next.panel.name} is not drawn: clear over all of it, ${formatQuantity('area', next.panel.areaCm2, units)}.`}</T>
    );
  return (
    <View style={{ marginTop: gap(3) }}>
      <T kind="section" level={2}>
        {next.panel.name}
      </T>
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
    </View>
  );
}

function Beside({
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
    const { [side]: _, ...rest } = next;
    const to = others.find((p) => p.id === id);
    onChange(to ? { ...rest, [side]: nextOf(open.job, to) } : rest);
  };
  return (
    <View style={{ paddingBottom: gap(3) }}>
      {SIDES.map((side) => (
        <ChoiceGroup
          key={side}
          label={BLEND_SIDES[side]}
          options={[{ value: NOTHING, label: 'Nothing' }, ...others.map((p) => ({ value: p.id, label: p.name }))]}
          value={next[side]?.panelId ?? NOTHING}
          onChange={(id) => set(side, id)}
        />
      ))}
    </View>
  );
}

/** What paint a blend is, panel by panel, and the way into the cup. */
function Paint({
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
  onMix(zones: readonly string[], product: Product, coats: number, ml: number): void;
}) {
  const { units } = useAppTheme();
  const cm2 = (x: number) => formatQuantity('area', x, units);
  const ml = (p: Product, area: number) =>
    readyMixMl(
      area,
      p.film.nominalUm,
      p.coats,
      splitMix(p, 100, p.thinning?.defaultFraction ?? 0).solids,
      transferEfficiency(FAMILIES[p.family].application, 'plain'),
    );
  const baseCm2 = panels.reduce((s, p) => s + p.fullCm2 + FADE_SHARE * p.fadeCm2, 0);
  const clearCm2 = panels.reduce((s, p) => s + p.clearCm2, 0);
  const ids = panels.map((p) => p.next?.panel.panelId ?? own.id);
  const zones = ids.flatMap((id) =>
    zonesOf(open.job, id)
      .filter((z) => (z.face ?? 'outer') === 'outer')
      .map((z) => z.id),
  );
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
      <View style={{ gap: gap(2), marginTop: gap(3) }}>
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
        <T kind="tag" tone="muted">
          Worked out from the drawing; where colour gets less it takes about half.
        </T>
      </View>
    </Section>
  );
}
