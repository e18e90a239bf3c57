/** @jest-environment node */
import fc from 'fast-check';
import { SHIPPED_PRODUCTS } from '../library/shipped';
import { WATER } from '../log/shelf';
import { splitMix } from '../mix/ratio';
import { products, T0 } from '../testing';
import { NO_TIN, poursOf, sourcesOf, thinnerFor, tinsOf, type Source } from './pours';
import { foldShelf } from './shelf';
import { rec } from './shelf.testing';

const NOW = T0 + 60 * 60_000;
const CLEAR: Source[] = [
  { productId: 'clear-ms', part: 0 },
  { productId: 'clear-ms', part: 1 },
];
const tin = (id: string, part: number, amount: number, more = {}) =>
  rec({
    kind: 'received',
    containerId: id,
    holds: { what: 'part', productId: 'clear-ms', part },
    amount,
    ...more,
  });
const pour = (massG: number, plannedG = massG) => ({ massG, plannedG });
const from = (...args: Parameters<typeof poursOf>) =>
  poursOf(...args).map((p) => [p.containerId, Math.round(p.massG), Math.round(p.plannedG ?? NaN)]);

describe('what each line of a cup is on the shelf', () => {
  it('parts are the product’s own, thinner is that of the library, in the middle speed unless another is asked for', () => {
    const build = products('highbuild-2k')!;
    const lines = splitMix(build, 500, 0.1).lines;
    expect(lines.map((l) => l.role)).toEqual(['part', 'part', 'thinner']);
    expect(sourcesOf(build, lines, SHIPPED_PRODUCTS)).toEqual([
      { productId: 'highbuild-2k', part: 0 },
      { productId: 'highbuild-2k', part: 1 },
      { productId: 'thinner-medium', part: 0 },
    ]);
    expect(thinnerFor(build, SHIPPED_PRODUCTS, 'slow')?.speed).toBe('slow');
  });
  it('what is thinned with water comes out of the tap, which is no tin', () => {
    const water = SHIPPED_PRODUCTS.find((p) => p.family === 'baseWater')!;
    expect(thinnerFor(water, SHIPPED_PRODUCTS)).toBeUndefined();
    const [, thinner] = sourcesOf(water, [{ role: 'part' }, { role: 'thinner' }], SHIPPED_PRODUCTS);
    expect(thinner).toEqual({ productId: WATER, part: 0 });
    expect(tinsOf(thinner!, foldShelf([tin('a', 0, 500)]), products, NOW)).toEqual([]);
  });
  it('a shop without such thinner has none of it on its list', () => {
    const build = products('highbuild-2k')!;
    const [source] = sourcesOf(build, [{ role: 'thinner' }], []);
    expect(source).toEqual({ productId: WATER, part: 0 });
  });
});

describe('out of which tins a cup came', () => {
  const shelf = foldShelf([
    tin('full', 0, 1000),
    tin('begun', 0, 150),
    rec({ kind: 'used', containerId: 'begun', amount: 30, atMin: 1 }),
    tin('hard', 1, 400),
  ]);
  it('by hand: the begun tin of 120 g is emptied first, the other 80 g come out of the full one', () => {
    expect(from(CLEAR, [pour(200), pour(90)], shelf, products, NOW)).toEqual([
      ['begun', 120, 120],
      ['full', 80, 80],
      ['hard', 90, 90],
    ]);
  });
  it('a tin that somebody picked gives all of it, also more than it holds by the books', () => {
    expect(from(CLEAR, [pour(200), pour(90)], shelf, products, NOW, ['begun'])).toEqual([
      ['begun', 200, 200],
      ['hard', 90, 90],
    ]);
    expect(from(CLEAR, [pour(200)], shelf, products, NOW, ['full'])).toEqual([['full', 200, 200]]);
  });
  it('what came from no tin of the list is taken off none', () => {
    const [line] = poursOf(CLEAR, [pour(200)], shelf, products, NOW, [NO_TIN]);
    expect(line).toEqual({ holds: { what: 'part', ...CLEAR[0] }, massG: 200, plannedG: 200 });
    expect(poursOf([{ productId: 'base-solvent', part: 0 }], [pour(50)], shelf, products, NOW)[0]).not.toHaveProperty(
      'containerId',
    );
  });
  it('a line that is not poured yet is no pour', () => {
    expect(from(CLEAR, [pour(0, 200), pour(90)], shelf, products, NOW)).toEqual([['hard', 90, 90]]);
    expect(from(CLEAR, [pour(100)], shelf, products, NOW)).toEqual([['begun', 100, 100]]);
  });
  it('two that are stirred together are half and half of the first line', () => {
    const both = foldShelf([
      tin('a', 0, 1000),
      tin('h', 1, 400),
      rec({
        kind: 'received',
        containerId: 'other',
        holds: { what: 'part', productId: 'clear-hs', part: 0 },
        amount: 800,
      }),
    ]);
    expect(from(CLEAR, [pour(300), pour(150)], both, products, NOW, [], 'clear-hs')).toEqual([
      ['a', 150, 150],
      ['other', 150, 150],
      ['h', 150, 150],
    ]);
  });
  it('whatever was poured: its grams and those of the plan are all there, and none is below nothing', () => {
    const grams = fc.double({ min: 0.1, max: 3000, noNaN: true });
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.nat(1), fc.double({ min: 1, max: 1500, noNaN: true })), { maxLength: 6 }),
        grams,
        grams,
        grams,
        (tins, massG, plannedG, hardG) => {
          const s = foldShelf(tins.map(([part, amount], i) => tin(`t${i}`, part, amount)));
          const out = poursOf(CLEAR, [{ massG, plannedG }, pour(hardG)], s, products, NOW);
          const sum = (part: number, of: 'massG' | 'plannedG') =>
            out.reduce((a, p) => a + (p.holds.what === 'part' && p.holds.part === part ? (p[of] ?? 0) : 0), 0);
          expect(sum(0, 'massG')).toBeCloseTo(massG, 6);
          expect(sum(0, 'plannedG')).toBeCloseTo(plannedG, 6);
          expect(sum(1, 'massG')).toBeCloseTo(hardG, 6);
          expect(out.every((p) => p.massG > 0 && (p.plannedG ?? 0) >= 0)).toBe(true);
          // No tin of another part.
          for (const p of out)
            if (p.containerId !== undefined && p.holds.what === 'part')
              expect(s.containers.get(p.containerId)?.holds).toMatchObject({ part: p.holds.part });
        },
      ),
    );
  });
});
