import { useState } from 'react';
import { View } from 'react-native';
import { displayQuantity, formatQuantity, unitOf, type Product, type DisplayQuantity } from '@/core';
import { scaleLines, growthFactor, overPoured, pourSteps, thinnerWithin, type InCup, type MixPlan } from '@/core/mix';
import { useAppTheme } from '@/ui/appTheme';
import { Row, Stack } from '@/ui/layout';
import { readNumber } from '@/ui/numbers';
import { Field } from '@/ui/Field';
import { ActionButton } from '@/ui/ActionButton';
import { TextButton } from '@/ui/TextButton';
import { Text } from '@/ui/Text';
import { gap } from '@/ui/theme';

/** A batch that would be so much larger than planned is a misread scale. */
const ABSURD = 5;

type By = 'weight' | 'volume';
interface Props {
  product: Product;
  plan: MixPlan;
  by: By;
  inCup: InCup | undefined;
  /** Too much of one part went in: what is in the cup now, g a line; and the thinner that it is left with, a fraction. */
  onCup(inCup: number[], thinner?: number): void;
}
const QUANTITY = { weight: 'mass', volume: 'volume' } as const;

/** Each line is the total to pour up to. A line that went over scales up the rest; nothing is ever taken out. */
export function PourLines({ product, plan, by, inCup, onCup }: Props) {
  const { palette, units } = useAppTheme();
  const [over, setOver] = useState<number | null>(null);
  const q = QUANTITY[by];
  return (
    <View>
      {pourSteps(plan.lines, inCup).map((s, i) => {
        const [inside, add, to] = by === 'weight' ? [s.inG, s.addG, s.toG] : [s.inMl, s.addMl, s.toMl];
        return (
          <View
            key={s.name}
            style={{ borderBottomWidth: 1, borderBottomColor: palette.line, paddingVertical: gap(2) }}
            testID="pour-line"
          >
            <View
              style={{
                flexDirection: 'row',
                flexWrap: 'wrap',
                alignItems: 'baseline',
                justifyContent: 'space-between',
                columnGap: gap(3),
              }}
            >
              <View style={{ flexShrink: 1 }}>
                <Text kind="strong">{s.name}</Text>
                <Text kind="tag" tone="muted">
                  {[
                    inside > 0 && `${formatQuantity(q, inside, units)} is in`,
                    add > 0 && `add ${formatQuantity(q, add, units)}`,
                  ]
                    .filter(Boolean)
                    .join(', ')}
                </Text>
              </View>
              {add > 0 ? <Big shown={displayQuantity(q, to, units)} /> : <Text tone="muted">enough</Text>}
            </View>
            {add > 0 &&
              plan.lines.length > 1 &&
              (over === i ? (
                <Over
                  product={product}
                  plan={plan}
                  by={by}
                  inCup={inCup ?? []}
                  index={i}
                  onCup={onCup}
                  close={() => setOver(null)}
                />
              ) : (
                <TextButton label="Poured too much" tone="muted" onPress={() => setOver(i)} />
              ))}
          </View>
        );
      })}
    </View>
  );
}

function Big({ shown }: { shown: DisplayQuantity }) {
  return (
    <View style={{ flexDirection: 'row', alignItems: 'baseline', gap: gap(1.5) }}>
      <Text kind="small" tone="muted">
        up to
      </Text>
      <Text kind="answer">{shown.value}</Text>
      <Text tone="muted">{shown.unit}</Text>
    </View>
  );
}

/** What went in, and what that makes of the batch before one goes on. */
function Over({
  product,
  plan,
  by,
  inCup,
  index,
  onCup,
  close,
}: {
  product: Product;
  plan: MixPlan;
  by: By;
  inCup: InCup;
  index: number;
  onCup(inCup: number[], thinner?: number): void;
  close(): void;
}) {
  const { units } = useAppTheme();
  const [text, setText] = useState('');
  const q = QUANTITY[by];
  const read = readNumber(text, { quantity: q }, units);
  const step = pourSteps(plan.lines, inCup)[index]!;
  const cup = read.ok ? overPoured(plan.lines, inCup, index, read.value, by) : undefined;
  const factor = cup ? growthFactor(plan.lines, cup) : 1;
  const absurd = factor > ABSURD;
  // A little more thinner is no reason for a larger batch while the sheet allows it.
  const thinner = cup && step.role === 'thinner' ? thinnerWithin(product, plan.lines, cup) : undefined;
  const most = Math.round((product.thinning?.maxFraction ?? 0) * 100);
  const problem =
    text === ''
      ? undefined
      : !read.ok
        ? read.error
        : !cup
          ? `Not over yet: pour on to ${formatQuantity(q, by === 'weight' ? step.toG : step.toMl, units)}`
          : absurd
            ? `That is more than five times the plan. Check the ${by === 'weight' ? 'scale' : 'mark'}.`
            : undefined;
  const rest = cup && !absurd ? pourSteps(scaleLines(plan.lines, factor), cup).filter((s) => s.addG > 0) : [];
  return (
    <Stack between={2}>
      <Field
        label={by === 'weight' ? 'The scale shows now' : 'The cup is filled to'}
        unit={unitOf(q, units)}
        value={text}
        onChange={setText}
        problem={problem}
        numeric
      />
      {cup && !absurd && (
        <View>
          <Text kind="small">
            {`${thinner === undefined ? 'Nothing comes out.' : `The sheet takes up to ${most}\u00a0% thinner: leave it, or keep the ratio.`} The batch ${thinner === undefined ? 'becomes' : 'would become'} ${formatQuantity('volume', plan.readyMl * factor, units)}; add:`}
          </Text>
          {rest.map((s) => (
            <Text key={s.name} kind="strong">
              {by === 'weight'
                ? `${s.name}: ${formatQuantity(q, s.addG, units)} more, up to ${formatQuantity(q, s.toG, units)}`
                : `${s.name}: ${formatQuantity(q, s.addMl, units)} more, up to ${formatQuantity(q, s.toMl, units)}`}
            </Text>
          ))}
        </View>
      )}
      <Row>
        {cup && thinner !== undefined && (
          <ActionButton
            label={`Leave it at ${Math.round(thinner * 1000) / 10}\u00a0%`}
            strong
            onPress={() => {
              onCup(cup, thinner);
              close();
            }}
          />
        )}
        {cup && !absurd && (
          <ActionButton
            label="Take the larger batch"
            onPress={() => {
              onCup(cup);
              close();
            }}
          />
        )}
        <TextButton label="Close" onPress={close} />
      </Row>
    </Stack>
  );
}
