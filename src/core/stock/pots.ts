import { FAMILIES, type Product, type ProductLookup } from '../library/product';
import { splitMix } from '../mix/ratio';
import { figure, phrase, type Message } from '../units/phrase';
import { batchMl } from './composition';
import { isUsable } from './order';
import { batchNumber, type Shelf } from './shelf';

/** A pot of one colour that is at hand: a batch, or what was kept of one. */
export interface Pot {
  id: string;
  name: string;
  ml: number;
}

/** Pots of one colour that are at hand, as ready mix. */
export interface ColourAtHand {
  /** Of the product and its colour, unique among those at hand. */
  id: string;
  product: Product;
  name: string;
  pots: Pot[];
}

/**
 * Every colour that stands on the shelf, in tins (as the ready mix that they make, thinned as usual) and as what was kept of batches.
 * @param nameOf what a colour is called, by its id; a tin's own label stands for itself
 * @returns mL of ready mix
 */
export function potsAtHand(
  shelf: Shelf,
  products: ProductLookup,
  nowMs: number,
  nameOf: (colour: string) => string = (colour) => colour,
): ColourAtHand[] {
  const out = new Map<string, ColourAtHand>();
  const add = (product: Product, colour: string | undefined, pot: Pot) => {
    const id = `${product.id}/${colour ?? ''}`;
    const name = colour === undefined ? product.name : `${product.name}, ${nameOf(colour)}`;
    const had = out.get(id) ?? { id, product, name, pots: [] };
    had.pots.push(pot);
    out.set(id, had);
  };
  for (const c of shelf.containers.values()) {
    if (!isUsable(c, nowMs)) continue;
    if (c.holds.what === 'mix') {
      const b = shelf.batches.get(c.holds.batchId);
      const product = b && products(b.productId);
      if (!b || !product || !FAMILIES[product.family].coloured) continue;
      const ml = (batchMl(b, shelf, products) * c.amount) / b.mixedG;
      add(product, b.colour, { id: c.id, name: `what is left of batch ${batchNumber(shelf, b.id)}`, ml });
    }
    if (c.holds.what === 'part' && c.holds.part === 0) {
      const product = products(c.holds.productId);
      if (!product || !FAMILIES[product.family].coloured) continue;
      // As much as it makes, thinned as usual.
      const whole = splitMix(product, 1000, product.thinning?.defaultFraction ?? 0);
      const first = whole.lines[0];
      if (!first) continue;
      add(product, c.label, {
        id: c.id,
        name: c.lot === undefined ? `the tin at ${c.place ?? 'the shelf'}` : `lot ${c.lot}`,
        ml: (c.amount / first.massG) * 1000,
      });
    }
  }
  return [...out.values()].filter((c) => c.pots.length > 0);
}

/** Panels that are seen side by side, and what their coats take. */
export interface SeenTogether {
  id: string;
  name: string;
  lastMl: number;
  earlierMl: number;
}

export interface PotPlan {
  /** separate: each as it is; intermix: all stirred together first; more: another batch, and stirred together with what is here. */
  how: 'separate' | 'intermix' | 'more';
  /** Which pot lays the last coat on which panels; absent: the one that all were stirred into. */
  last: { groupId: string; potId: string }[];
  /** Pots for the coats below, in the order to use them up. */
  earlier: { potId: string; ml: number }[];
  /** How much is mixed besides, mL. */
  moreMl: number;
  says: Message;
}

/** With more than this nobody plans by head, nor does this. */
const MOST = 6;

/**
 * Which pot for which coat, so that panels seen side by side all end with one. Every assignment of last coats to pots is tried; what is left in
 * the pots lays the coats below, which the last one covers. Of those that go, the one that ends with the fewest pots, then the one that
 * leaves the most in one pot for later.
 * @param pots of one colour, mL of ready mix each @param groups at most six, each of panels that are seen together
 */
export function planPots(pots: readonly Pot[], groups: readonly SeenTogether[]): PotPlan {
  const have = pots.reduce((s, p) => s + p.ml, 0);
  const need = groups.reduce((s, g) => s + g.lastMl + g.earlierMl, 0);
  if (have < need) {
    const moreMl = need - have;
    return {
      how: 'more',
      last: [],
      earlier: [],
      moreMl,
      says:
        pots.length === 0
          ? phrase`Nothing of it is here: ${figure('volume', moreMl)} to mix, in one batch.`
          : phrase`${figure('volume', moreMl)} too little: mix that much more and stir it together with ${pots.map((p) => p.name).join(' and ')} before the first coat, so that all ends with one colour.`,
    };
  }
  const used = pots.slice(0, MOST);
  const some = groups.slice(0, MOST);
  let best: { of: number[]; kinds: number; most: number } | undefined;
  const total = used.length ** some.length;
  for (let n = 0; n < total; n++) {
    const left = used.map((p) => p.ml);
    const of = some.map((g, i) => {
      const pot = Math.floor(n / used.length ** i) % used.length;
      left[pot]! -= g.lastMl;
      return pot;
    });
    if (left.some((ml) => ml < -1e-9)) continue;
    const kinds = new Set(of).size;
    const most = Math.max(...left);
    if (!best || kinds < best.kinds || (kinds === best.kinds && most > best.most)) best = { of, kinds, most };
  }
  if (!best || groups.length > MOST || pots.length > MOST)
    return {
      how: 'intermix',
      last: [],
      earlier: [],
      moreMl: 0,
      says: phrase`No pot alone does the last coat on ${groups.map((g) => g.name).join(' and ')}: stir ${pots.map((p) => p.name).join(' and ')} together first, and spray all from that.`,
    };
  const left = used.map((p) => p.ml);
  const last = some.map((g, i) => {
    const pot = best.of[i] ?? 0;
    left[pot]! -= g.lastMl;
    return { groupId: g.id, potId: used[pot]?.id ?? '' };
  });
  // Pots that lay no last coat go first, so that what is kept is of one colour.
  const isLast = (i: number) => best.of.includes(i);
  let rest = groups.reduce((s, g) => s + g.earlierMl, 0);
  const earlier: PotPlan['earlier'] = [];
  const order = [...used.keys()].sort((a, b) => Number(isLast(a)) - Number(isLast(b)));
  for (const i of order) {
    const ml = Math.min(rest, left[i]!);
    if (ml <= 1e-9) continue;
    earlier.push({ potId: used[i]!.id, ml });
    rest -= ml;
  }
  const below = used.filter((p, i) => !isLast(i) && earlier.some((e) => e.potId === p.id)).map((p) => p.name);
  const kept = used
    .filter((_, i) => isLast(i))
    .map((p) => p.name)
    .join(' and ');
  return {
    how: 'separate',
    last,
    earlier,
    moreMl: 0,
    says:
      best.kinds > 1
        ? `Keep ${kept} for the last coats, one for each group of panels that are seen together${below.length > 0 ? `; ${below.join(' and ')} for the coats below` : ''}.`
        : `Keep ${kept} for the last coat on ${groups.map((g) => g.name).join(' and ')}${below.length > 0 ? `, and lay the coats below with ${below.join(' and ')}` : ''}: what is seen side by side then ends with one batch.`,
  };
}
