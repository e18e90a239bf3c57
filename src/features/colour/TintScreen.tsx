import { useState } from 'react';
import { formatQuantity, type Colour, type UnitSystem } from '@/core';
import {
  COLOUR_LIMITS,
  isPastSaving,
  tonerProduct,
  transparentIn,
  type ColourCase,
  type Pot,
  type RackCard,
  type TintPlan,
} from '@/core/colour';
import { batchNumber, tonersAtHand, type Formula, type Shelf } from '@/core/stock';
import { useLibrary, useSettings, type OpenJob } from '@/data';
import { useAppTheme } from '@/ui/appTheme';
import { ActionButton } from '@/ui/ActionButton';
import { ChoiceGroup } from '@/ui/ChoiceGroup';
import { Field, Fields, Measure } from '@/ui/Field';
import { FigureTable } from '@/ui/FigureTable';
import { percent } from '@/ui/format';
import { Stack } from '@/ui/layout';
import { Notice, Problem } from '@/ui/Notice';
import { Page } from '@/ui/Page';
import { PageHead } from '@/ui/PageHead';
import { Section } from '@/ui/Section';
import { Text } from '@/ui/Text';
import { TextButton } from '@/ui/TextButton';
import { FormulaForm } from './FormulaForm';
import { TintPour } from './TintPour';
import { MOST_TONERS, useTintPot, type TintPot } from './useTintPot';
import { withoutToner } from './words';

/** Less than this of a batch is nothing to tint, g. */
const NOTHING_G = 5;
const FROM = [
  { value: 'shelf', label: 'What is on the shelf' },
  { value: 'all', label: 'All that there is' },
] as const;

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
  const limits = useSettings()?.colourLimits ?? COLOUR_LIMITS;
  const { shelf, pot, toners, input, set, problems, canBegin, tint } = useTintPot(open, colour, of, card);
  const [doing, setDoing] = useState<'formula' | 'pour'>();
  if (!shelf || !pot) return <Page>{null}</Page>;
  const { batch, formula, whole, leftG } = pot;
  const { tinted, isBusy, problem, begin, stop } = tint;
  if (doing === 'formula')
    return <FormulaForm colour={colour} toners={toners} was={formula} onDone={() => setDoing(undefined)} />;
  if (doing === 'pour' && tinted && batch)
    return (
      <TintPour
        open={open}
        batch={batch}
        shelf={shelf}
        ask={tinted.ask}
        plan={tinted.plan}
        onDone={(poured) => {
          setDoing(undefined);
          if (poured) onDone();
        }}
      />
    );
  const found = tinted?.plan;
  const lost = found !== undefined && isPastSaving(found, limits.blend);
  const adds = found !== undefined && found.additions.length > 0;
  const { compared } = card;
  return (
    <Page
      testID="tint"
      foot={
        <>
          {adds ? (
            <ActionButton
              label={lost ? 'Pour it all the same' : 'Pour it on the scale'}
              strong={!lost}
              grow
              onPress={() => setDoing('pour')}
              testID="pour-tint"
            />
          ) : isBusy ? (
            <ActionButton label="Stop" strong grow tone="stop" onPress={stop} testID="stop-tint" />
          ) : (
            <ActionButton
              label="Work out the tint"
              strong
              grow
              disabled={!canBegin}
              onPress={begin}
              testID="begin-tint"
            />
          )}
          <ActionButton label="Leave" onPress={onDone} />
        </>
      }
    >
      <PageHead
        eyebrow={`${colour.name}, by ${card.panel.name.toLowerCase()}`}
        title={
          isBusy ? 'It is being worked out' : lost ? 'This pot is past saving: mix a fresh one' : titleOf(found, units)
        }
        subtitle={lost ? lostWords(found, limits.blend, formula, whole?.litres) : subtitleOf(found)}
      />
      {compared?.verdict.flakeTilt && (
        <Notice tone="stop">{`${compared.verdict.flakeTilt.says} That is how it was sprayed: spray a card the other way before any toner.`}</Notice>
      )}
      {!compared && (
        <Notice tone="stop">This card was not compared with the car: there is nothing to go by yet.</Notice>
      )}
      <PotFacts shelf={shelf} batch={batch} leftG={leftG} formula={formula} />
      <TextButton
        label={
          formula
            ? `The formula: ${formula.toners.length} toners${formula.variant === undefined ? '' : `, ${formula.variant}`}`
            : 'Type the formula'
        }
        onPress={() => setDoing('formula')}
      />
      {whole && isTransparent(whole) && (
        <Notice tone="window">
          A transparent toner or a pearl is in it: the ground shows through for long, and each coat changes the colour.
          Card it over the same grey, with the same coats.
        </Notice>
      )}
      {batch && formula && (
        <>
          <Fields>
            <Measure
              label="Base in the pot"
              quantity="volume"
              value={input.litres}
              onChange={(litres) => set({ litres })}
              {...(problems.litres !== undefined && { problem: problems.litres })}
            />
            <Field
              label="It may grow by"
              unit="%"
              value={input.growth}
              onChange={(growth) => set({ growth })}
              numeric
              {...(problems.growth !== undefined && { problem: problems.growth })}
            />
          </Fields>
          <ChoiceGroup
            label="Toners at most"
            options={MOST_TONERS.map((value) => ({ value, label: value }))}
            value={input.most}
            onChange={(most) => set({ most })}
          />
          <ChoiceGroup label="Out of" options={FROM} value={input.from} onChange={(from) => set({ from })} />
        </>
      )}
      {adds && <Additions plan={found} shelf={shelf} />}
      <Problem says={problem} />
      <Stack top={3}>
        <Text kind="small" tone="muted">
          Toners are worked out by the app&apos;s own generic figures and what your cards teach of them. Gloves and a
          mask when mixing; the sheet decides.
        </Text>
      </Stack>
    </Page>
  );
}

/** The answer: what is added, toner by toner. */
function titleOf(plan: TintPlan | undefined, units: UnitSystem): string {
  if (!plan) return 'What must be added to the pot?';
  if (plan.additions.length === 0) return 'Nothing helps more than this';
  const each = plan.additions.map((a) => `${formatQuantity('mass', a.grams, units)} of ${a.toner.name.toLowerCase()}`);
  return `${plan.half ? 'Half first: add' : 'Add'} ${each.join(', ')}`;
}

/** Why a pot cannot be saved, and what a fresh one takes. */
function lostWords(plan: TintPlan, blend: number, formula: Formula | undefined, litres: number | undefined): string {
  const best = `Whatever is added, it stays ${plan.low.toFixed(1)} or more off, and a blend hides ${blend.toFixed(1)}.`;
  if (!formula || !litres) return best;
  const grams = formula.toners.reduce((sum, t) => sum + t.gPerL * litres, 0);
  return `${best} A fresh pot of ${litres.toFixed(2)}\u00a0L takes ${formula.toners.length} toners by its formula, ${Math.round(grams)}\u00a0g in all.`;
}

/** What the answer brings, or what will be asked. */
function subtitleOf(plan: TintPlan | undefined): string {
  if (!plan)
    return 'Only additions, as few and as little as help; judged after they are rounded to what the scale shows.';
  if (plan.additions.length === 0)
    return 'What is on the shelf, within that growth, brings it no nearer for sure. Blend it, or allow more.';
  return `${plan.after.toFixed(1)} instead of ${plan.before.toFixed(1)} is to be expected, between ${plan.low.toFixed(1)} and ${plan.high.toFixed(1)}. Then a card again: it teaches how strong these toners are.`;
}

/** Whether the ground shows through for long. */
const isTransparent = ({ toners, litres }: Pot): boolean =>
  transparentIn(toners.map((t) => ({ toner: t.toner, gPerL: t.grams / Math.max(1e-6, litres) }))).length > 0;

/** What is added, and what of it the shelf does not have. */
function Additions({ plan, shelf }: { plan: TintPlan; shelf: Shelf }) {
  const { units } = useAppTheme();
  const { lookup } = useLibrary();
  const atHand = tonersAtHand(shelf, lookup);
  return (
    <Section title="What is added">
      <FigureTable
        label="Additions"
        columns={[
          { key: 'toner', title: 'Toner', share: 2 },
          { key: 'g', title: 'Add', figure: true },
        ]}
        rows={plan.additions.map((a) => {
          const id = tonerProduct(a.toner.id);
          const has = atHand.get(id) ?? 0;
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
      <Stack top={2}>
        <Text kind="small" tone="muted">
          {`The pot grows by ${percent(plan.grows, 1)}. ${plan.half ? 'The whole is not sure enough to be better than nothing: half of it, stir, and a card.' : 'Stir, and spray a card before the panel.'}`}
        </Text>
      </Stack>
    </Section>
  );
}

/** Which batch it is, and what stands in the way of tinting it. */
function PotFacts({ batch, leftG, formula, shelf }: Pick<TintPot, 'batch' | 'leftG' | 'formula'> & { shelf: Shelf }) {
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
      <Text kind="small">{`Batch ${batchNumber(shelf, batch.id)}${leftG === undefined ? '' : `, ${formatQuantity('mass', Math.max(0, leftG), units, 0)} left`}.`}</Text>
      {leftG !== undefined && leftG < NOTHING_G && (
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
