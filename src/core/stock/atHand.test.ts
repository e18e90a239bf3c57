/** @jest-environment node */
import { splitMix } from '../mix/ratio';
import { products, T0 } from '../testing';
import { openCups, readyAtHand } from './atHand';
import { foldShelf } from './shelf';
import { rec } from './shelf.testing';

const DAY = 1440;
const MIN = 60_000;
const tin = (id: string, productId: string, part: number, amount: number, more = {}) =>
  rec({ kind: 'received', containerId: id, holds: { what: 'part', productId, part }, amount, ...more });
const clear = products('clear-ms')!;
const lines = splitMix(clear, 1000, 0).lines;

describe('what the shelf makes', () => {
  const here = (...records: Parameters<typeof foldShelf>[0]) =>
    readyAtHand(clear, foldShelf(records), products, T0 + DAY * MIN, 0);
  it('is a litre where the grams of a litre are there, and the part that runs out first decides', () => {
    const [a, b] = lines;
    const both = here(tin('a', 'clear-ms', 0, a!.massG), tin('b', 'clear-ms', 1, b!.massG));
    expect(both.ml).toBeCloseTo(1000, 6);
    const short = here(tin('a', 'clear-ms', 0, 4 * a!.massG), tin('b', 'clear-ms', 1, b!.massG / 2));
    expect(short.ml).toBeCloseTo(500, 6);
    expect(short.shortest).toBe(b!.name);
    expect(here(tin('a', 'clear-ms', 0, a!.massG)).ml).toBe(0);
  });
  it('is known better where it was counted lately', () => {
    const [a, b] = lines;
    const tins = [tin('a', 'clear-ms', 0, a!.massG), tin('b', 'clear-ms', 1, b!.massG)];
    const counted = ['a', 'b'].map((containerId, i) =>
      rec({ kind: 'counted', atMin: 10, containerId, amount: lines[i]!.massG }),
    );
    expect(here(...tins, ...counted).spread).toBeLessThan(here(...tins).spread);
  });
  it('leaves out tins of another colour', () => {
    const base = products('base-solvent')!;
    const shelf = foldShelf([
      tin('r', 'base-solvent', 0, 500, { label: 'Crust red' }),
      tin('g', 'base-solvent', 0, 700, { label: 'Reed green' }),
    ]);
    const of = (isOurs?: (l: string | undefined) => boolean) =>
      readyAtHand(base, shelf, products, T0 + DAY * MIN, 0.5, isOurs).ml;
    expect(of((l) => l === 'Crust red') / of()).toBeCloseTo(500 / 1200, 6);
  });
});

describe('cups in hand', () => {
  const pour = (part: number, massG: number) => ({ holds: { what: 'part', productId: 'clear-ms', part }, massG });
  const mixed = rec({
    kind: 'mixed',
    atMin: 10,
    batchId: 'b',
    no: 7,
    productId: 'clear-ms',
    tempC: 20,
    pours: [pour(0, 200), pour(1, 100)],
  });
  const at = (min: number, usedMl = 0) => openCups(foldShelf([mixed]), products, () => usedMl, T0 + min * MIN, 20);
  it('are what is mixed, less what was sprayed, until they go off', () => {
    const [whole] = at(20);
    expect(whole).toMatchObject({ batchId: 'b', no: 7, product: 'clear-ms', mixedMs: T0 + 10 * MIN });
    expect(at(20, 100)[0]!.leftMl).toBeCloseTo(whole!.leftMl - 100, 6);
    expect(at(20, whole!.leftMl - 2)).toEqual([]);
    const lifeMin = (whole!.offMs! - T0) / MIN;
    expect(at(lifeMin - 1)).toHaveLength(1);
    expect(at(lifeMin + 1)).toEqual([]);
    // A clock that was set back: it is not mixed yet.
    expect(at(5)).toEqual([]);
  });
});
