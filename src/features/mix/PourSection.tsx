import { useState } from 'react';
import { View } from 'react-native';
import { figure, formatQuantity, MINUTE_MS, phrase, type Product } from '@/core';
import { potLifeMinutes, stickMarks, thinned } from '@/core/mix';
import { useAppTheme } from '@/ui/appTheme';
import { Measure } from '@/ui/Field';
import { clockTime, money, percent } from '@/ui/format';
import { Stack } from '@/ui/layout';
import { formatForInput, readNumber } from '@/ui/numbers';
import { Section } from '@/ui/Section';
import { Text } from '@/ui/Text';
import { TextButton } from '@/ui/TextButton';
import { gap } from '@/ui/theme';
import type { MixQuantities, MixDraft } from './cup';
import { PourLines } from './PourLines';

/** More than this in one cup gets warm by itself, mL. */
const LARGE_ML = 500;
/** What hangs a twentieth more or less nobody sees. */
const WORTH_SAYING = 0.05;

/** The cup's lines, and what is to be known of it before it is poured. */
export function PourSection({
  product,
  plan,
  draft: d,
  set,
  now,
  tempC,
  isLearned,
}: {
  product: Product;
  plan: MixQuantities;
  draft: MixDraft;
  set(patch: Partial<MixDraft>): void;
  now: number;
  tempC: number | undefined;
  /** What lands is the shop's own figure. */
  isLearned: boolean;
}) {
  const { units, currency } = useAppTheme();
  const pot = tempC === undefined ? undefined : potLifeMinutes(product, tempC, plan.readyMl);
  const [low, high] = [plan.lowMl, plan.highMl].map((ml) => formatQuantity('volume', ml, units));
  return (
    <Section title="Pour" aside={d.by === 'weight' ? 'on one scale, tared' : 'in a straight cup'}>
      <PourLines
        product={product}
        plan={plan}
        by={d.by}
        inCup={d.overpouredG}
        onCup={(inCup, left) =>
          set({
            overpouredG: inCup,
            ...(left !== undefined && { thinner: formatForInput(left, { percent: true }, units) }),
          })
        }
      />
      {d.by === 'volume' && <Stick plan={plan} />}
      <View
        style={{ flexDirection: 'row', flexWrap: 'wrap', columnGap: gap(6), rowGap: gap(2), paddingVertical: gap(3) }}
      >
        {pot !== undefined && <Fact figure={clockTime(now + pot * MINUTE_MS)} text="pot life ends, if mixed now" />}
        <Fact figure={formatQuantity('volume', plan.perCoatMl, units)} text="for each coat" />
        <Fact figure={`${(low ?? '').split('\u00a0')[0] ?? ''}–${high ?? ''}`} text="likely amount" />
        <Fact figure={money(plan.cost, currency)} text="material in the cup" />
        <Fact figure={formatQuantity('solvent', plan.vocGL, units)} text="VOC of the mix" />
      </View>
      <ThinnedOnPurpose product={product} fraction={plan.thinnerFraction} tempC={tempC} />
      {d.overpouredG && (
        <Stack bottom={2}>
          <Text kind="small" tone="window">
            {plan.grown > 1.001
              ? `Scaled up ${Math.round((plan.grown - 1) * 100)} % after the over-pour.`
              : 'What went over fits into this batch.'}
          </Text>
          <TextButton label="Begin with an empty cup" onPress={() => set({ overpouredG: undefined })} />
        </Stack>
      )}
      <Text kind="small" tone="muted">
        {`${pot !== undefined && plan.readyMl > LARGE_ML ? 'A cup this large goes off sooner: its own heat hurries it. ' : ''}Counted with ${Math.round(plan.transferEfficiency * 100)} % of the paint landing on the work${isLearned ? ', as your own film readings say' : ''}. Figures are ${product.basis === 'sheet' ? 'from your data sheet' : 'generic'}; the tin decides.`}
      </Text>
    </Section>
  );
}

/** Marks for a stick that stands in a straight cup. */
function Stick({ plan }: { plan: MixQuantities }) {
  const { units } = useAppTheme();
  const [across, setAcross] = useState('');
  const read = readNumber(across, { quantity: 'thickness' }, units, true);
  const mm = read.ok ? read.value : undefined;
  const problem = !read.ok
    ? read.error
    : mm !== undefined && (mm < 20 || mm > 500)
      ? phrase`A cup is ${figure('thickness', 20)} to ${figure('thickness', 500)} across`
      : undefined;
  return (
    <View>
      <Measure
        label="Cup, inside across"
        quantity="thickness"
        value={across}
        onChange={setAcross}
        problem={problem}
        hint="For marks on a mixing stick"
      />
      {mm !== undefined && problem === undefined && (
        <View testID="stick-marks">
          {stickMarks(plan.lines, mm).map((m) => (
            <Text key={m.name} kind="small">
              {`${m.name}: up to ${formatQuantity('thickness', m.heightMm, units)} from the bottom`}
            </Text>
          ))}
        </View>
      )}
    </View>
  );
}

/** What more or less thinner than usual does. */
function ThinnedOnPurpose({
  product,
  fraction,
  tempC,
}: {
  product: Product;
  fraction: number;
  tempC: number | undefined;
}) {
  const { units } = useAppTheme();
  if (!product.thinning) return null;
  const t = thinned(product, fraction, tempC);
  const usual = thinned(product, product.thinning.defaultFraction, tempC);
  if (Math.abs(t.hangs / usual.hangs - 1) < WORTH_SAYING && t.against === 'within') return null;
  const film = (um: number) => formatQuantity('film', um, units);
  return (
    <Text kind="small" tone={t.against === 'within' ? 'ink' : 'window'} testID="thinned">
      {`${t.against === 'over' ? 'Thinner than the sheet allows. ' : t.against === 'under' ? 'Less thinner than the sheet asks for. ' : ''}With ${percent(fraction)} the mix has ${percent(t.solids)} solids: ${film(product.film.nominalUm)} dry are ${film(t.wetUm)} wet, and a coat laid as usual dries to ${film(t.dryUm)}. ${percent(Math.abs(t.hangs - 1))} ${t.hangs < 1 ? 'less' : 'more'} hangs on an upright panel before it runs.`}
    </Text>
  );
}

function Fact({ figure, text }: { figure: string; text: string }) {
  return (
    <View style={{ minWidth: 96 }}>
      <Text kind="figure">{figure}</Text>
      <Text kind="tag" tone="muted">
        {text}
      </Text>
    </View>
  );
}
