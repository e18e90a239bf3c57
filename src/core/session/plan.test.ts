/** @jest-environment node */
import fc from 'fast-check';
import type { Evening, EveningPart, EveningPlan } from './evening';
import { FAMILIES, type Product } from '../library/product';
import { coatNeed, type CoatTask } from '../mix/session';
import { products } from '../testing';
import { eveningPart, eveningProduct } from './fromTasks';
import { planEvening } from './plan';
import { beginning, layNext, type Laid } from './schedule';

const BASE = { cupMl: 600, mixMin: 5, cleanMin: 6 };
const EVENING: Evening = {
  parts: [],
  stands: [],
  products: { base: BASE, clear: { ...BASE, potLifeMin: 90 } },
  endMin: 400,
};
const part = (id: string, more: Partial<EveningPart> = {}): EveningPart => ({
  id,
  coats: [
    { product: 'base', minutes: 6, ml: 80, flashMin: 15 },
    { product: 'base', minutes: 6, ml: 80, flashMin: 20, windowMin: 240 },
    { product: 'clear', minutes: 7, ml: 110, flashMin: 0 },
  ],
  weightG: 4000,
  dustFreeMin: 30,
  ...more,
});

/** What is broken in a plan, said by itself from the description alone. */
function brokenIn(e: Evening, plan: EveningPlan): string[] {
  const out: string[] = [];
  const say = (is: boolean, what: string) => is && out.push(what);
  const near = 1e-9;
  const steps = [...plan.steps].sort((a, b) => a.startMin - b.startMin);
  steps.forEach((s, i) => {
    const next = steps[i + 1];
    say(next !== undefined && next.startMin < s.endMin - near, `two at once: ${s.partId} and ${next?.partId}`);
    const clean = e.products[next?.product ?? '']?.cleanMin ?? 0;
    say(
      next !== undefined && next.product !== s.product && next.startMin < s.endMin + clean - near,
      `the gun is not clean before ${next?.partId}`,
    );
    say(s.endMin > (e.fitUntilMin ?? Infinity) + near, `${s.partId} after the air`);
  });
  const left = new Set(plan.left.map((l) => l.partId));
  for (const p of e.parts) {
    const own = plan.steps.filter((s) => s.partId === p.id).sort((a, b) => a.coat - b.coat);
    say(own.length !== (left.has(p.id) ? 0 : p.coats.length), `${p.id} has ${own.length} coats`);
    own.forEach((s, i) => {
      const coat = p.coats[i]!;
      say(s.product !== coat.product || Math.abs(s.endMin - s.startMin - coat.minutes) > near, `${p.id} coat ${i + 1}`);
      const before = own[i - 1];
      if (before) {
        const gap = s.startMin - before.endMin;
        say(gap < p.coats[i - 1]!.flashMin - near, `${p.id}: flash`);
        say(gap > (p.coats[i - 1]!.windowMin ?? Infinity) + near, `${p.id}: window`);
      }
      for (const a of p.after ?? []) {
        const other = plan.steps.find((x) => x.partId === a && x.coat === s.coat);
        say(other !== undefined && other.startMin > s.startMin + near, `${p.id} before ${a}`);
      }
      say(e.stands.length > 0 && (e.stands.find((x) => x.id === s.standId)?.bearsG ?? 0) < p.weightG, `${p.id}: stand`);
    });
    const last = own.at(-1);
    say(last !== undefined && last.endMin + p.dustFreeMin > e.endMin + near, `${p.id} wet at the end`);
  }
  for (const stand of e.stands) {
    const spans = e.parts
      .flatMap((p) => {
        const own = plan.steps.filter((s) => s.partId === p.id && s.standId === stand.id);
        return own.length === 0
          ? []
          : [
              {
                from: Math.min(...own.map((s) => s.startMin)),
                to: Math.max(...own.map((s) => s.endMin)) + p.dustFreeMin,
              },
            ];
      })
      .sort((a, b) => a.from - b.from);
    spans.forEach((s, i) => say(i > 0 && spans[i - 1]!.to > s.from + near, `two on ${stand.id}`));
  }
  for (const cup of plan.cups) {
    const { potLifeMin, cupMl } = e.products[cup.product]!;
    const from = plan.steps.filter((s) => s.cup === cup.no);
    const ml = from.reduce((a, s) => a + e.parts.find((p) => p.id === s.partId)!.coats[s.coat - 1]!.ml, 0);
    say(ml > cupMl + near || Math.abs(ml - cup.ml) > near, `cup ${cup.no} holds ${ml}`);
    say(
      from.some((s) => s.product !== cup.product),
      `cup ${cup.no}: another product`,
    );
    say(
      from.some((s) => s.endMin > cup.mixedMin + (potLifeMin ?? Infinity) + near),
      `cup ${cup.no}: past pot life`,
    );
  }
  return out;
}

/** The soonest that any order is done, by all orders there are; undefined where none fits. */
function bestOfAll(e: Evening): number | undefined {
  let best: number | undefined;
  const walk = (l: Laid): void => {
    if (e.parts.every((p, i) => l.coats[i]! >= p.coats.length)) {
      best = Math.min(best ?? Infinity, l.doneMin);
      return;
    }
    e.parts.forEach((_, i) => {
      const next = layNext(e, l, i);
      if (next) walk(next);
    });
  };
  walk(beginning(e));
  return best;
}

const drawn = (most: { parts: number; coats: number; stands: number }) =>
  fc
    .record({
      parts: fc.array(
        fc.record({
          coats: fc.array(
            fc.record({
              product: fc.constantFrom('base', 'clear'),
              minutes: fc.integer({ min: 2, max: 15 }),
              ml: fc.integer({ min: 20, max: 300 }),
              flashMin: fc.integer({ min: 0, max: 40 }),
              windowMin: fc.option(fc.integer({ min: 40, max: 200 }), { nil: undefined }),
            }),
            { minLength: 1, maxLength: most.coats },
          ),
          weightG: fc.integer({ min: 500, max: 20_000 }),
          dustFreeMin: fc.integer({ min: 5, max: 60 }),
          follows: fc.boolean(),
        }),
        { minLength: 1, maxLength: most.parts },
      ),
      stands: fc.array(fc.integer({ min: 2000, max: 30_000 }), { maxLength: most.stands }),
      potLifeMin: fc.integer({ min: 30, max: 120 }),
      endMin: fc.integer({ min: 60, max: 500 }),
      fitUntilMin: fc.option(fc.integer({ min: 60, max: 400 }), { nil: undefined }),
    })
    .map(({ parts, stands, potLifeMin, endMin, fitUntilMin }): Evening => ({
      parts: parts.map(({ follows, coats, ...p }, i) => ({
        ...p,
        id: `p${i}`,
        coats: coats.map(({ windowMin, ...c }) => ({ ...c, ...(windowMin !== undefined && { windowMin }) })),
        ...(follows && i > 0 && { after: [`p${i - 1}`] }),
      })),
      stands: stands.map((bearsG, i) => ({ id: `s${i}`, bearsG })),
      products: { base: BASE, clear: { ...BASE, potLifeMin } },
      endMin,
      ...(fitUntilMin !== undefined && { fitUntilMin }),
    }));

describe('an evening', () => {
  it('of one part, by hand: mixed in 5, base 6, flash 15, base 6, flash 20, clear 7, half an hour to dust-free', () => {
    const plan = planEvening({ ...EVENING, parts: [part('door')] });
    // Gun cleaned and clear mixed lie in the flash.
    expect(plan.steps.map((s) => [s.startMin, s.endMin])).toEqual([
      [5, 11],
      [26, 32],
      [52, 59],
    ]);
    expect(plan).toMatchObject({ doneMin: 89, left: [] });
    expect(plan.cups.map((c) => [c.product, c.ml])).toEqual([
      ['base', 160],
      ['clear', 110],
    ]);
  });
  it('of two parts the second is sprayed while the first flashes', () => {
    const plan = planEvening({ ...EVENING, parts: [part('door'), part('wing')] });
    expect(plan.steps[1]).toMatchObject({ partId: 'wing', coat: 1, startMin: 11 });
    expect(plan.doneMin).toBeLessThan(2 * 89 - 40);
  });
  it('the inner face comes before the outer one, coat by coat', () => {
    const plan = planEvening({ ...EVENING, parts: [part('outer', { after: ['inner'] }), part('inner')] });
    const at = (id: string, coat: number) => plan.steps.findIndex((s) => s.partId === id && s.coat === coat);
    for (const coat of [1, 2, 3]) expect(at('inner', coat)).toBeLessThan(at('outer', coat));
  });
  it.each<[string, Evening, string]>([
    [
      'no stand bears it',
      { ...EVENING, parts: [part('bonnet', { weightG: 40_000 })], stands: [{ id: 's', bearsG: 9000 }] },
      'stand',
    ],
    [
      'its window is shorter than its flash',
      {
        ...EVENING,
        parts: [
          part('door', {
            coats: [
              { product: 'base', minutes: 5, ml: 80, flashMin: 40, windowMin: 20 },
              { product: 'base', minutes: 5, ml: 80, flashMin: 0 },
            ],
          }),
        ],
      },
      'window',
    ],
    [
      'a coat takes longer than the cup lives',
      { ...EVENING, parts: [part('roof', { coats: [{ product: 'clear', minutes: 120, ml: 300, flashMin: 0 }] })] },
      'potLife',
    ],
    [
      'a coat takes more than a cup holds',
      { ...EVENING, parts: [part('roof', { coats: [{ product: 'base', minutes: 20, ml: 900, flashMin: 0 }] })] },
      'cup',
    ],
    ['the evening is too short for it alone', { ...EVENING, parts: [part('door')], endMin: 80 }, 'end'],
    ['the air does not last', { ...EVENING, parts: [part('door')], fitUntilMin: 50 }, 'air'],
  ])('%s: it waits, and the plan says why', (_, e, why) => {
    const plan = planEvening(e);
    expect(plan.steps).toEqual([]);
    expect(plan.left).toEqual([{ partId: e.parts[0]!.id, why }]);
  });
  it('what does not fit beside the others waits; the others are done', () => {
    const plan = planEvening({ ...EVENING, parts: ['a', 'b', 'c', 'd', 'e'].map((id) => part(id)), endMin: 130 });
    expect(plan.left.length).toBeGreaterThan(0);
    expect(plan.left.every((l) => l.why === 'time')).toBe(true);
    expect(plan.steps.length).toBe(3 * (5 - plan.left.length));
    expect(plan.doneMin).toBeLessThanOrEqual(130);
  });
  it('nothing to spray is an evening too', () =>
    expect(planEvening(EVENING)).toEqual({ steps: [], cups: [], left: [], doneMin: 0, boundMin: 0 }));
  it('breaks no flash, window, pot life, stand, order, air or end, and is never done before its bound', () => {
    fc.assert(
      fc.property(drawn({ parts: 6, coats: 4, stands: 4 }), (e) => {
        const plan = planEvening(e);
        expect(brokenIn(e, plan)).toEqual([]);
        expect(plan.doneMin).toBeGreaterThanOrEqual(plan.boundMin - 1e-9);
        expect(planEvening(e)).toEqual(plan);
      }),
      { numRuns: 60 },
    );
  });
  it('is within a twentieth of the best of all orders where those can be counted', () => {
    let compared = 0;
    fc.assert(
      fc.property(drawn({ parts: 3, coats: 2, stands: 3 }), (e) => {
        const plan = planEvening(e);
        const best = bestOfAll(e);
        if (plan.left.length > 0) {
          expect(best).toBeUndefined();
          return;
        }
        compared++;
        expect(plan.doneMin).toBeLessThanOrEqual(1.05 * (best ?? Infinity) + 1e-9);
      }),
      { numRuns: 200 },
    );
    expect(compared).toBeGreaterThan(40);
  });
});

describe('a part of an evening from what goes on it', () => {
  const base = products('base-solvent')!;
  const clear = products('clear-ms')!;
  const task = (product: Product, coats: number, areaCm2: number): CoatTask => ({
    id: 'door',
    product,
    areaCm2,
    coats,
    filmUm: product.film.nominalUm,
    thinnerFraction: product.thinning?.defaultFraction ?? 0,
    application: FAMILIES[product.family].application,
    shape: 'plain',
  });
  it('has each coat with its own amount, and clear waits until base may be coated over', () => {
    const tasks = [task(base, 2, 8000), task(clear, 2, 8000)];
    const { part: door, names } = eveningPart({ id: 'door', weightG: 9000, tasks }, 23);
    expect(names.map((n) => [n.product.id, n.coat])).toEqual([
      [base.id, 1],
      [base.id, 2],
      [clear.id, 1],
      [clear.id, 2],
    ]);
    expect(door.coats[0]!.ml).toBeCloseTo(coatNeed(tasks[0]!).ml, 9);
    const recoat = base.stages.find((s) => s.stage === 'recoat')!.opensMin;
    expect(door.coats[1]!.flashMin).toBeGreaterThanOrEqual(recoat - 1e-9);
    expect(door.dustFreeMin).toBeCloseTo(clear.stages.find((s) => s.stage === 'dustFree')!.opensMin, 6);
  });
  it('a coat that no cup reaches over is in pieces on a wet edge, and together it is the coat', () => {
    const tasks = [task(clear, 1, 120_000)];
    const { part: roof, names } = eveningPart({ id: 'roof', weightG: 9000, tasks }, 20);
    expect(names.length).toBeGreaterThan(1);
    expect(roof.coats.reduce((s, c) => s + c.ml, 0)).toBeCloseTo(coatNeed(tasks[0]!, undefined, 20).ml, 6);
    expect(roof.coats[0]).toMatchObject({ flashMin: 0, windowMin: 12 });
    const { cupMl } = eveningProduct(clear, 20, tasks[0]!.application);
    for (const c of roof.coats) expect(c.ml).toBeLessThanOrEqual(cupMl);
  });
  it('in the cold the flash is longer, and a cup lives longer', () => {
    const tasks = [task(base, 2, 8000)];
    const at = (tempC: number) => eveningPart({ id: 'door', weightG: 9000, tasks }, tempC).part.coats[0]!.flashMin;
    expect(at(12)).toBeGreaterThan(at(23));
    expect(eveningProduct(clear, 12, 'lowPressureGun').potLifeMin!).toBeGreaterThan(
      eveningProduct(clear, 23, 'lowPressureGun').potLifeMin!,
    );
  });
});
