/** @jest-environment node */
import fc from 'fast-check';
import type { Evening, EveningPart } from './evening';
import { beginning, boundOf, chainMin, hasStand, layNext, pieceG, type Laid } from './schedule';

const part = (id: string, more: Partial<EveningPart> = {}): EveningPart => ({
  id,
  coats: [
    { product: 'clear', minutes: 5, ml: 100, flashMin: 10 },
    { product: 'clear', minutes: 5, ml: 100, flashMin: 10 },
  ],
  weightG: 5000,
  dustFreeMin: 40,
  ...more,
});
const evening = (parts: readonly EveningPart[], more: Partial<Evening> = {}): Evening => ({
  parts,
  stands: [],
  products: {
    clear: { cupMl: 400, potLifeMin: 90, mixMin: 4, cleanMin: 6 },
    base: { cupMl: 500, mixMin: 3, cleanMin: 5 },
  },
  endMin: 180,
  ...more,
});
/** Coats in the order of the parts that are named, by index; undefined as soon as one cannot be laid. */
const lay = (e: Evening, ...order: number[]): Laid | undefined =>
  order.reduce<Laid | undefined>((laid, at) => laid && layNext(e, laid, at), beginning(e));
const spans = (laid: Laid | undefined) => {
  const out: [string, number, number][] = [];
  for (let l = laid?.last; l; l = l.before) out.unshift([l.step.partId, l.step.startMin, l.step.endMin]);
  return out;
};
const lastStep = (laid: Laid | undefined) => laid?.last?.step;

describe('the next coat of an evening', () => {
  it('by hand: a cup of four minutes, a coat of five, a flash of ten, another coat', () =>
    expect(spans(lay(evening([part('door')]), 0, 0))).toEqual([
      ['door', 4, 9],
      ['door', 19, 24],
    ]));
  it('two parts share the flash: the second is sprayed while the first one flashes', () =>
    expect(spans(lay(evening([part('door'), part('wing')]), 0, 1, 0, 1))).toEqual([
      ['door', 4, 9],
      ['wing', 9, 14],
      ['door', 19, 24],
      ['wing', 24, 29],
    ]));
  it('it is done when the last is out of the dust', () =>
    expect(lay(evening([part('door'), part('wing')]), 0, 1, 0, 1)!.doneMin).toBe(29 + 40));

  it('a cup that has too little left for a coat is followed by another one, which is mixed first', () => {
    const e = evening([part('door'), part('wing'), part('lid')]);
    const laid = lay(e, 0, 1, 2, 0, 1)!;
    // Four coats of 100 mL are a cup; the fifth waits four minutes for the next.
    expect(lastStep(laid)).toMatchObject({ partId: 'wing', coat: 2, cup: 2, startMin: 28 });
    expect(laid.cups.get('clear')).toMatchObject({ no: 2, mixedMin: 28, leftMl: 300 });
  });
  it('a helper mixes while the gun is at work: nobody waits for the second cup', () => {
    const hands = { liftG: 15_000, liftMin: 0, turnMin: 0, helper: true };
    const e = evening([part('door'), part('wing'), part('lid')], { hands });
    expect(lastStep(lay(e, 0, 1, 2, 0, 1))).toMatchObject({ cup: 2, startMin: 24 });
  });
  it('a cup past its life is not sprayed, however much is left', () => {
    const e = evening([part('door')], { openCups: [{ product: 'clear', mixedMin: -80, leftMl: 300 }] });
    // It lives until minute 10: a coat that begins now is through at 5, one that begins after its flash is not.
    const first = lay(e, 0);
    expect(lastStep(first)).toMatchObject({ cup: 1, startMin: 0, endMin: 5 });
    expect(lastStep(layNext(e, first!, 0))).toMatchObject({ cup: 2, startMin: 15 });
  });
  it('no cup holds the coat: it cannot be laid', () => {
    const [coat] = part('door').coats;
    expect(lay(evening([part('door', { coats: [{ ...coat!, ml: 401 }] })]), 0)).toBeUndefined();
  });
  it('another product in the gun is cleaned out of it first', () => {
    const base = { product: 'base', minutes: 5, ml: 100, flashMin: 15 };
    const e = evening([part('door', { coats: [base, ...part('door').coats] })], { inGun: 'epoxy' });
    // Clean 5 and mix 3 before base; it flashes until 28, by when clear is cleaned for and mixed.
    expect(spans(lay(e, 0, 0))).toEqual([
      ['door', 8, 13],
      ['door', 28, 33],
    ]);
  });

  it('a window that closes before the coat can follow forbids it', () => {
    const [coat] = part('door').coats;
    const closes = (windowMin: number) =>
      evening([part('door', { coats: [{ ...coat!, windowMin }, coat!] }), part('wing')]);
    expect(lay(closes(14), 0, 1, 1)).toBeDefined();
    // The wing’s second coat ends at 29, twenty minutes after the door’s first.
    expect(lay(closes(19), 0, 1, 1, 0)).toBeUndefined();
    expect(lay(closes(20), 0, 1, 1, 0)).toBeDefined();
  });
  it.each([
    ['out of the dust before the end', { endMin: 64 }, { endMin: 63 }],
    ['sprayed while the air lets one', { fitUntilMin: 24 }, { fitUntilMin: 23 }],
  ])('the last coat has to be %s', (_, fits, doesNot) => {
    expect(lay(evening([part('door')], fits), 0, 0)).toBeDefined();
    expect(lay(evening([part('door')], doesNot), 0, 0)).toBeUndefined();
  });
  it('nothing begins before the air is fit', () =>
    expect(lastStep(lay(evening([part('door')], { fitFromMin: 30 }), 0))?.startMin).toBe(34));

  it('edges come first: each coat of the face waits for the same coat of its edge', () => {
    const e = evening([part('edge'), part('face', { after: ['edge'] })]);
    expect(lay(e, 1)).toBeUndefined();
    expect(lay(e, 0, 1)).toBeDefined();
    expect(lay(e, 0, 1, 1)).toBeUndefined();
    expect(lay(e, 0, 1, 0, 1)).toBeDefined();
  });
  it('an order that somebody wants holds for how they are begun', () => {
    const e = evening([part('door'), part('wing')], { order: ['wing', 'door'] });
    expect(lay(e, 0)).toBeUndefined();
    expect(lay(e, 1, 0)).toBeDefined();
  });
});

describe('stands of an evening', () => {
  const STANDS = [
    { id: 'strong', bearsG: 20_000 },
    { id: 'light', bearsG: 6000 },
  ];
  it('the weakest that bears it: the strong one is kept for what is heavy', () => {
    const e = evening([part('door'), part('bonnet', { weightG: 15_000 })], { stands: STANDS });
    expect(lastStep(lay(e, 0))?.standId).toBe('light');
    expect(lastStep(lay(e, 0, 1))?.standId).toBe('strong');
  });
  it('what is heavier than any of them has none', () => {
    const e = evening([part('lid', { weightG: 21_000 })], { stands: STANDS });
    expect(hasStand(e, 0)).toBe(false);
    expect(lay(e, 0)).toBeUndefined();
  });
  it('a stand is free again when what was on it is out of the dust', () => {
    const e = evening([part('door'), part('wing')], { stands: [STANDS[1]!] });
    expect(lay(e, 0, 1)).toBeUndefined();
    expect(lastStep(lay(e, 0, 0, 1))?.startMin).toBe(24 + 40);
  });
  it('without a place to dry it stays where it is', () => {
    const e = evening([part('door'), part('wing')], { stands: [STANDS[1]!], dryingPlaces: 0 });
    expect(lay(e, 0, 0, 1)).toBeUndefined();
  });
  it('what stays on the vehicle needs none', () =>
    expect(lastStep(lay(evening([part('sill', { fixed: true })], { stands: STANDS }), 0))?.standId).toBeUndefined());
  it('one pair of hands lifts only what it can; two lift anything', () => {
    const e = (helper: boolean) =>
      evening([part('bonnet', { weightG: 15_000 })], {
        stands: STANDS,
        hands: { liftG: 10_000, liftMin: 3, turnMin: 2, helper },
      });
    expect(lay(e(false), 0)).toBeUndefined();
    expect(lay(e(true), 0)).toBeDefined();
  });

  const faces = (handleMin: number) => [
    part('inside', { piece: 'lid', face: 'inner', handleMin, weightG: 7000 }),
    part('outside', { piece: 'lid', face: 'outer', weightG: 9000 }),
  ];
  it('a piece is as heavy as its heaviest face', () => expect(pieceG(evening(faces(60)), 0)).toBe(9000));
  it('the second face waits until the first one bears a hand, and is turned over', () => {
    const e = evening(faces(60), {
      stands: [STANDS[0]!],
      hands: { liftG: 20_000, liftMin: 3, turnMin: 2, helper: false },
    });
    expect(lay(e, 0, 1)).toBeUndefined();
    // Lifted by 3, mixed by 7; 7 to 12, 22 to 27; it bears a hand at 87, is over at 89, and a new cup is mixed by 93.
    expect(spans(lay(e, 0, 0, 1))).toEqual([
      ['inside', 7, 12],
      ['inside', 22, 27],
      ['outside', 89, 94],
    ]);
  });
  it('on a stand that turns both faces are sprayed in one go', () => {
    const e = evening(faces(60), { stands: [{ ...STANDS[0]!, turns: true }] });
    expect(spans(lay(e, 0, 1))).toEqual([
      ['inside', 4, 9],
      ['outside', 9, 14],
    ]);
  });
});

describe('an evening that has begun', () => {
  it('goes on where it stands: coats that are on, the flash of the last, the open cup', () => {
    const e = evening([part('door', { done: { coats: 1, endedMin: -3 } })], {
      inGun: 'clear',
      openCups: [{ product: 'clear', mixedMin: -20, leftMl: 250 }],
    });
    expect(beginning(e)).toMatchObject({ nowMin: 0, coats: [1], endedMin: [-3], cupCount: 1 });
    expect(lastStep(lay(e, 0))).toMatchObject({ coat: 2, startMin: 7, cup: 1 });
  });
  it('a part that is finished dries on its stand until it is out of the dust', () => {
    const done = { coats: 2, endedMin: -10, standId: 'light' };
    const e = evening([part('door', { done }), part('wing')], { stands: [{ id: 'light', bearsG: 6000 }] });
    expect(beginning(e).doneMin).toBe(30);
    expect(lastStep(lay(e, 1))?.startMin).toBe(34);
  });
  it('more coats than it has are all of them', () =>
    expect(beginning(evening([part('door', { done: { coats: 9, endedMin: 0 } })])).coats).toEqual([2]));
});

describe('what no order undercuts', () => {
  it('by hand: two coats of five with a flash of ten are twenty, and forty to dry', () => {
    expect(chainMin(part('door'), 0, 4)).toBe(4 + 20 + 40);
    expect(chainMin(part('door'), 1, 4)).toBe(4 + 5 + 40);
    // Four parts: forty minutes of hands and the drying of the last.
    const e = evening(['a', 'b', 'c', 'd'].map((id) => part(id)));
    expect(boundOf(e, beginning(e))).toBe(40 + 40);
  });
  it('however coats are laid: hands do one at a time, flashes are kept, no cup gives more than it holds, and it is done no sooner than the bound', () => {
    const drawn = fc.record({
      parts: fc.array(
        fc.record({
          minutes: fc.integer({ min: 2, max: 9 }),
          ml: fc.integer({ min: 40, max: 300 }),
          flashMin: fc.integer({ min: 5, max: 20 }),
          coats: fc.integer({ min: 1, max: 3 }),
          isBase: fc.boolean(),
        }),
        { minLength: 1, maxLength: 5 },
      ),
      order: fc.array(fc.nat(4), { maxLength: 20 }),
    });
    fc.assert(
      fc.property(drawn, ({ parts, order }) => {
        const e = evening(
          parts.map(({ minutes, ml, flashMin, coats, isBase }, i) =>
            part(`p${i}`, {
              coats: Array.from({ length: coats }, () => ({
                product: isBase ? 'base' : 'clear',
                minutes,
                ml,
                flashMin,
              })),
            }),
          ),
          { endMin: 600 },
        );
        const start = beginning(e);
        let laid = start;
        for (const at of order) laid = layNext(e, laid, at) ?? laid;
        const steps: NonNullable<Laid['last']>[] = [];
        for (let l = laid.last; l; l = l.before) steps.unshift(l);
        steps.forEach(({ step }, i) => {
          expect(step.startMin).toBeGreaterThanOrEqual(steps[i - 1]?.step.endMin ?? 0);
          const before = steps.slice(0, i).findLast((s) => s.step.partId === step.partId);
          const flash = e.parts.find((p) => p.id === step.partId)!.coats[0]!.flashMin;
          if (before) expect(step.startMin).toBeGreaterThanOrEqual(before.step.endMin + flash);
        });
        for (const no of new Set(steps.map((s) => s.step.cup))) {
          const of = steps.filter((s) => s.step.cup === no);
          const used = of.reduce((sum, { step }) => {
            const p = e.parts.find((x) => x.id === step.partId)!;
            return sum + p.coats[step.coat - 1]!.ml;
          }, 0);
          expect(used).toBeLessThanOrEqual(e.products[of[0]!.step.product]!.cupMl);
        }
        if (e.parts.every((p, i) => laid.coats[i] === p.coats.length))
          expect(laid.doneMin).toBeGreaterThanOrEqual(boundOf(e, start));
      }),
    );
  });
});
