import { useState } from 'react';
import { colourId, fail, type Colour, type Message, type Product, type Result, type UnitSystem } from '@/core';
import {
  filmOf,
  potOf,
  readCardsOf,
  tonerOfProduct,
  type Available,
  type ColourCase,
  type Pot,
  type RackCard,
} from '@/core/colour';
import { balanceOf, formulasOf, tonersAtHand, type Batch, type Formula, type Shelf } from '@/core/stock';
import { useLibrary, type OpenJob } from '@/data';
import { useCupUses, useShelf } from '@/data/shelf';
import { useTint, type TintQuestion } from '@/data/tint';
import { useAppTheme } from '@/ui/appTheme';
import { formatForInput, readNumber } from '@/ui/numbers';

export const MOST_TONERS = ['1', '2', '3', '4'] as const;
/** What a scale of a paint shop shows, g. */
const STEP_G = 0.1;
/** As much of each toner as a tint could ask for, where all that there is counts as at hand, g. */
const PLENTY_G = 10_000;

/** What somebody chose and typed for a tint. */
export interface TintInput {
  /** How much the pot may grow, percent. */
  growth: string;
  /** How many toners at most. */
  most: (typeof MOST_TONERS)[number];
  from: 'shelf' | 'all';
  /** Base in the pot; undefined: what the shelf's books say. */
  litres: string | undefined;
}

/** The pot that a card was sprayed from: its batch, its formula, what is left and what of it is base. */
export interface TintPot {
  batch: Batch | undefined;
  formula: Formula | undefined;
  /** The whole batch, as it was mixed and tinted. */
  whole: Pot | undefined;
  /** What is left of it by the books, g. */
  leftG: number | undefined;
  /** Base that is left by the books, ml. */
  leftMl: number | undefined;
}

/** @param usedMl what was taken out of the batch into cups, ml */
export function tintPot(
  shelf: Shelf,
  colour: Colour,
  card: RackCard,
  uses: readonly { batchId: string; usedMl: number }[],
  lookup: (id: string) => Product | undefined,
): TintPot {
  const formula = formulasOf(shelf).find((f) => f.colour === colourId(colour));
  const batch = card.facts?.batchId === undefined ? undefined : shelf.batches.get(card.facts.batchId);
  if (!batch) return { batch, formula, whole: undefined, leftG: undefined, leftMl: undefined };
  const usedMl = uses.reduce((s, u) => s + (u.batchId === batch.id ? u.usedMl : 0), 0);
  const left = balanceOf(batch, shelf, lookup, usedMl);
  const share = left.mixedG > 0 ? Math.max(0, Math.min(1, left.leftG / left.mixedG)) : 0;
  const whole = formula && potOf(batch, formula, lookup);
  return { batch, formula, whole, leftG: left.leftG, leftMl: whole && whole.litres * share * 1000 };
}

/** How much a pot may grow: a share, above nothing and at most its own size again. */
function readGrowth(text: string, units: UnitSystem): Result<number, Message> {
  const read = readNumber(text, { percent: true }, units);
  if (!read.ok) return read;
  if (read.value <= 0) return fail('With a growth of nothing, nothing can be added');
  return read.value > 1 ? fail('At most 100') : read;
}

/** The tint of the pot that a card was sprayed from: what is asked, what stands in the fields, and the answer. */
export function useTintPot(open: OpenJob, colour: Colour, of: ColourCase, card: RackCard) {
  const { units } = useAppTheme();
  const { all, lookup } = useLibrary();
  const shelf = useShelf()?.shelf;
  const uses = useCupUses();
  const [input, setInput] = useState<TintInput>({ growth: '15', most: '3', from: 'shelf', litres: undefined });
  const toners = all.filter((p) => p.family === 'toner');
  const pot = shelf && tintPot(shelf, colour, card, uses, lookup);
  const litres =
    input.litres ??
    (pot?.leftMl === undefined ? '' : formatForInput(Math.round(pot.leftMl), { quantity: 'volume' }, units));
  const ml = readNumber(litres, { quantity: 'volume' }, units);
  const growth = readGrowth(input.growth, units);
  const { compared, facts } = card;
  const question = (): TintQuestion | undefined => {
    if (!shelf || !compared || !pot?.whole || !pot.formula || !pot.batch || !facts || !ml.ok || !growth.ok)
      return undefined;
    const { whole, batch, formula } = pot;
    const share = whole.litres > 0 ? ml.value / 1000 / whole.litres : 0;
    const atHand = tonersAtHand(shelf, lookup);
    const available = toners.flatMap((p): Available[] => {
      const toner = tonerOfProduct(p.id);
      const grams = input.from === 'all' ? PLENTY_G : (atHand.get(p.id) ?? 0);
      return toner && grams > 0 ? [{ toner, grams }] : [];
    });
    return {
      ask: {
        pot: { litres: whole.litres * share, toners: whole.toners.map((t) => ({ ...t, grams: t.grams * share })) },
        film: filmOf(facts),
        pairs: compared.pairs,
        available,
        growth: growth.value,
        most: Number(input.most),
        stepG: STEP_G,
      },
      cards: readCardsOf(batch, formula, of.cards, shelf, lookup),
    };
  };
  const { growth: growthText, most, from } = input;
  const tint = useTint(
    [open.job.id, open.seq, card.panel.id, shelf?.records.length, litres, growthText, most, from],
    question,
  );
  const problems: Partial<Record<'litres' | 'growth', Message>> = {
    ...(!ml.ok && { litres: ml.error }),
    ...(!growth.ok && { growth: growth.error }),
  };
  return {
    shelf,
    pot,
    toners,
    input: { ...input, litres },
    set: (some: Partial<TintInput>) => setInput((i) => ({ ...i, ...some })),
    problems,
    canBegin: pot?.batch && pot.formula && compared && ml.ok && ml.value > 0 && growth.ok,
    tint,
  };
}
