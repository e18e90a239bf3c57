/** @jest-environment node */
import fc from 'fast-check';
import type { Evening, EveningPart, EveningPlan } from './evening';
import { FAMILIES, type Product } from '../library/product';
import { coatNeed, type CoatTask } from '../mix/session';
import { products } from '../testing';
import { eveningPart, eveningProduct } from './fromTasks';
import { planEvening, planInTurns, spreadEvenings, turnsOf } from './plan';
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
      const stand = e.stands.find((x) => x.id === s.standId);
      say(e.stands.length > 0 && !p.fixed && (stand?.bearsG ?? 0) < p.weightG, `${p.id}: stand`);
      for (const face of e.parts) {
        if (p.piece === undefined || face === p || face.piece !== p.piece) continue;
        const there = plan.steps.filter((x) => x.partId === face.id);
        say(
          there.some((x) => x.standId !== s.standId),
          `${p.id}: two stands`,
        );
        // Without a turning stand one face is done and bears a hand before the other is begun.
        if (
          p.fixed ||
          stand?.turns ||
          i > 0 ||
          face.face === p.face ||
          there.length === 0 ||
          there[0]!.startMin > s.startMin
        )
          continue;
        const done = Math.max(...there.map((x) => x.endMin)) + (face.handleMin ?? face.dustFreeMin);
        say(s.startMin < done + (e.hands?.turnMin ?? 0) - near, `${p.id}: turned too soon`);
      }
    });
    const last = own.at(-1);
    say(last !== undefined && last.endMin + p.dustFreeMin > e.endMin + near, `${p.id} wet at the end`);
  }
  const begun = [...steps].filter((s) => s.coat === 1).map((s) => s.partId);
  const wanted = (e.order ?? []).filter((id) => begun.includes(id));
  say(wanted.join() !== begun.filter((id) => wanted.includes(id)).join(), `begun as ${begun.join()}`);
  const heavy = e.parts.filter((p) => !left.has(p.id) && !p.fixed && p.weightG > (e.hands?.liftG ?? Infinity));
  say(heavy.length > 0 && e.stands.length > 0 && !e.hands?.helper, 'nobody lifts it');
  for (const stand of e.stands) {
    const pieces = new Map<string, { from: number; to: number }>();
    for (const p of e.parts) {
      const own = plan.steps.filter((s) => s.partId === p.id && s.standId === stand.id);
      if (own.length === 0) continue;
      const had = pieces.get(p.piece ?? p.id) ?? { from: Infinity, to: 0 };
      pieces.set(p.piece ?? p.id, {
        from: Math.min(had.from, ...own.map((s) => s.startMin)),
        to: Math.max(had.to, Math.max(...own.map((s) => s.endMin)) + p.dustFreeMin),
      });
    }
    const spans = [...pieces.values()].sort((a, b) => a.from - b.from);
    spans.forEach((s, i) => say(i > 0 && spans[i - 1]!.to > s.from + near, `two on ${stand.id}`));
  }
  if (e.dryingPlaces !== undefined && e.stands.length > 0) {
    const pieces = new Set(e.parts.filter((p) => !left.has(p.id) && !p.fixed).map((p) => p.piece ?? p.id));
    say(pieces.size > e.dryingPlaces + e.stands.length, 'no place to dry');
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
          twoFaces: fc.boolean(),
        }),
        { minLength: 1, maxLength: most.parts },
      ),
      stands: fc.array(fc.integer({ min: 2000, max: 30_000 }), { maxLength: most.stands }),
      potLifeMin: fc.integer({ min: 30, max: 120 }),
      endMin: fc.integer({ min: 60, max: 500 }),
      fitUntilMin: fc.option(fc.integer({ min: 60, max: 400 }), { nil: undefined }),
      turns: fc.boolean(),
      drying: fc.option(fc.integer({ min: 0, max: 3 }), { nil: undefined }),
      hands: fc.option(
        fc.record({
          liftG: fc.integer({ min: 5000, max: 30_000 }),
          liftMin: fc.integer({ min: 0, max: 4 }),
          turnMin: fc.integer({ min: 0, max: 5 }),
          helper: fc.boolean(),
        }),
        { nil: undefined },
      ),
    })
    .map(({ parts, stands, potLifeMin, endMin, fitUntilMin, turns, drying, hands }): Evening => ({
      parts: parts.map(({ follows, twoFaces, coats, ...p }, i) => ({
        ...p,
        id: `p${i}`,
        coats: coats.map(({ windowMin, ...c }) => ({ ...c, ...(windowMin !== undefined && { windowMin }) })),
        ...(follows && i > 0 && { after: [`p${i - 1}`] }),
        // Two faces of one piece lie beside each other in the list.
        ...(twoFaces && { piece: `piece${i - (i % 2)}`, face: i % 2 ? 'outer' : 'inner', handleMin: 25 }),
      })),
      stands: stands.map((bearsG, i) => ({ id: `s${i}`, bearsG, ...(turns && i === 0 && { turns }) })),
      ...(drying !== undefined && { dryingPlaces: drying }),
      ...(hands && { hands }),
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
  const faces = (more: Partial<EveningPart> = {}): EveningPart[] => [
    part('inner', { piece: 'door', face: 'inner', handleMin: 25, ...more }),
    part('outer', { piece: 'door', face: 'outer', handleMin: 25, after: ['inner'], ...more }),
  ];
  it('a turning stand gives both faces in one go; on another one the first has to bear a hand', () => {
    const stand = { id: 'stand', bearsG: 20_000 };
    const inOne = planEvening({ ...EVENING, parts: faces(), stands: [{ ...stand, turns: true }] });
    const one = planEvening({
      ...EVENING,
      parts: faces(),
      stands: [stand],
      hands: { liftG: 25_000, liftMin: 0, turnMin: 3, helper: false },
    });
    expect(inOne.steps.slice(0, 2).map((s) => s.partId)).toEqual(['inner', 'outer']);
    expect(new Set(inOne.steps.map((s) => s.standId))).toEqual(new Set(['stand']));
    expect(one.steps.map((s) => s.partId)).toEqual(['inner', 'inner', 'inner', 'outer', 'outer', 'outer']);
    // Inner done at 59, bears a hand at 84, three minutes to turn it; the gun is cleaned meanwhile, base is mixed after that.
    expect(one.steps[3]!.startMin).toBe(59 + 25 + 3);
    expect(one.doneMin).toBeGreaterThan(inOne.doneMin + 60);
    // What hangs on the vehicle is never turned.
    expect(planEvening({ ...EVENING, parts: faces({ fixed: true }), stands: [stand] }).doneMin).toBeLessThan(
      one.doneMin,
    );
  });
  it('what one person does not lift waits for a helper, who mixes and carries as well', () => {
    const hands = { liftG: 25_000, liftMin: 2, turnMin: 3, helper: false };
    const stands = [{ id: 's', bearsG: 60_000 }];
    const heavy = { ...EVENING, parts: [part('bonnet', { weightG: 30_000 })], stands, hands };
    expect(planEvening(heavy).left).toEqual([{ partId: 'bonnet', why: 'lift' }]);
    const two = planEvening({ ...heavy, hands: { ...hands, helper: true } });
    expect(two.left).toEqual([]);
    const alone = planEvening({ ...heavy, parts: [part('door')] });
    // Two minutes to hang it, five to mix: the helper does the one while the other is done.
    expect([alone.steps[0]!.startMin, two.steps[0]!.startMin]).toEqual([7, 5]);
  });
  it('where no place is left to dry, a part keeps its stand', () => {
    const e = {
      ...EVENING,
      parts: ['a', 'b', 'c'].map((id) => part(id)),
      stands: [{ id: 's', bearsG: 9000 }],
      endMin: 2000,
    };
    expect(planEvening(e).left).toEqual([]);
    const full = planEvening({ ...e, dryingPlaces: 1 });
    expect(full.left).toHaveLength(1);
    expect(brokenIn({ ...e, dryingPlaces: 1 }, full)).toEqual([]);
  });
  it('parts are begun in the order that somebody wants', () => {
    const e = { ...EVENING, parts: ['a', 'b', 'c'].map((id) => part(id)), order: ['c', 'a', 'b'] };
    const begun = planEvening(e)
      .steps.filter((s) => s.coat === 1)
      .map((s) => s.partId);
    expect(begun).toEqual(['c', 'a', 'b']);
  });
  it('a part goes on the stand that somebody put it on, and waits where that one does not bear it', () => {
    const stands = [
      { id: 's1', bearsG: 90_000 },
      { id: 's2', bearsG: 90_000 },
      { id: 'small', bearsG: 10 },
    ];
    const on = (standId: string) =>
      planEvening({ ...EVENING, stands, parts: [{ ...part('a'), standId }, part('b'), part('c')] });
    for (const id of ['s1', 's2']) {
      const plan = on(id);
      expect(new Set(plan.steps.filter((s) => s.partId === 'a').map((s) => s.standId))).toEqual(new Set([id]));
      expect(plan.left).toEqual([]);
    }
    expect(on('small').left).toEqual([{ partId: 'a', why: 'stand' }]);
  });
  it('begins when the air lets it, and not at all where that is too late', () => {
    const e = { ...EVENING, parts: [part('door')] };
    // The cup is mixed in the first five minutes after that.
    expect(planEvening({ ...e, fitFromMin: 60 }).steps[0]!.startMin).toBe(65);
    expect(planEvening({ ...e, fitFromMin: 60, fitUntilMin: 100 }).left).toEqual([{ partId: 'door', why: 'air' }]);
    expect(planEvening({ ...e, fitFromMin: 0, fitUntilMin: 0 }).left).toEqual([{ partId: 'door', why: 'air' }]);
  });
  describe('that has begun', () => {
    it('what is begun holds a stand of its own, and what is finished until it is dry', () => {
      const stands = ['s1', 's2'].map((id) => ({ id, bearsG: 9000 }));
      const coats = part('x').coats;
      const begun: Evening = {
        ...EVENING,
        stands,
        hands: { liftG: 25_000, liftMin: 30, turnMin: 0, helper: false },
        parts: [
          part('a', { done: { coats: 1, endedMin: -10 } }),
          part('b', { done: { coats: coats.length, endedMin: -10 } }),
          part('c'),
        ],
      };
      const plan = planEvening(begun);
      const of = (id: string) => plan.steps.filter((s) => s.partId === id);
      // 'a' hangs already: nobody lifts it again. 'b' is dry after 20 minutes, and 'c' takes its place, half an hour of lifting later.
      expect(new Set(of('a').map((s) => s.standId))).toEqual(new Set(['s1']));
      expect(of('a')[0]!.startMin).toBeLessThan(30);
      expect(new Set(of('c').map((s) => s.standId))).toEqual(new Set(['s2']));
      expect(of('c')[0]!.startMin).toBeGreaterThanOrEqual(20 + 30);
      // No place to dry: 'b' stays, and 'c' waits for 'a', which stays too.
      expect(planEvening({ ...begun, dryingPlaces: 0, endMin: 2000 }).left.map((l) => l.partId)).toEqual(['c']);
    });
    const e: Evening = { ...EVENING, parts: ['a', 'b', 'c', 'd'].map((id) => part(id)) };
    const plan = planEvening(e);
    /** As it stands after some steps, each so much later than planned. */
    const after = (steps: number, lateMin: number): Evening => {
      const done = plan.steps.slice(0, steps);
      const now = (done.at(-1)?.endMin ?? 0) + lateMin;
      return {
        ...e,
        endMin: e.endMin - now,
        parts: e.parts.map((p) => {
          const own = done.filter((s) => s.partId === p.id);
          return own.length === 0
            ? p
            : { ...p, done: { coats: own.length, endedMin: own.at(-1)!.endMin + lateMin - now } };
        }),
        ...(done.length > 0 && { inGun: done.at(-1)!.product }),
        openCups: [{ product: 'base', mixedMin: -10, leftMl: 400 }],
      };
    };
    it('goes on in the turns that were agreed, though a coat was late: nothing jumps', () => {
      for (let n = 1; n < plan.steps.length; n++)
        for (const late of [0, 4, 15]) {
          const rest = planInTurns(after(n, late), turnsOf(plan));
          expect(rest.kept).toBe(true);
          expect(turnsOf(rest)).toEqual(turnsOf(plan).slice(n));
          expect(brokenIn({ ...after(n, late), parts: [] }, { ...rest, steps: [], cups: [] })).toEqual([]);
        }
    });
    it('is put in order anew only where the turns hold no more', () => {
      // Two hours late: 'd' no longer fits before the end.
      const late = { ...after(2, 0), endMin: 100 };
      const rest = planInTurns(late, turnsOf(plan));
      expect(rest.kept).toBe(false);
      expect(rest.left.length).toBeGreaterThan(0);
      // What is begun is finished first.
      expect(rest.left.map((l) => l.partId)).not.toContain(plan.steps[0]!.partId);
    });
    it('goes on from the open cup, and leaves it where its time is over', () => {
      const open = planInTurns(after(1, 0), turnsOf(plan));
      expect(open.steps[0]!.cup).toBe(1);
      expect(open.cups[0]).toMatchObject({ no: 1, mixedMin: -10 });
      const e2 = after(1, 0);
      const gone = planInTurns(
        { ...e2, products: { ...e2.products, base: { ...BASE, potLifeMin: 12 } } },
        turnsOf(plan),
      );
      expect(gone.steps[0]!.cup).toBe(2);
    });
    it('a part whose window has shut waits, and says so', () => {
      const shut = { ...after(2, 0) };
      const parts = shut.parts.map((p) => (p.done ? { ...p, done: { coats: 2, endedMin: -300 } } : p));
      const rest = planEvening({ ...shut, parts });
      expect(rest.left.map((l) => l.why)).toContain('window');
    });
  });
  it('what waits goes on the evenings that follow, one filled after the other', () => {
    const e: Evening = { ...EVENING, endMin: 130, parts: ['a', 'b', 'c', 'd', 'e', 'f'].map((id) => part(id)) };
    const plan = planEvening(e);
    expect(plan.left.length).toBeGreaterThan(1);
    const on = spreadEvenings(e, plan, [{ endMin: 60 }, { endMin: 130 }, { endMin: 400 }]);
    expect([...on.keys()].sort()).toEqual(plan.left.map((l) => l.partId).sort());
    expect([...on.values()]).not.toContain(0);
    expect(spreadEvenings(e, plan, [{ endMin: 20 }]).size).toBe(0);
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
