import { useState } from 'react';
import { View } from 'react-native';
import { correctOverPour, show, showText, type MixPlan, type Shown } from '@/core';
import { useLook } from '@/ui/look';
import { readNumber } from '@/ui/numbers';
import { Field } from '@/ui/Field';
import { Act, Quiet } from '@/ui/parts';
import { T } from '@/ui/T';
import { gap } from '@/ui/theme';

interface Props {
  plan: MixPlan;
  by: 'weight' | 'volume';
  /** The batch has to grow by this factor, since too much of one part went in. */
  onGrow(factor: number): void;
}

/** Each line is the total to pour up to. A line that went over scales up the rest; nothing is ever taken out. */
export function PourLines({ plan, by, onGrow }: Props) {
  const { palette, units } = useLook();
  const [over, setOver] = useState<number | null>(null);
  return (
    <View>
      {plan.lines.map((l, i) => {
        const to = by === 'weight' ? show('mass', l.pourToG, units) : show('volume', l.pourToMl, units);
        const add = by === 'weight' ? showText('mass', l.massG, units) : showText('volume', l.volumeMl, units);
        return (
          <View
            key={l.name}
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
                <T kind="strong">{l.name}</T>
                <T kind="tag" tone="muted">{`add ${add}`}</T>
              </View>
              <Big shown={to} />
            </View>
            {by === 'weight' &&
              plan.lines.length > 1 &&
              (over === i ? (
                <Over plan={plan} index={i} onGrow={onGrow} close={() => setOver(null)} />
              ) : (
                <Quiet label="Poured too much" tone="muted" onPress={() => setOver(i)} />
              ))}
          </View>
        );
      })}
    </View>
  );
}

function Big({ shown }: { shown: Shown }) {
  return (
    <View style={{ flexDirection: 'row', alignItems: 'baseline', gap: gap(1.5) }}>
      <T kind="small" tone="muted">
        up to
      </T>
      <T kind="answer">{shown.value}</T>
      <T tone="muted">{shown.unit}</T>
    </View>
  );
}

function Over({
  plan,
  index,
  onGrow,
  close,
}: {
  plan: MixPlan;
  index: number;
  onGrow(f: number): void;
  close(): void;
}) {
  const { units } = useLook();
  const [text, setText] = useState('');
  const read = readNumber(text, { quantity: 'mass' }, units);
  const line = plan.lines[index]!;
  const correction = read.ok ? correctOverPour(plan.lines, index, read.value!) : undefined;
  const absurd = correction !== undefined && correction.factor > 5;
  const problem =
    text === ''
      ? undefined
      : !read.ok
        ? read.error
        : !correction
          ? `Not over yet: pour on to ${showText('mass', line.pourToG, units)}`
          : absurd
            ? 'That is more than five times the plan. Check the scale.'
            : undefined;
  return (
    <View style={{ gap: gap(2) }}>
      <Field label="The scale shows now" unit="g" value={text} onChange={setText} problem={problem} numeric />
      {correction && !absurd && (
        <View>
          <T kind="small">{`Nothing comes out. The batch becomes ${showText('volume', correction.readyMl, units)}; add:`}</T>
          {correction.pours.map((p) => (
            <T key={p.name} kind="strong">
              {`${p.name}: ${showText('mass', p.addG, units)} more, up to ${showText('mass', p.pourToG, units)}`}
            </T>
          ))}
        </View>
      )}
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: gap(2) }}>
        {correction && !absurd && (
          <Act
            label="Take the larger batch"
            onPress={() => {
              onGrow(correction.factor);
              close();
            }}
          />
        )}
        <Quiet label="Leave it" onPress={close} />
      </View>
    </View>
  );
}
