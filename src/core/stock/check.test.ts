import { SHIPPED_PRODUCTS } from '../library/shipped';
import type { PlainShelfRecord, ShelfRecord } from '../log/shelf';
import { products, T0 } from '../testing';
import { checkRecord, goesOffMs, remarksOn } from './check';
import { potsAtHand } from './pots';
import { foldShelf } from './shelf';
import { rec } from './shelf.testing';

const DAY = 1440;
const NOW = T0 + 10 * DAY * 60_000;
const part = (productId: string, n = 0) => ({ what: 'part', productId, part: n });
const tin = (containerId: string, productId: string, amount: number, more = {}) =>
  rec({ kind: 'received', containerId, holds: part(productId), amount, ...more });
const cup = (batchId: string, productId: string, pours: unknown[], atMin = 60, more = {}) =>
  rec({ kind: 'mixed', atMin, batchId, no: 1, productId, pours, ...more });

const SHELF: ShelfRecord[] = [
  tin('t', 'clear-ms', 1000, { lot: '17' }),
  rec({
    kind: 'received',
    containerId: 'discs',
    holds: { what: 'article', article: 'abrasive', name: 'Discs P800' },
    amount: 50,
  }),
  tin('base', 'base-solvent', 900, { label: 'red', place: 'the rack' }),
  cup('b', 'clear-ms', [
    { holds: part('clear-ms'), massG: 200, containerId: 't' },
    { holds: part('clear-ms', 1), massG: 100 },
  ]),
  cup('r', 'base-solvent', [{ holds: part('base-solvent'), massG: 400, containerId: 'base' }], 70, {
    colour: 'red',
    no: 2,
  }),
  rec({ kind: 'kept', atMin: 80, batchId: 'r', containerId: 'jar', amount: 150 }),
];
const shelf = foldShelf(SHELF);
const check = (r: ShelfRecord, usedMl = 0) => checkRecord(r, { shelf, products, nowMs: NOW, usedMl: () => usedMl });
const says = (r: ShelfRecord, usedMl = 0): string => {
  const c = check(r, usedMl);
  return c.ok ? '' : c.error.map((p) => `${p.path}: ${String(p.message)}`).join('; ');
};

describe('what is written into the books of the shelf', () => {
  it('what is right is taken', () => {
    for (const r of [
      tin('new', 'base-solvent', 500),
      rec({ kind: 'opened', atMin: 90, containerId: 't' }),
      rec({ kind: 'counted', atMin: 90, containerId: 'discs', amount: 41 }),
      rec({ kind: 'wasted', atMin: 90, batchId: 'b', amount: 50, why: 'spilt' }),
      rec({ kind: 'wasted', atMin: 90, containerId: 't', amount: 50, why: 'spilt' }),
    ])
      expect(says(r)).toBe('');
  });
  it.each<[string, ShelfRecord, RegExp]>([
    ['twice the same', SHELF[0]!, /id: This is in the log already/],
    ['tomorrow', tin('x', 'base-solvent', 5, { atMin: 12 * DAY }), /atMs: That time has not come yet/],
    ['something else in the same tin', tin('t', 'base-solvent', 5), /holds: That container holds something else/],
    ['an unknown product', tin('x', 'nothing', 5), /holds: That product is not in the library/],
    ['a tin that is not there', rec({ kind: 'opened', atMin: 1, containerId: 'x' }), /containerId: That container/],
    ['half a disc', rec({ kind: 'counted', atMin: 90, containerId: 'discs', amount: 2.5 }), /amount: Pieces are whole/],
    ['an empty cup', cup('e', 'clear-ms', [{ holds: part('clear-ms'), massG: 0 }]), /pours: Nothing is in the cup/],
    ['a cup of an unknown product', cup('e', 'nothing', [{ holds: part('clear-ms'), massG: 9 }]), /productId: /],
    ['an unknown part', cup('e', 'clear-ms', [{ holds: part('clear-ms', 7), massG: 9 }]), /pours\[0\]: /],
    ['a cup into itself', cup('e', 'clear-ms', [{ holds: { what: 'mix', batchId: 'e' }, massG: 9 }]), /into itself/],
    ['no such batch', rec({ kind: 'kept', atMin: 90, batchId: 'x', containerId: 'k', amount: 1 }), /batchId: /],
    ['hardener kept', rec({ kind: 'kept', atMin: 90, batchId: 'b', containerId: 'k', amount: 1 }), /hardener in it/],
    ['more than is left', rec({ kind: 'wasted', atMin: 90, batchId: 'b', amount: 400, why: 'spilt' }), /At most 300/],
    ['what is not there corrected', rec({ kind: 'voided', atMin: 90, targetId: 'x' }), /targetId: What is to be/],
    [
      'a tin struck out of which something came',
      rec({ kind: 'voided', atMin: 90, targetId: SHELF[0]!.id }),
      /targetId: Something was taken out of that container/,
    ],
    [
      'a cup struck out of which something was kept',
      rec({ kind: 'voided', atMin: 90, targetId: SHELF[4]!.id }),
      /targetId: Something .*(container|batch 2 was kept)/,
    ],
    [
      'a correction that is wrong itself',
      rec({ kind: 'replaced', atMin: 90, targetId: SHELF[1]!.id, by: tin('discs2', 'nothing', 5) }),
      /by\.holds: That product is not in the library/,
    ],
  ])('%s is refused, and says why', (_, r, why) => expect(says(r)).toMatch(why));
  it('what jobs sprayed of a batch is not left of it: by hand, all of it', () => {
    const wasted = rec({ kind: 'wasted', atMin: 90, batchId: 'b', amount: 10, why: 'spilt' });
    expect(says(wasted, 0)).toBe('');
    expect(says(wasted, 100_000)).toMatch(/At most 0/);
  });
  it('what was undone already is not undone again', () => {
    const undone = foldShelf([...SHELF, rec({ kind: 'voided', id: 'v', atMin: 95, targetId: SHELF[1]!.id })]);
    const again = checkRecord(rec({ kind: 'voided', atMin: 96, targetId: SHELF[1]!.id }), {
      shelf: undone,
      products,
      nowMs: NOW,
    });
    expect(again).toMatchObject({ ok: false, error: [{ message: 'That was undone already' }] });
  });
});

describe('what is worth saying besides', () => {
  const remarks = (r: ShelfRecord) => remarksOn(r as PlainShelfRecord, { shelf, products }, '€').map(String);
  it('more came out than the books have; a date that is over; another money', () => {
    expect(remarks(rec({ kind: 'used', atMin: 90, containerId: 'discs', amount: 60 }))[0]).toMatch(/there are 50 left/);
    expect(remarks(rec({ kind: 'wasted', atMin: 90, containerId: 't', amount: 900, why: 'spilt' }))[0]).toMatch(
      /800 g are left of .* and 900 g came out/,
    );
    const twice = cup('c', 'clear-ms', [
      { holds: part('clear-ms'), massG: 500, containerId: 't' },
      { holds: part('clear-ms'), massG: 400, containerId: 't' },
    ]);
    expect(remarks(twice)).toHaveLength(1);
    expect(remarks(tin('n', 'clear-ms', 5, { price: 3, currency: '$' }))[0]).toMatch(/paid in \$.*counts in €/);
    expect(remarks(tin('n', 'clear-ms', 5, { price: 3, currency: '€' }))).toEqual([]);
    expect(remarks(rec({ kind: 'opened', atMin: 90, containerId: 't' }))).toEqual([]);
  });
  it('past its date it is said, however much is there', () => {
    const old = foldShelf([tin('o', 'clear-ms', 500, { bestBeforeMs: T0 + DAY * 60_000 })]);
    const r = rec({ kind: 'used', atMin: 2 * DAY, containerId: 'o', amount: 5 }) as PlainShelfRecord;
    expect(remarksOn(r, { shelf: old, products }, '€').map(String)).toEqual([expect.stringMatching(/past its date/)]);
  });
  it('a batch with hardener goes off by its pot life, sooner when warm; one without keeps', () => {
    const usual = goesOffMs('b', shelf, products, 20)!;
    expect(usual).toBeGreaterThan(T0 + 60 * 60_000);
    expect(goesOffMs('b', shelf, products, 30)!).toBeLessThan(usual);
    expect(goesOffMs('r', shelf, products, 20)).toBeUndefined();
    expect(goesOffMs('none', shelf, products, 20)).toBeUndefined();
  });
});

describe('colour that is at hand', () => {
  it('tins as the ready mix that they make, what was kept as it is; clear is no colour', () => {
    const found = potsAtHand(shelf, products, NOW, (id) => `the ${id}`);
    expect(new Set(found.map((c) => c.product.id))).toEqual(new Set(['base-solvent']));
    const pots = found.flatMap((c) => c.pots);
    expect(pots.map((p) => p.name)).toEqual(
      expect.arrayContaining(['the tin at the rack', expect.stringMatching(/^what is left of batch/)]),
    );
    for (const p of pots) expect(p.ml).toBeGreaterThan(0);
    // What is in the tin is thinned before it is sprayed: more ready mix than its own volume.
    const base = SHIPPED_PRODUCTS.find((p) => p.id === 'base-solvent')!;
    const own = (500 / base.parts[0]!.densityKgL) * 1;
    expect(pots.find((p) => p.name === 'the tin at the rack')!.ml).toBeGreaterThan(own);
  });
  it('nothing that is past its date', () => {
    const old = foldShelf([tin('o', 'base-solvent', 500, { bestBeforeMs: T0 + DAY * 60_000 })]);
    expect(potsAtHand(old, products, NOW)).toEqual([]);
  });
});
