import { useState } from 'react';
import { View } from 'react-native';
import { ProgressBar } from 'react-native-paper';
import { displayQuantity, formatQuantity, type Message, type Product } from '@/core';
// The file itself: all devices are loaded by need, and what two later files share would come with the first page.
import { LEAST_STEPS, SCALE_STEP_G, toleranceG, type ScaleState } from '@/core/devices/scale';
import { growthFactor, overPoured, pourSteps, scaleLines, thinnerWithin, type MixPlan } from '@/core/mix';
import { NO_TIN, type Container } from '@/core/stock';
import { useAppTheme } from '../appTheme';
import { Row } from '../layout';
import { readNumber } from '../numbers';
import { ActionButton } from '../ActionButton';
import { ChoiceGroup } from '../ChoiceGroup';
import { Field } from '../Field';
import { HoldButton } from '../HoldButton';
import { Notice } from '../Notice';
import { Page } from '../Page';
import { PageHead } from '../PageHead';
import { Text } from '../Text';
import { TextButton } from '../TextButton';
import { gap } from '../theme';

/** A batch that would be so much larger than planned is a misread scale. */
const ABSURD = 5;
/** Faster than that it wanders out of the line while one pours, g/min. */
const DRIFTS_G_MIN = 1;
/** The simulated hand pours so fast, g/s. */
const POURS_G_S = 18;

export interface Poured {
  massG: number;
  plannedG: number;
}

/** What a scale says, see `useScale` of the data. */
export interface PourScale {
  status: 'none' | 'connecting' | 'live' | 'lost';
  state?: ScaleState;
  driftGMin: number;
  why?: Message;
}

export interface PourProps {
  product: Product;
  plan: Pick<MixPlan, 'lines' | 'readyMl'>;
  scale: PourScale;
  /** Hands at the simulated scale. */
  onHand(act: { pourGS: number } | { tare: true }): void;
  /** What is in already, g a line, from an earlier visit. */
  begun: readonly number[];
  /** Tins that a line may come out of, the one to take first; and which were taken. */
  tinsFor(line: number): readonly Container[];
  chosen: readonly (string | undefined)[];
  /** Of the first line. */
  note: string | undefined;
  /** What goes over stays, and the lines after it are worked out anew by whoever asks: nothing grows. */
  stays?: boolean;
  onChosen(line: number, tin: string): void;
  onPoured(inG: number[]): void;
  onDone(poured: Poured[]): void;
  back(): void;
}

/** One line at a time: how much more, what the scale shows then, and what becomes of the rest when one went over. */
export function PourScreen({
  product,
  plan,
  scale,
  onHand,
  begun,
  tinsFor,
  chosen,
  note,
  stays = false,
  onChosen,
  onPoured,
  onDone,
  back,
}: PourProps) {
  const { units, palette } = useAppTheme();
  const [typed, setTyped] = useState('');
  const [byHand, setByHand] = useState(false);
  const at = begun.length;
  const grown = stays ? 1 : growthFactor(plan.lines, begun);
  const lines = grown > 1 ? scaleLines(plan.lines, grown) : plan.lines;
  const steps = pourSteps(lines, begun);
  const step = steps[at];
  const line = lines[at];
  const before = begun.reduce((s, g) => s + g, 0);
  const read = typed === '' ? undefined : readNumber(typed, { quantity: 'mass' }, units);
  const live = scale.status === 'live' && !byHand ? scale.state : undefined;
  // Without a scale to read each line is told by itself: many tare between lines, or measure in a cup.
  const isByLine = scale.status === 'none';
  const told = read?.ok ? read.value : undefined;
  const shown = live ? live.g : told === undefined ? undefined : isByLine ? before + told : told;
  const mass = (g: number) => formatQuantity('mass', g, units);
  if (!step || !line) {
    const poured = lines.map((l, i) => ({ massG: begun[i] ?? 0, plannedG: plan.lines[i]?.massG ?? l.massG }));
    return (
      <Page
        foot={
          <>
            <ActionButton label="It is mixed" strong grow onPress={() => onDone(poured)} testID="mixed" />
            <ActionButton label="Not yet" onPress={back} />
          </>
        }
      >
        <PageHead eyebrow={product.name} title="All is in: stir it well" subtitle={`${mass(before)} in the cup.`} />
        {lines.map((l, i) => (
          <View key={l.name} style={{ flexDirection: 'row', justifyContent: 'space-between', paddingVertical: gap(1) }}>
            <Text>{l.name}</Text>
            <Text kind="strong">{mass(begun[i] ?? 0)}</Text>
          </View>
        ))}
        {grown > 1.001 && (
          <Text
            kind="small"
            tone="window"
          >{`The batch is ${Math.round((grown - 1) * 100)}\u00a0% larger than planned, after an over-pour.`}</Text>
        )}
        <TextButton label="Pour the last line again" onPress={() => onPoured(begun.slice(0, -1))} />
      </Page>
    );
  }
  const target = before + line.massG;
  // Of a few tenths of a gram nothing is not yet in its line.
  const tolerance = Math.min(toleranceG(line.massG), line.massG / 2);
  const left = shown === undefined ? line.massG : target - shown;
  const isIn = shown !== undefined && Math.abs(left) <= tolerance;
  const isOver = shown !== undefined && left < -tolerance;
  const cup = isOver ? overPoured(lines, begun, at, shown, 'weight') : undefined;
  const factor = cup && !stays ? growthFactor(lines, cup) : 1;
  const absurd = (cup ? growthFactor(lines, cup) : 1) > ABSURD;
  const thinner = cup && line.role === 'thinner' ? thinnerWithin(product, lines, cup) : undefined;
  const accept = (g: number) => {
    setTyped('');
    onPoured([...begun, Math.max(0, g - before)]);
  };
  const tins = tinsFor(at);
  const big = displayQuantity('mass', Math.abs(left), units);
  const problem = problemOf(scale, byHand);
  return (
    <Page
      testID="pour"
      foot={
        <>
          <ActionButton
            label={
              isOver && !absurd
                ? stays
                  ? 'Take it as it is'
                  : 'Take the larger batch'
                : isIn
                  ? steps[at + 1]
                    ? 'It is in: next'
                    : 'It is in'
                  : 'It is in as planned'
            }
            strong={isIn || (isOver && !absurd)}
            grow
            disabled={absurd}
            onPress={() => accept(isIn || isOver ? (shown ?? target) : target)}
            testID="line-in"
          />
          <ActionButton
            label={at === 0 ? 'Back' : 'Line before'}
            onPress={() => (at === 0 ? back() : onPoured(begun.slice(0, -1)))}
          />
        </>
      }
    >
      <PageHead
        eyebrow={`${product.name}, line ${at + 1} of ${lines.length}`}
        title={isByLine ? `${line.name}: ${mass(line.massG)}` : `${line.name}: up to ${mass(target)}`}
        subtitle={
          isByLine
            ? `${before > 0 ? `${mass(before)} are in: the scale then shows ${mass(target)} if it was not tared.` : 'By itself; tare between lines, or read the sum.'}`
            : `Add ${mass(line.massG)}${before > 0 ? ` to the ${mass(before)} that are in` : ''}.`
        }
      />
      <View style={{ alignItems: 'center', paddingVertical: gap(4), gap: gap(2) }} aria-live="polite">
        <Text kind="small" tone="muted">
          {shown === undefined ? 'to pour' : isOver ? 'over by' : isIn ? 'in its line' : 'still to pour'}
        </Text>
        <View style={{ flexDirection: 'row', alignItems: 'baseline', gap: gap(2) }}>
          <Text kind="huge" tone={isOver ? 'stop' : isIn ? 'good' : 'ink'} testID="left-to-pour">
            {isIn ? '0' : big.value}
          </Text>
          <Text kind="section" tone="muted">
            {big.unit}
          </Text>
        </View>
        <View style={{ width: '100%', maxWidth: 420, height: 14 }}>
          <ProgressBar
            progress={shown === undefined ? 0 : Math.min(1, Math.max(0, (shown - before) / line.massG))}
            color={isOver ? palette.stop : isIn ? palette.good : palette.do}
            style={{ height: 14, borderRadius: 7, backgroundColor: palette.sunk }}
            aria-label={`${line.name} in the cup`}
          />
        </View>
        {live && (
          <Text kind="small" tone="muted">
            {`The scale shows ${mass(live.g)}${live.is === 'moving' ? ', moving' : live.is === 'shaking' ? `, shaking by ${mass(live.swingG)}` : ''}`}
          </Text>
        )}
      </View>
      {isByLine && !stays && at === 0 && lines.length > 1 && typed === '' && (
        <View>
          <Text kind="small">{`Then ${lines
            .slice(1)
            .map((l) => `${l.name.toLowerCase()} ${mass(l.massG)}`)
            .join(', ')}.`}</Text>
          <TextButton
            label={`All ${lines.length} are in as planned`}
            icon="check"
            onPress={() => onPoured(lines.map((l) => l.massG))}
            testID="all-in"
          />
        </View>
      )}
      {at === 0 && note !== undefined && <Notice tone="muted">{note}</Notice>}
      {line.massG < SCALE_STEP_G * LEAST_STEPS && (
        <Notice tone="window">{`${mass(line.massG)} is less than a scale of 0.1 g can measure: mix a larger cup, or count drops (about twenty to a millilitre).`}</Notice>
      )}
      {problem !== undefined && <Notice tone="window">{problem}</Notice>}
      {scale.status === 'live' && live?.is === 'still' && live.g < -0.5 && (
        <Notice tone="window">The scale shows less than nothing: put the empty cup on it and tare.</Notice>
      )}
      {isOver && (
        <Notice tone={absurd ? 'stop' : 'window'} testID="over-poured">
          {absurd
            ? 'That is more than five times the plan. Check the scale, and whether it was tared with the cup on it.'
            : stays
              ? 'Nothing comes out again. What is still to come is worked out anew for what is in the pot now.'
              : `Nothing comes out again. The batch becomes ${formatQuantity('volume', plan.readyMl * grown * factor, units)}, and what is still to come grows with it.`}
        </Notice>
      )}
      {cup && thinner !== undefined && !absurd && (
        <Text kind="small">{`The sheet takes this much thinner: with ${Math.round(thinner * 1000) / 10}\u00a0% it may stay as it is.`}</Text>
      )}
      {(scale.status !== 'live' || byHand) && (
        <Field
          label={isByLine ? `Poured of ${line.name}` : 'The scale shows'}
          unit="g"
          value={typed}
          onChange={setTyped}
          numeric
          problem={read && !read.ok ? read.error : undefined}
        />
      )}
      {tins.length > 0 && (
        <ChoiceGroup
          label="Out of"
          options={[
            ...tins.slice(0, 4).map((t) => ({
              value: t.id,
              label: `${t.lot === undefined ? (t.place ?? 'Shelf') : `Lot ${t.lot}`}, ${formatQuantity('mass', t.amount, units, 0)}`,
            })),
            { value: NO_TIN, label: 'Another tin' },
          ]}
          value={chosen[at] ?? tins[0]?.id}
          onChange={(id) => onChosen(at, id)}
        />
      )}
      {scale.status === 'live' && (
        <Row top={3}>
          <ActionButton label="Tare" onPress={() => onHand({ tare: true })} testID="tare" />
          <HoldButton
            label="Hold to pour"
            onHold={() => onHand({ pourGS: POURS_G_S })}
            onLetGo={() => onHand({ pourGS: 0 })}
            testID="hold-to-pour"
          />
          <TextButton label={byHand ? 'Read the scale' : 'Type what it shows'} onPress={() => setByHand(!byHand)} />
        </Row>
      )}
      {scale.status === 'live' && (
        <Text kind="tag" tone="muted">
          This scale is the simulated one of the bench: it is poured onto by holding the button. A real one is read
          alike.
        </Text>
      )}
    </Page>
  );
}

function problemOf(scale: PourScale, byHand: boolean) {
  if (byHand || scale.status === 'none') return undefined;
  if (scale.status === 'lost')
    return 'The scale does not answer: is it plugged in? Type what it shows, or wait for it.';
  if (scale.why !== undefined) return scale.why;
  if (scale.state?.is === 'shaking')
    return 'The scale shakes: what it shows is the middle of it. Stand it on something that does not.';
  if (scale.state?.is === 'still' && Math.abs(scale.driftGMin) > DRIFTS_G_MIN)
    return `The scale wanders by ${Math.abs(scale.driftGMin).toFixed(1)} g a minute: tare it anew before a small line.`;
  return undefined;
}
