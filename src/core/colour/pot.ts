import type { ProductLookup } from '../library/product';
import { baseLitres, tonersIn, type Formula } from '../stock/formulas';
import { batchHistory, type Batch, type Shelf } from '../stock/shelf';
import type { SprayedFacts } from './cards';
import { greyOfLightness } from './hiding';
import { flakeTiltOf } from './flakeTilt';
import type { CardFilm, Pot, TonerGrams } from './mixture';
import type { RackCard } from './rack';
import { isAbsolute, seenBy } from './readings';
import { BANDS, type Spectrum } from './spectrum';
import type { ReadCard } from './strengths';
import { tonerOfProduct } from './toners';

/** L* of the shades that a primer comes in, by the last word of its name; what is not named is grey. */
const SHADES: readonly (readonly [word: string, lightness: number])[] = [
  ['light grey', 76],
  ['dark grey', 38],
  ['white', 93],
  ['black', 24],
  ['grey', 60],
];

/** How a ground reads by its name: 'High-build primer, dark grey'. */
export function groundOf(label: string | undefined): Spectrum {
  const shade = SHADES.find(([word]) => label?.toLowerCase().includes(word));
  return new Float64Array(BANDS).fill(greyOfLightness(shade?.[1] ?? 60));
}

/** How a card's film is, by its strata. */
export const filmOf = (f: SprayedFacts): CardFilm => ({
  filmUm: f.base.filmUm,
  ground: groundOf(f.ground),
  flakeTilt: flakeTiltOf(f.spraying),
});

/** A batch at a moment: what had been poured into it by then. */
function batchAt(batch: Batch, shelf: Shelf, atMs: number): Batch {
  const pours = batchHistory(shelf, batch.id).flatMap((r) => (r.kind === 'mixed' && r.atMs <= atMs ? r.pours : []));
  return pours.length > 0 ? { ...batch, pours } : batch;
}

/**
 * What is in a batch: the formula's toners for its base, and what it was tinted with.
 * @param share of it that is still in the pot
 */
export function potOf(batch: Batch, formula: Formula, products: ProductLookup, share = 1): Pot {
  const litres = baseLitres(batch, products);
  const grams = new Map<string, number>();
  for (const t of formula.toners) grams.set(t.productId, (grams.get(t.productId) ?? 0) + t.gPerL * litres);
  for (const [id, g] of tonersIn(batch, products)) grams.set(id, (grams.get(id) ?? 0) + g);
  const toners = [...grams].flatMap(([id, g]): TonerGrams[] => {
    const toner = tonerOfProduct(id);
    return toner ? [{ toner, grams: g * share }] : [];
  });
  return { toners, litres: litres * share };
}

/** The cards of a batch that were read by figures, each with the pot as it was when it was sprayed: what its toners are learned from. */
export function readCardsOf(
  batch: Batch,
  formula: Formula,
  cards: readonly RackCard[],
  shelf: Shelf,
  products: ProductLookup,
): ReadCard[] {
  return cards
    .flatMap((c) => {
      const values = c.compared?.entry.read.values;
      if (c.facts?.batchId !== batch.id || !values || !isAbsolute(values)) return [];
      return [{ facts: c.facts, values }];
    })
    .sort((a, b) => a.facts.base.lastAppliedMs - b.facts.base.lastAppliedMs)
    .map(({ facts, values }) => ({
      pot: potOf(batchAt(batch, shelf, facts.base.lastAppliedMs), formula, products),
      film: filmOf(facts),
      seen: seenBy(values),
    }));
}
