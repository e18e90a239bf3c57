import { useRouter } from 'expo-router';
import { useState } from 'react';
import { View } from 'react-native';
import { drawnAreaText, formatQuantity, waitText, zonesOf, type Panel, type QualityLevel, type Result } from '@/core';
import { planSkims, type Fairing, type Skim } from '@/core/fair';
import { gritLadder, SHAPE_CLASSES, type ShapeClass } from '@/core/grit/ladder';
import { keysOf } from '@/core/keysOf';
import { useLibrary, type OpenJob } from '@/data';
import { ActionButton } from '@/ui/ActionButton';
import { useAppTheme } from '@/ui/appTheme';
import { ChoiceGroup } from '@/ui/ChoiceGroup';
import { percent } from '@/ui/format';
import { ListRow } from '@/ui/ListRow';
import { Notice } from '@/ui/Notice';
import { pageHref } from '@/ui/pages';
import { Section } from '@/ui/Section';
import { T } from '@/ui/T';
import { TextButton } from '@/ui/TextButton';
import { gap } from '@/ui/theme';
import { cancelFairing } from '@/workers/fair';

const SHAPES = keysOf(SHAPE_CLASSES).map((value) => ({ value, label: SHAPE_CLASSES[value].name }));
/** What filler is sanded to before it is primed. */
const FILLER_TO = 180;
const MIN_MS = 60_000;

interface Props {
  open: OpenJob;
  panel: Panel;
  result: Result<Fairing, string> | undefined;
  busy: boolean;
  failed: Error | undefined;
  level: QualityLevel;
  tempC: number;
  onAgain(): void;
}

/** The least filler, how it is spread, and the papers after it. */
export function FairPlan({ open, panel, result, busy, failed, level, tempC, onAgain }: Props) {
  const { units } = useAppTheme();
  if (busy)
    return (
      <Section title="The least filler">
        <T tone="muted">It is being worked out.</T>
        <TextButton label="Stop" icon="close" onPress={cancelFairing} />
      </Section>
    );
  if (failed || !result)
    return (
      <Section title="The least filler">
        <T tone="muted">It was not worked out.</T>
        <ActionButton label="Work it out" onPress={onAgain} />
      </Section>
    );
  if (!result.ok)
    return (
      <Section title="The least filler">
        <Notice tone="stop">{result.error}</Notice>
        <ActionButton label="Try again" onPress={onAgain} />
      </Section>
    );
  const f = result.value;
  const tapped = f.tap.mm.reduce((m, v) => Math.max(m, v), 0);
  const mm = (v: number) => formatQuantity('thickness', v, units);
  return (
    <>
      <Section title="The least filler" aside={`fair as agreed: ${level}`}>
        <View style={{ paddingVertical: gap(2) }}>
          <T kind="figure">{formatQuantity('volume', f.volumeMl, units)}</T>
          <T tone="muted">
            {f.areaCm2 === 0
              ? 'Nothing has to be filled.'
              : `of cured filler on ${drawnAreaText(f.areaCm2, units)}, ${mm(f.deepestMm)} at its deepest`}
          </T>
        </View>
        {tapped > 0.1 && (
          <Notice tone="window">{`Tap the highs down first, by up to ${mm(tapped)}: it saves filler, and a high that is filled around is felt.`}</Notice>
        )}
        {f.pullCm2 > 0 && (
          <Notice tone="stop">{`${drawnAreaText(f.pullCm2, units)} are deeper than filler may be: pull the metal there first, then read it again.`}</Notice>
        )}
      </Section>
      {f.areaCm2 > 0 && <Spread open={open} panel={panel} f={f} tempC={tempC} />}
    </>
  );
}

/** Skims and papers of a plan. */
function Spread({ open, panel, f, tempC }: { open: OpenJob; panel: Panel; f: Fairing; tempC: number }) {
  const { units } = useAppTheme();
  const { all, lookup } = useLibrary();
  const router = useRouter();
  const [shape, setShape] = useState<ShapeClass>('flat');
  const fine = all.find((p) => p.family === (panel.substrate === 'plastic' ? 'flexibleFiller' : 'lightFiller'));
  const below = all.find((p) => p.family === 'glassFiller');
  if (!fine) return <Notice tone="stop">There is no filler in the library.</Notice>;
  const plan = planSkims(f.fill, fine, below, tempC);
  const area = plan.skims.reduce((m, s) => Math.max(m, s.areaCm2), 0);
  const rungs = gritLadder(undefined, FILLER_TO, 'filler', area, shape);
  const minutes = rungs.reduce((sum, r) => sum + r.minutes, 0);
  const words = (s: Skim): string =>
    [
      `${formatQuantity('mass', s.massG, units, 0)}`,
      ...(s.hardenerFraction === undefined ? [] : [`${percent(s.hardenerFraction, 1)} hardener`]),
      ...(s.ribbonMm === undefined ? [] : [`a ribbon of ${formatQuantity('length', s.ribbonMm / 10, units)}`]),
    ].join(', ');
  return (
    <>
      <Section title="Skims" aside={String(plan.skims.length)}>
        {plan.tooDeep && (
          <Notice tone="stop">{`It would be ${formatQuantity('thickness', plan.deepestMm, units)} deep; these fillers may be ${formatQuantity('thickness', plan.limitMm, units)} in all. Metal first.`}</Notice>
        )}
        {plan.skims.map((s, i) => (
          <ListRow key={i}>
            <View style={{ flex: 1, minWidth: 0 }}>
              <T kind="strong">
                {`${lookup(s.productId)?.name ?? s.productId}, ${s.over === 'lows' ? 'in the lows' : 'over all of it'}`}
              </T>
              <T kind="small">{words(s)}</T>
              <T kind="small" tone="muted">
                {`${drawnAreaText(s.areaCm2, units)}, up to ${formatQuantity('thickness', s.deepestMm, units)}. At ${formatQuantity('temp', tempC, units)}${s.workingMin === undefined ? '' : ` it drags after ${waitText(s.workingMin * MIN_MS)}`}${s.sandMin === undefined ? '' : `, and is sanded after ${waitText(s.sandMin * MIN_MS)}`}.`}
              </T>
            </View>
          </ListRow>
        ))}
        <ActionButton
          label="Log the first skim"
          onPress={() =>
            router.navigate(
              pageHref('/log', {
                job: open.job.id,
                zones: zonesOf(open.job, panel.id)
                  .map((z) => z.id)
                  .join(),
                kind: 'filled',
              }),
            )
          }
        />
      </Section>
      <Section title="Papers" aside={`about ${waitText(minutes * MIN_MS)}`}>
        <ChoiceGroup label="It is" options={SHAPES} value={shape} onChange={(s) => setShape(s)} />
        {rungs.map((r) => (
          <ListRow key={r.grit}>
            <View style={{ width: 64 }}>
              <T kind="section">{`P${r.grit}`}</T>
            </View>
            <View style={{ flex: 1, minWidth: 0 }}>
              <T kind="small">
                {r.removesUm === 0
                  ? 'Cut it to shape with the longest board that bridges the low'
                  : `Takes the last paper\u2019s scratch out: ${formatQuantity('film', r.removesUm, units)}, across it`}
              </T>
              <T kind="small" tone="muted">
                {`${waitText(r.minutes * MIN_MS)}, ${r.discs} ${r.discs === 1 ? 'sheet' : 'sheets'}`}
              </T>
            </View>
          </ListRow>
        ))}
      </Section>
      <T kind="small" tone="muted">
        Styrene and dust: mask, extraction. Amounts and times are estimates from usual figures; the tin decides.
      </T>
    </>
  );
}
