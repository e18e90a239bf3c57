import { liesFlat } from '@/core/bodies';
import { useRouter } from 'expo-router';
import { useMemo, useState, type ReactNode } from 'react';
import { View } from 'react-native';
import { FAMILIES, finishOf, formatQuantity, zonesOf, type Panel, type Point } from '@/core';
import {
  BLEND_SIDES,
  colourCase,
  colourProduct,
  COLOUR_LIMITS,
  SPOT_WAYS,
  spotWay,
  type ClearEnds,
} from '@/core/colour';
import { boundsOf } from '@/core/outline';
import type { PanelMap } from '@/core/log/job';
import { useLibrary, useSettings, type OpenJob } from '@/data';
import { useAppTheme } from '@/ui/appTheme';
import { ChoiceGroup } from '@/ui/ChoiceGroup';
import { Disclosure } from '@/ui/Disclosure';
import { Field, Fields, Measure } from '@/ui/Field';
import { Notice } from '@/ui/Notice';
import { formatForInput, readNumber } from '@/ui/numbers';
import { Page } from '@/ui/Page';
import { PageHead } from '@/ui/PageHead';
import { pageHref } from '@/ui/pages';
import { Section } from '@/ui/Section';
import { TwoColumns } from '@/ui/SplitView';
import { Text } from '@/ui/Text';
import { gap } from '@/ui/theme';
import { BlendMap } from '@/ui/map/BlendMap';
import { BesideIt, Legend, NextMap, Paint } from './BlendParts';
import { useBlendPlan } from './useBlendPlan';
import { repairsOf, SIDES, spotAt, usualNext } from './repairs';

const TAPPED = 'tapped';
/** A blend with no card yet: what is usual. */
const USUAL_DE = 1.5;
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
  const repairs = useMemo(() => repairsOf(open.job, open.state, panel), [open.job, open.state, panel]);
  const [repairId, setRepairId] = useState(repairs[0]?.id ?? TAPPED);
  const [spot, setSpot] = useState<Point>();
  const [across, setAcross] = useState(() => formatForInput(6, { quantity: 'length' }, units));
  const [de, setDe] = useState(() => (verdict?.high ?? USUAL_DE).toFixed(1));
  const [length, setLength] = useState('');
  const [ends, setEnds] = useState<ClearEnds['at']>('edge');
  const [axis, setAxis] = useState<'x' | 'y'>('y');
  const [line, setLine] = useState('');
  const [flat, setFlat] = useState<'yes' | 'no'>(liesFlat(panel) ? 'yes' : 'no');
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
  const acrossMm = acrossRead.ok ? Math.max(2, acrossRead.value * 10) : undefined;
  const repair = useMemo(
    () =>
      repairId !== TAPPED
        ? repairs.find((r) => r.id === repairId)
        : spot && acrossMm !== undefined
          ? { name: 'Spot', outline: spotAt(spot, acrossMm), whole: undefined }
          : undefined,
    [repairs, repairId, spot, acrossMm],
  );
  const lineMm = lineRead.ok ? lineRead.value * 10 : undefined;
  const deValue = deRead.ok && deWrong === undefined ? deRead.value : undefined;
  const plan = useBlendPlan({
    map,
    repair: repair?.outline,
    next,
    de: deValue,
    butt: deValue !== undefined && deValue < limits.butt,
    looksAlong: flat === 'yes',
    ends,
    axis,
    lineMm,
    length: lengthWrong === undefined && lengthRead.ok ? (lengthRead.value ?? 'usual') : undefined,
  });
  const base = colourProduct(open.job, open.state, finish.colour, all);
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
          verdict?.flakeTilt !== undefined ||
          (verdict?.faceL !== undefined &&
            verdict.alongL !== undefined &&
            Math.abs(verdict.faceL - verdict.alongL) > 1),
      }),
    };
  const over = plan ? plan.panels.length - 1 : 0;
  return (
    <Page wide testID="blend">
      <PageHead
        eyebrow={`${open.job.name}, ${panel.name.toLowerCase()}`}
        title={
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
        subtitle={
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
                  <Text key={String(m)} kind="small">
                    {m}
                  </Text>
                ))}
              </Notice>
            )}
            {plan && (
              <Section title="In order">
                {plan.says.map((m, i) => (
                  <View key={String(m)} style={{ flexDirection: 'row', gap: gap(3), paddingVertical: gap(2) }}>
                    <Text kind="figure">{String(i + 1)}</Text>
                    <View style={{ flex: 1, minWidth: 0 }}>
                      <Text kind="small">{m}</Text>
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
                <Text kind="strong">{SPOT_WAYS[answer.way]}</Text>
                <Text kind="small">{answer.why}</Text>
                {answer.not.map((n) => (
                  <Text key={n.way} kind="small" tone="muted">
                    {n.why}
                  </Text>
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
                  <Text kind="strong">What is beside it</Text>
                  <Text kind="small" tone="muted">
                    {SIDES.flatMap((s) =>
                      next[s] ? [`${BLEND_SIDES[s].toLowerCase()}: ${next[s].name.toLowerCase()}`] : [],
                    ).join(', ') || 'Nothing that is seen with it'}
                  </Text>
                </View>
              }
            >
              <BesideIt open={open} panel={panel} next={next} onChange={setNext} />
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
