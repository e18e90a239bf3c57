import { useState } from 'react';
import { View } from 'react-native';
import { formatQuantity, type Colour, colourId } from '@/core';
import {
  filmOf,
  potOf,
  readCardsOf,
  tonerOfProduct,
  tonerProduct,
  transparentIn,
  type Available,
  type ColourCase,
  type RackCard,
} from '@/core/colour';
import { balanceOf, formulasOf, tonersAtHand, type Batch } from '@/core/stock';
import { useLibrary, type OpenJob } from '@/data';
import { useCupUses, useShelf } from '@/data/shelf';
import { useAppTheme } from '@/ui/appTheme';
import { ActionButton } from '@/ui/ActionButton';
import { ChoiceGroup } from '@/ui/ChoiceGroup';
import { Field, Fields, Measure } from '@/ui/Field';
import { FigureTable } from '@/ui/FigureTable';
import { percent } from '@/ui/format';
import { Notice } from '@/ui/Notice';
import { formatForInput, readNumber } from '@/ui/numbers';
import { Page } from '@/ui/Page';
import { PageHead } from '@/ui/PageHead';
import { Section } from '@/ui/Section';
import { Text } from '@/ui/Text';
import { TextButton } from '@/ui/TextButton';
import { gap } from '@/ui/theme';
import { useTint, type TintQuestion } from '@/data/tint';
import { FormulaForm } from './FormulaForm';
import { TintPour } from './TintPour';
import { withoutToner } from './words';

const MOST = ['1', '2', '3', '4'] as const;
/** What a scale of a paint shop shows, g. */
const STEP_G = 0.1;
/** Less than this of a batch is nothing to tint, g. */
const NOTHING_G = 5;

/** What must be added to the pot at hand, at least, so that its colour comes to the car's. */
export function TintScreen({
  open,
  colour,
  of,
  card,
  onDone,
}: {
  open: OpenJob;
  colour: Colour;
  of: ColourCase;
  card: RackCard;
  onDone(): void;
}) {
  const { units } = useAppTheme();
  const { all, lookup } = useLibrary();
  const shelf = useShelf()?.shelf;
  const uses = useCupUses();
  const [growth, setGrowth] = useState('15');
  const [most, setMost] = useState<(typeof MOST)[number]>('3');
  const [from, setFrom] = useState<'shelf' | 'all'>('shelf');
  const [litresText, setLitresText] = useState<string>();
  const [doing, setDoing] = useState<'formula' | 'pour'>();
  const toners = all.filter((p) => p.family === 'toner');
  const formula = shelf && formulasOf(shelf).find((f) => f.colour === colourId(colour));
  const batch = card.facts?.batchId === undefined ? undefined : shelf?.batches.get(card.facts.batchId);
  const usedMl = uses.reduce((s, u) => s + (u.batchId === batch?.id ? u.usedMl : 0), 0);
  const left = batch && shelf && balanceOf(batch, shelf, lookup, usedMl);
  const share = left && left.mixedG > 0 ? Math.max(0, Math.min(1, left.leftG / left.mixedG)) : 0;
  const whole = batch && formula ? potOf(batch, formula, lookup) : undefined;
  const inPot = whole ? whole.litres * share * 1000 : undefined;
  const shownLitres =
    litresText ?? (inPot === undefined ? '' : formatForInput(Math.round(inPot), { quantity: 'volume' }, units));
  const mlRead = readNumber(shownLitres, { quantity: 'volume' }, units);
  const growthRead = readNumber(growth, { percent: true }, units);
  const growthWrong = !growthRead.ok
    ? growthRead.error
    : growthRead.value <= 0
      ? 'With a growth of nothing, nothing can be added'
      : growthRead.value > 1
        ? 'At most 100'
        : undefined;
  const compared = card.compared;
  const question = (): TintQuestion | undefined => {
    if (!shelf || !compared || !whole || !formula || !batch || !card.facts || !mlRead.ok || !growthRead.ok)
      return undefined;
    const by = whole.litres > 0 ? mlRead.value / 1000 / whole.litres : 0;
    const atHand = tonersAtHand(shelf, lookup);
    const available = toners.flatMap((p): Available[] => {
      const toner = tonerOfProduct(p.id);
      const grams = from === 'all' ? 10_000 : (atHand.get(p.id) ?? 0);
      return toner && grams > 0 ? [{ toner, grams }] : [];
    });
    return {
      ask: {
        pot: { litres: whole.litres * by, toners: whole.toners.map((t) => ({ ...t, grams: t.grams * by })) },
        film: filmOf(card.facts),
        pairs: compared.pairs,
        available,
        growth: growthRead.value,
        most: Number(most),
        stepG: STEP_G,
      },
      cards: readCardsOf(batch, formula, of.cards, shelf, lookup),
    };
  };
  const {
    tinted: plan,
    isBusy,
    problem,
    begin,
    stop,
  } = useTint([open.job.id, open.seq, card.panel.id, shelf?.records.length, shownLitres, growth, most, from], question);
  if (!shelf) return <Page>{null}</Page>;
  if (doing === 'formula')
    return <FormulaForm colour={colour} toners={toners} was={formula} onDone={() => setDoing(undefined)} />;
  if (doing === 'pour' && plan && batch)
    return (
      <TintPour
        open={open}
        batch={batch}
        shelf={shelf}
        ask={plan.ask}
        plan={plan.plan}
        onDone={(poured) => {
          setDoing(undefined);
          if (poured) onDone();
        }}
      />
    );
  const found = plan?.plan;
  const isNothing = found?.additions.length === 0;
  const ready = batch && formula && compared && mlRead.ok && mlRead.value > 0 && growthWrong === undefined;
  return (
    <Page
      testID="tint"
      foot={
        <>
          {found && !isNothing ? (
            <ActionButton
              label="Pour it on the scale"
              strong
              grow
              onPress={() => setDoing('pour')}
              testID="pour-tint"
            />
          ) : isBusy ? (
            <ActionButton label="Stop" strong grow tone="stop" onPress={stop} testID="stop-tint" />
          ) : (
            <ActionButton label="Work out the tint" strong grow disabled={!ready} onPress={begin} testID="begin-tint" />
          )}
          <ActionButton label="Leave" onPress={onDone} />
        </>
      }
    >
      <PageHead
        eyebrow={`${colour.name}, by ${card.panel.name.toLowerCase()}`}
        title={
          isBusy
            ? 'It is being worked out'
            : found
              ? isNothing
                ? 'Nothing helps more than this'
                : `${found.half ? 'Half first: add' : 'Add'} ${found.additions.map((a) => `${formatQuantity('mass', a.grams, units)} of ${a.toner.name.toLowerCase()}`).join(', ')}`
              : 'What must be added to the pot?'
        }
        subtitle={
          found && !isNothing
            ? `${found.after.toFixed(1)} instead of ${found.before.toFixed(1)} is to be expected, between ${found.low.toFixed(1)} and ${found.high.toFixed(1)}. Then a card again: it teaches how strong these toners are.`
            : found
              ? 'What is on the shelf, within that growth, brings it no nearer for sure. Blend it, or allow more.'
              : 'Only additions, as few and as little as help; judged after they are rounded to what the scale shows.'
        }
      />
      {compared?.verdict.flakeTilt && (
        <Notice tone="stop">{`${compared.verdict.flakeTilt.says} That is how it was sprayed: spray a card the other way before any toner.`}</Notice>
      )}
      {!compared && (
        <Notice tone="stop">This card was not compared with the car: there is nothing to go by yet.</Notice>
      )}
      <Facts batch={batch} left={left?.leftG} formula={formula !== undefined} />
      <TextButton
        label={
          formula
            ? `The formula: ${formula.toners.length} toners${formula.variant === undefined ? '' : `, ${formula.variant}`}`
            : 'Type the formula'
        }
        onPress={() => setDoing('formula')}
      />
      {formula &&
        whole &&
        transparentIn(whole.toners.map((t) => ({ toner: t.toner, gPerL: t.grams / Math.max(1e-6, whole.litres) })))
          .length > 0 && (
          <Notice tone="window">
            A transparent toner or a pearl is in it: the ground shows through for long, and each coat changes the
            colour. Card it over the same grey, with the same coats.
          </Notice>
        )}
      {batch && formula && (
        <>
          <Fields>
            <Measure
              label="Base in the pot"
              quantity="volume"
              value={shownLitres}
              onChange={(v) => {
                setLitresText(v);
              }}
              {...(!mlRead.ok && { problem: mlRead.error })}
            />
            <Field
              label="It may grow by"
              unit="%"
              value={growth}
              onChange={(v) => {
                setGrowth(v);
              }}
              numeric
              {...(growthWrong !== undefined && { problem: growthWrong })}
            />
          </Fields>
          <ChoiceGroup
            label="Toners at most"
            options={MOST.map((value) => ({ value, label: value }))}
            value={most}
            onChange={(v) => {
              setMost(v);
            }}
          />
          <ChoiceGroup<'shelf' | 'all'>
            label="Out of"
            options={[
              { value: 'shelf', label: 'What is on the shelf' },
              { value: 'all', label: 'All that there is' },
            ]}
            value={from}
            onChange={(v) => {
              setFrom(v);
            }}
          />
        </>
      )}
      {found && !isNothing && (
        <Section title="What is added">
          <FigureTable
            label="Additions"
            columns={[
              { key: 'toner', title: 'Toner', share: 2 },
              { key: 'g', title: 'Add', figure: true },
            ]}
            rows={found.additions.map((a) => {
              const id = tonerProduct(a.toner.id);
              const has = tonersAtHand(shelf, lookup).get(id) ?? 0;
              return {
                key: id,
                cells: [withoutToner(lookup(id)?.name ?? a.toner.name), formatQuantity('mass', a.grams, units)],
                ...(has < a.grams && {
                  remark: {
                    text: has > 0 ? `Only ${formatQuantity('mass', has, units)} are on the shelf` : 'Not on the shelf',
                    tone: 'window' as const,
                  },
                }),
              };
            })}
          />
          <View style={{ marginTop: gap(2) }}>
            <Text kind="small" tone="muted">
              {`The pot grows by ${percent(found.grows, 1)}. ${found.half ? 'The whole is not sure enough to be better than nothing: half of it, stir, and a card.' : 'Stir, and spray a card before the panel.'}`}
            </Text>
          </View>
        </Section>
      )}
      {problem !== undefined && <Notice tone="stop">{problem}</Notice>}
      <View style={{ marginTop: gap(3) }}>
        <Text kind="small" tone="muted">
          Toners are worked out by the app&apos;s own generic figures and what your cards teach of them. Gloves and a
          mask when mixing; the sheet decides.
        </Text>
      </View>
    </Page>
  );
}

/** Which batch it is, and what stands in the way of tinting it. */
function Facts({ batch, left, formula }: { batch: Batch | undefined; left: number | undefined; formula: boolean }) {
  const { units } = useAppTheme();
  if (!batch)
    return (
      <Notice tone="window">
        The card names no batch: which pot it came out of is not known. Spray a card out of the pot that is to be
        tinted.
      </Notice>
    );
  return (
    <>
      <Text kind="small">{`Batch ${batch.no}${left === undefined ? '' : `, ${formatQuantity('mass', Math.max(0, left), units, 0)} left`}.`}</Text>
      {left !== undefined && left < NOTHING_G && (
        <Notice tone="window">
          By the books this batch is sprayed: there is nothing of it to tint. Say how much base is in the pot if there
          is some.
        </Notice>
      )}
      {!formula && (
        <Notice tone="window">
          Its formula is not known: what is in it has to be typed before it can be worked out.
        </Notice>
      )}
    </>
  );
}
