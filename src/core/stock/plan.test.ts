import fc from 'fast-check';
import { foldLog } from '../strata/fold';
import { jobCost, nextTime, panelCost } from '../plan/cost';
import { ev, foundBare, JOB, products, T0 } from '../testing';
import { learnTransfer, learnWaste } from './learn';
import { containersOf, containerState, partNeeds, productsHere, shoppingList, sortOf } from './order';
import { planPots } from './pots';
import { transferSeen, wasteSeen } from './seen';
import { foldShelf } from './shelf';
import { rec } from './shelf.testing';
import { tinsFor, tinSizes } from './tins';
import { cupUsesOf } from './books';
import { batchCost } from './use';

describe('pots', () => {
  const door = { id: 'door', name: 'the door', lastMl: 150, earlierMl: 250 };
  const wing = { id: 'wing', name: 'the wing', lastMl: 120, earlierMl: 180 };
  const pot = (id: string, ml: number) => ({ id, name: `batch ${id}`, ml });
  it('one pot is kept for the last coat on all that is seen together', () => {
    const plan = planPots([pot('1', 420), pot('2', 300)], [{ ...door, lastMl: 270, earlierMl: 430 }]);
    expect(plan.how).toBe('separate');
    expect(plan.last).toEqual([{ groupId: 'door', potId: '2' }]);
    expect(plan.earlier).toEqual([
      { potId: '1', ml: 420 },
      { potId: '2', ml: 10 },
    ]);
    expect(String(plan.says)).toMatch(
      /Keep batch 2 for the last coat on the door, and lay the coats below with batch 1/,
    );
  });
  it('where no pot does it alone they are stirred together; where all are too little, more is mixed first', () => {
    expect(planPots([pot('1', 200), pot('2', 200)], [{ ...door, lastMl: 270, earlierMl: 60 }]).how).toBe('intermix');
    const more = planPots([pot('1', 200)], [door, wing]);
    expect(more).toMatchObject({ how: 'more', moreMl: 500 });
    expect(String(more.says)).toMatch(/500 ml too little/);
  });
  it('lays all that is to come, takes no more than is there, and ends what is seen together with one pot', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 20, max: 800, noNaN: true }), { minLength: 1, maxLength: 4 }),
        fc.array(fc.tuple(fc.double({ min: 1, max: 300, noNaN: true }), fc.double({ min: 0, max: 300, noNaN: true })), {
          minLength: 1,
          maxLength: 3,
        }),
        (mls, groups) => {
          const pots = mls.map((ml, i) => pot(String(i), ml));
          const seen = groups.map(([lastMl, earlierMl], i) => ({ id: `g${i}`, name: `g${i}`, lastMl, earlierMl }));
          const plan = planPots(pots, seen);
          if (plan.how !== 'separate') return;
          const taken = new Map<string, number>();
          const take = (id: string, ml: number) => taken.set(id, (taken.get(id) ?? 0) + ml);
          for (const l of plan.last) take(l.potId, seen.find((g) => g.id === l.groupId)!.lastMl);
          for (const e of plan.earlier) take(e.potId, e.ml);
          expect([...taken.values()].reduce((a, b) => a + b, 0)).toBeCloseTo(
            seen.reduce((s, g) => s + g.lastMl + g.earlierMl, 0),
            6,
          );
          for (const p of pots) expect(taken.get(p.id) ?? 0).toBeLessThanOrEqual(p.ml + 1e-6);
        },
      ),
    );
  });
});

describe('tins', () => {
  it('by hand: 3.2 L out of 0.5, 1, 2.5 and 5 are 2.5 and 1', () =>
    expect(tinsFor(3200, [500, 1000, 2500, 5000], 'mL')).toMatchObject({
      tins: [
        { size: 2500, count: 1 },
        { size: 1000, count: 1 },
      ],
      amount: 3500,
    }));
  it('is enough, and never a smallest tin too much, for whatever is needed', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.1, max: 60_000, noNaN: true }),
        fc.constantFrom([500, 1000, 2500, 5000], [250, 500, 1000, 2500], [40, 60, 100]),
        (need, sizes) => {
          const o = tinsFor(need, sizes, 'mL');
          expect(o.amount).toBeGreaterThanOrEqual(need - 1e-6);
          expect(o.amount - need).toBeLessThan(Math.min(...sizes));
          expect(o.tins.reduce((s, t) => s + t.size * t.count, 0)).toBe(o.amount);
        },
      ),
    );
  });
});

const tin = (id: string, productId: string, part: number, amount: number, more = {}) =>
  rec({ kind: 'received', containerId: id, holds: { what: 'part', productId, part }, amount, ...more });

describe('what is here, and what is to be bought', () => {
  const shelf = foldShelf([
    tin('p', 'highbuild-2k', 0, 1000),
    tin('old', 'highbuild-2k', 0, 400, { bestBeforeMs: T0 - 1 }),
    tin('h', 'hardener-slow', 0, 500),
    tin('open', 'highbuild-2k', 0, 300, { opened: true }),
  ]);
  it('a hardener of any speed fits the paint that takes one of its name; paint is itself', () => {
    expect(sortOf('highbuild-2k', 1, products)).toBe(sortOf('hardener-slow', 0, products));
    expect(sortOf('highbuild-2k', 0, products)).not.toBe(sortOf('clear-ms', 0, products));
    expect(containersOf(shelf, 'highbuild-2k', 1, products, T0).map((c) => c.id)).toEqual(['h']);
  });
  it('what is open goes first, what is past its date does not', () =>
    expect(containersOf(shelf, 'highbuild-2k', 0, products, T0).map((c) => c.id)).toEqual(['open', 'p']));
  it('the products of which all parts are here', () =>
    expect(
      productsHere([products('highbuild-2k')!, products('epoxy-2k') ?? products('clear-hs')!], shelf, products, T0).map(
        (p) => p.id,
      ),
    ).toEqual(['highbuild-2k']));
  it('what is missing is rounded to tins; what is here is not bought', () => {
    const build = products('highbuild-2k')!;
    const thinner = products('thinner-medium')!;
    // 4 : 1 + 10 % of the paint, 2.16 L: 1600, 400, 160 mL.
    const lines = shoppingList(partNeeds(build, 2160, 0.1, thinner), shelf, products, T0);
    expect(lines.map((l) => l.name)).toEqual(['High-build primer', 'Thinner, medium']);
    expect(lines[0]!.missingG).toBeCloseTo(1600 * 1.55 - 1300, 6);
    expect(lines[0]!.order.tins).toEqual([{ size: 1000, count: 1 }]);
  });
  it('how a container stands', () => {
    const state = (id: string) => containerState(shelf.containers.get(id)!, T0);
    expect([state('p'), state('old')]).toEqual(['fine', 'past']);
    expect(containerState({ ...shelf.containers.get('p')!, amount: 100 }, T0)).toBe('low');
    expect(containerState({ ...shelf.containers.get('p')!, amount: -3 }, T0)).toBe('short');
  });
});

describe('what a shop learns', () => {
  it('nothing seen is the usual figure; much of it is what was seen; between them it moves one way', () => {
    const usual = learnTransfer([])('lowPressureGun', 'clear-ms');
    expect(usual.share).toBeCloseTo(0.65, 9);
    const seen = (n: number) =>
      learnTransfer(
        Array.from({ length: n }, () => ({
          application: 'lowPressureGun' as const,
          productId: 'clear-ms',
          share: 0.5,
        })),
      )('lowPressureGun', 'clear-ms');
    expect(seen(500).share).toBeCloseTo(0.5, 2);
    for (let n = 1; n < 20; n++) {
      expect(seen(n + 1).share).toBeLessThan(seen(n).share);
      expect(seen(n + 1).spread).toBeLessThan(seen(n).spread);
    }
    // Another product of the same gun learns from it, and less.
    const other = learnTransfer(
      Array.from({ length: 20 }, () => ({ application: 'lowPressureGun' as const, productId: 'clear-ms', share: 0.5 })),
    )('lowPressureGun', 'base-solvent');
    expect(other.share).toBeLessThan(0.65);
    expect(other.share).toBeGreaterThan(seen(20).share);
    expect(other.spread).toBeGreaterThan(seen(20).spread);
  });
  it('by hand: one reading of half the usual takes the gun a third of the way, the product a bit over half of that again', () => {
    // Gun: precision 1/0.17², the product's mean 1/(0.1² + 0.16²).
    const g = Math.log(0.5) / (0.1 ** 2 + 0.16 ** 2) / (1 / 0.17 ** 2 + 1 / (0.1 ** 2 + 0.16 ** 2));
    const w = 0.1 ** 2 / (0.1 ** 2 + 0.16 ** 2);
    const one = learnTransfer([{ application: 'brush', productId: 'x', share: 0.475 }])('brush', 'x');
    expect(one.share).toBeCloseTo(0.95 * Math.exp(g + w * (Math.log(0.5) - g)), 9);
  });
  it('a cup without sense is left out; waste begins at the usual', () => {
    expect(learnTransfer([{ application: 'brush', productId: 'x', share: 9 }])('brush', 'x').of).toBe(0);
    expect(learnWaste([]).share).toBeCloseTo(0.12, 9);
    expect(learnWaste([0.4, 0.4, 0.4, 0.4]).share).toBeGreaterThan(0.25);
  });

  const build = products('highbuild-2k')!;
  const shelf = foldShelf([
    tin('p', 'highbuild-2k', 0, 5000, { price: 100, currency: '€' }),
    tin('h', 'hardener-medium', 0, 1000, { price: 30, currency: '$' }),
    rec({
      kind: 'mixed',
      atMin: 5,
      batchId: 'cup',
      no: 3,
      productId: 'highbuild-2k',
      pours: [
        { holds: { what: 'part', productId: 'highbuild-2k', part: 0 }, massG: 400 * 1.55, containerId: 'p' },
        { holds: { what: 'part', productId: 'hardener-medium', part: 0 }, massG: 100 * 1.02, containerId: 'h' },
      ],
    }),
    rec({ kind: 'wasted', atMin: 60, batchId: 'cup', amount: 722 / 5, why: 'leftOver' }),
  ]);
  const log = [
    foundBare(['lower'], -60),
    ev({ kind: 'blasted', atMin: -30, media: 'Crushed glass', profileUm: 40, wet: false }),
    ev({
      kind: 'coated',
      atMin: 10,
      productId: 'highbuild-2k',
      coats: 2,
      filmUm: 60,
      thinnerFraction: 0,
      application: 'lowPressureGun',
      batch: { batchId: 'cup', pouredMl: [400, 100], usedMl: 400 },
      workMin: 30,
    }),
    ev({ kind: 'measured', atMin: 900, measure: 'filmTotal', filmUm: 300 }),
  ];
  it('a refill that was paid in another money is not added to what was paid before: a gram costs what it did', () => {
    const books = (more: Parameters<typeof foldShelf>[0]) => ({
      shelf: foldShelf([tin('p', 'highbuild-2k', 0, 5000, { price: 100, currency: '€' }), ...more]),
      products,
      currency: '€',
    });
    const pour = { holds: { what: 'part', productId: 'highbuild-2k', part: 0 }, massG: 500, containerId: 'p' } as const;
    const cup = {
      id: 'x',
      no: 1,
      productId: 'highbuild-2k',
      atMs: 0,
      pours: [pour],
      mixedG: 500,
      keptG: 0,
      wastedG: 0,
    };
    expect(batchCost(cup, books([]))).toEqual({ cost: 10, otherMoney: false });
    const refill = (price: number, currency: string) =>
      books([{ ...tin('p', 'highbuild-2k', 0, 5000, { price, currency }), id: 'refill', atMs: T0 + 60_000 }]);
    expect(batchCost(cup, refill(150, '€')).cost).toBeCloseTo(12.5, 9);
    expect(batchCost(cup, refill(9000, '$')).cost).toBeCloseTo(10, 9);
  });
  it('by hand: 400 mL of a mix with 50.6 % solids that leave 300 µm on 0.3 m² landed at 44 %', () => {
    const state = foldLog(log, products);
    const [seen] = transferSeen(JOB, state, shelf, products);
    const solids = 0.8 * 0.52 + 0.2 * 0.45;
    expect(seen).toMatchObject({ application: 'lowPressureGun', productId: 'highbuild-2k' });
    // Of a plain panel, which takes a tenth off the gun's own share.
    expect(seen!.share).toBeCloseTo((3000 * 300 * 1e-4) / (400 * solids) / 0.9, 6);
    expect(wasteSeen('highbuild-2k', shelf, cupUsesOf('job', state), products)).toEqual([expect.closeTo(0.2, 9)]);
  });
  it('paper between two readings tells nothing of how much landed', () => {
    const sanded = [
      ...log.slice(0, 3),
      ev({ kind: 'sanded', atMin: 500, grit: 400, tool: 'block', wet: false, removedUm: 20 }),
      log[3]!,
    ];
    expect(transferSeen(JOB, foldLog(sanded, products), shelf, products)).toEqual([]);
  });

  it('what a panel cost: tins at what was paid, other money by the library, hands by the hour; each beside its estimate', () => {
    const state = foldLog(log, products);
    const books = { shelf, products, currency: '€' };
    const batch = shelf.batches.get('cup')!;
    // 620 of 5000 g at 100, and 100 mL of hardener by the library's 34 a litre, since it was paid in dollars.
    const whole = (100 * 620) / 5000 + 0.1 * 34;
    expect(batchCost(batch, books)).toEqual({ cost: expect.closeTo(whole, 9), otherMoney: true });
    const cost = panelCost(JOB, state, 'door', products, { labourH: 60, ovenH: 20, blastH: 100 }, books);
    expect(cost.money.material.actual).toBeCloseTo((whole * 400) / 500, 6);
    expect(cost.money.waste.actual).toBeCloseTo(whole / 5, 6);
    expect(cost.minutes.clocked).toBe(30);
    expect(cost.total.actual).toBeCloseTo(
      Object.values(cost.money).reduce((s, m) => s + m.actual, 0),
      9,
    );
    const used = cost.material.lines[0]!;
    expect(used.volumeMl).toBe(400);
    const said = nextTime([cost], () => ({ share: 0.44, of: 1 })).map(String);
    expect(said.some((s) => s.startsWith('High-build primer: 400 ml used, ') && s.includes('count with 44'))).toBe(
      true,
    );
    expect(said.some((s) => s.includes('thrown away, 20'))).toBe(true);
    expect(jobCost([cost, cost]).total.actual).toBeCloseTo(2 * cost.total.actual, 9);
    expect(build.parts).toHaveLength(2);
  });
});

describe('what tins a product comes in', () => {
  it.each([
    ['highbuild-2k', 0, [500, 1000, 2500, 5000], 'mL'],
    ['highbuild-2k', 1, [250, 500, 1000, 2500], 'mL'],
    ['hardener-slow', 0, [250, 500, 1000, 2500], 'mL'],
    ['thinner-medium', 0, [1000, 5000], 'mL'],
    ['light-filler', 0, [1000, 2000, 3000], 'g'],
    ['light-filler', 1, [40, 60, 100], 'g'],
    ['cleaner-metal', 0, [400, 1000, 5000], 'mL'],
  ] as const)('%s, part %d', (id, part, sizes, unit) => {
    const product = products(id);
    if (!product) throw new Error(`${id} is not shipped`);
    expect(tinSizes(product, part)).toEqual({ sizes, unit });
  });
  it('by hand: 41 L are eight drums and one litre, 40.1 L eight drums and half a litre', () => {
    const paint = [500, 1000, 2500, 5000];
    expect(tinsFor(41_000, paint, 'mL').tins).toEqual([
      { size: 5000, count: 8 },
      { size: 1000, count: 1 },
    ]);
    expect(tinsFor(40_100, paint, 'mL').tins).toEqual([
      { size: 5000, count: 8 },
      { size: 500, count: 1 },
    ]);
    expect(tinsFor(0, paint, 'mL')).toEqual({ tins: [], unit: 'mL', amount: 0 });
  });
});
