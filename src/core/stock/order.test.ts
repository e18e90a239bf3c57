/** @jest-environment node */
import fc from 'fast-check';
import { SHIPPED_PRODUCTS } from '../library/shipped';
import { splitMix } from '../mix/ratio';
import { products, T0 } from '../testing';
import {
  containersOf,
  containerState,
  holdsName,
  isUsable,
  partNeeds,
  productsHere,
  shoppingList,
  SOON_DAYS,
  sortOf,
} from './order';
import { foldShelf, type Container } from './shelf';
import { CLEAR_PARTS, rec } from './shelf.testing';

const DAY = 86_400_000;
const tin = (id: string, productId: string, part: number, amount: number, more = {}) =>
  rec({ kind: 'received', containerId: id, holds: { what: 'part', productId, part }, amount, ...more });
const clear = products('clear-ms')!;

describe('what a part is on the shelf', () => {
  it('paint is itself; hardeners of one name are one thing, and so is thinner of every speed', () => {
    expect(sortOf('clear-ms', 0, products)).not.toBe(sortOf('clear-hs', 0, products));
    const hardener = clear.parts[1]!.name.split(',')[0]!;
    expect(sortOf('clear-ms', 1, products)).toBe(`hardener/${hardener}`);
    const thinners = SHIPPED_PRODUCTS.filter((p) => p.family === 'thinner');
    expect(thinners.length).toBeGreaterThan(1);
    for (const t of thinners) expect(sortOf(t.id, 0, products)).toBe('thinner');
    expect(sortOf('nobody-knows', 0, products)).toBe('nobody-knows/0');
  });
});

describe('out of what it is taken', () => {
  const order = (...tins: ReturnType<typeof tin>[]) =>
    containersOf(foldShelf(tins), 'clear-ms', 0, products, T0 + 60_000).map((c) => c.id);
  it('what is open before what is not, then what goes off first, then what is nearly empty', () => {
    expect(
      order(
        tin('large', 'clear-ms', 0, 900),
        tin('small', 'clear-ms', 0, 200),
        tin('soon', 'clear-ms', 0, 500, { bestBeforeMs: T0 + 5 * DAY }),
        tin('open', 'clear-ms', 0, 800),
        rec({ kind: 'used', containerId: 'open', amount: 10 }),
      ),
    ).toEqual(['open', 'soon', 'small', 'large']);
  });
  it('not what is past its date, empty, or of another part', () => {
    expect(
      order(
        tin('past', 'clear-ms', 0, 500, { bestBeforeMs: T0 - DAY }),
        tin('hard', 'clear-ms', 1, 500),
        tin('other', 'base-solvent', 0, 500),
        tin('good', 'clear-ms', 0, 500),
      ),
    ).toEqual(['good']);
  });
  it('is usable from when it came until its date, as long as something is in it', () => {
    const c = { amount: 5, receivedMs: T0, expiresMs: T0 + DAY } as Container;
    expect(isUsable(c, T0)).toBe(true);
    expect(isUsable(c, T0 - 1)).toBe(false);
    expect(isUsable(c, T0 + DAY)).toBe(false);
    expect(isUsable({ ...c, amount: 0 }, T0)).toBe(false);
  });
});

describe('how a container stands', () => {
  const c = (more: Partial<Container>) =>
    ({ amount: 500, received: 1000, returned: 0, holds: { what: 'part', ...CLEAR_PARTS[0] }, ...more }) as Container;
  it.each<[string, Partial<Container>]>([
    ['short', { amount: -1, expiresMs: T0 - 1 }],
    ['empty', { amount: 0, expiresMs: T0 - 1 }],
    ['past', { expiresMs: T0, amount: 10 }],
    ['soon', { expiresMs: T0 + SOON_DAYS * DAY, amount: 10 }],
    ['low', { amount: 199 }],
    ['fine', { amount: 200 }],
    // What was poured back counts as come.
    ['low', { amount: 299, returned: 500 }],
    // A leftover is little from the beginning.
    ['fine', { amount: 1, holds: { what: 'mix', batchId: 'b' } }],
  ])('%s', (state, more) => expect(containerState(c(more), T0)).toBe(state));
});

describe('what can be mixed tonight', () => {
  it('needs all of its parts, in date; what is used up with nothing needs none', () => {
    const here = (...tins: ReturnType<typeof tin>[]) =>
      productsHere(SHIPPED_PRODUCTS, foldShelf(tins), products, T0 + 1).map((p) => p.id);
    const both = [tin('a', 'clear-ms', 0, 500), tin('h', 'clear-ms', 1, 100)];
    expect(here(...both)).toContain('clear-ms');
    expect(here(both[0]!)).not.toContain('clear-ms');
    expect(here(both[0]!, tin('h', 'clear-ms', 1, 100, { bestBeforeMs: T0 - 1 }))).not.toContain('clear-ms');
    expect(here()).toEqual([]);
  });
});

describe('what is bought', () => {
  it('is enough for what is missing, and nothing where it is here', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 1, max: 8000, noNaN: true }),
        fc.array(fc.double({ min: 0.1, max: 4000, noNaN: true }), { maxLength: 4 }),
        (readyMl, tins) => {
          const shelf = foldShelf(tins.map((g, i) => tin(`t${i}`, 'clear-ms', i % 2, g)));
          const needs = partNeeds(clear, readyMl, 0, undefined);
          const lines = shoppingList(needs, shelf, products, T0 + 1);
          for (const n of needs) {
            const here = tins.reduce((s, g, i) => s + (i % 2 === n.part ? g : 0), 0);
            const part = clear.parts[n.part]!;
            const line = lines.find((l) => Math.abs(l.needG - n.massG) < 1e-9);
            if (n.massG - here <= 0.5) expect(line).toBeUndefined();
            else {
              expect(line!.missingG).toBeCloseTo(n.massG - here, 6);
              expect(line!.order.amount * part.densityKgL).toBeGreaterThanOrEqual(line!.missingG - 1e-6);
              expect(line!.cost).toBeCloseTo((line!.order.amount / 1000) * part.pricePerL, 6);
            }
          }
        },
      ),
    );
  });
  it('what several products need of one hardener is one line; the dearest comes first', () => {
    const needs = [...partNeeds(clear, 1000, 0, undefined), ...partNeeds(clear, 500, 0, undefined)];
    const lines = shoppingList(needs, foldShelf([]), products, T0);
    expect(lines).toHaveLength(2);
    const [first] = splitMix(clear, 1500, 0).lines;
    expect(lines.find((l) => l.name === clear.name)!.needG).toBeCloseTo(first!.massG, 6);
    expect(lines.map((l) => l.cost)).toEqual([...lines.map((l) => l.cost)].sort((a, b) => b - a));
  });
  it('of what the library does not know nothing is bought', () =>
    expect(
      shoppingList([{ productId: 'gone', part: 0, name: 'Gone', massG: 500 }], foldShelf([]), products, T0),
    ).toEqual([]));
  it('water is not', () => {
    const water = SHIPPED_PRODUCTS.find((p) => p.family === 'baseWater')!;
    const thinner = products('thinner-medium')!;
    const needs = partNeeds(water, 1000, 0.1, thinner);
    expect(needs.every((n) => n.productId === water.id)).toBe(true);
    const base = products('base-solvent')!;
    expect(partNeeds(base, 1000, 0.5, thinner).at(-1)!.productId).toBe(thinner.id);
    expect(partNeeds(base, 1000, 0.5, undefined)).toHaveLength(1);
  });
});

describe('what a container is called', () => {
  it('by its label, its product, its part; a product that is gone by its id', () => {
    const part = (n: number) => ({ what: 'part', productId: 'clear-ms', part: n }) as const;
    expect(holdsName(part(0), products)).toBe(clear.name);
    expect(holdsName(part(0), products, undefined, 'Tinted')).toBe(`${clear.name}, Tinted`);
    expect(holdsName(part(1), products, undefined, 'Tinted')).toBe(
      `${clear.name}: ${clear.parts[1]!.name.toLowerCase()}`,
    );
    expect(holdsName({ what: 'part', productId: 'gone', part: 0 }, products)).toBe('gone');
    expect(holdsName({ what: 'mix', batchId: 'b' }, products, '12')).toBe('Left of batch 12');
    expect(holdsName({ what: 'mix', batchId: 'b' }, products)).toBe('Left of batch');
    expect(holdsName({ what: 'mix', batchId: 'b' }, products, '12', 'Red')).toBe('Red');
    expect(holdsName({ what: 'article', article: 'abrasive', name: 'P400 discs' } as never, products)).toBe(
      'P400 discs',
    );
  });
});
