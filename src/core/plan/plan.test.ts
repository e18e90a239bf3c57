import fc from 'fast-check';
import { decide, type DecisionInput, type Way } from './repairOrReplace';
import { decisionFrom } from './fromWays';
import { isThreePoint, meanOf, triangular, type ThreePoint } from './threePoint';

const tp = (low: number, likely: number, high: number): ThreePoint => ({ low, likely, high });
const sure = (v: number) => tp(v, v, v);
const way = (more: Partial<Way> = {}): Way => ({
  hours: tp(4, 6, 10),
  materials: tp(30, 50, 90),
  bought: 0,
  waitDays: sure(0),
  surprise: 0,
  surpriseHours: sure(0),
  ...more,
});
const input: DecisionInput = {
  repair: way(),
  replace: way({ hours: tp(2, 3, 4), bought: 180, waitDays: tp(2, 5, 14) }),
  rate: 50,
  hoursADay: 6,
};
const point = fc
  .tuple(fc.integer({ min: 0, max: 500 }), fc.integer({ min: 0, max: 500 }), fc.integer({ min: 0, max: 500 }))
  .map((v) => v.sort((a, b) => a - b))
  .map(([a, b, c]) => tp(a!, b!, c!));

describe('three points', () => {
  it('half of the cases lie under the middle of an even triangle, and under 0.293 of one that leans', () => {
    expect(triangular(tp(0, 1, 2), 0.5)).toBeCloseTo(1, 12);
    expect(triangular(tp(0, 0, 1), 0.5)).toBeCloseTo(1 - Math.SQRT1_2, 12);
    expect(triangular(sure(7), 0.3)).toBe(7);
  });
  it('rises with the share, from the best to the worst', () => {
    fc.assert(
      fc.property(
        point,
        fc.double({ min: 0, max: 1, noNaN: true }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        (p, a, b) => {
          expect(triangular(p, 0)).toBeCloseTo(p.low, 9);
          expect(triangular(p, 1)).toBeCloseTo(p.high, 9);
          expect(triangular(p, Math.min(a, b))).toBeLessThanOrEqual(triangular(p, Math.max(a, b)) + 1e-9);
        },
      ),
    );
  });
  it.each([
    [tp(3, 2, 4), false],
    [tp(-1, 2, 4), false],
    [tp(1, NaN, 4), false],
    [tp(1, 1, 1), true],
  ])('%j is one: %s', (p, is) => expect(isThreePoint(p)).toBe(is));
});

describe('repair or replace', () => {
  it('the same seed gives the same answer, another one another', () => {
    expect(decide(input, 500, 7)).toEqual(decide(input, 500, 7));
    expect(decide(input, 500, 7).cost.repair.mean).not.toBe(decide(input, 500, 8).cost.repair.mean);
  });
  it('draws come to the mean of the estimates within a per cent', () => {
    const d = decide(input, 20_000, 1);
    const mean = meanOf(tp(4, 6, 10)) * 50 + meanOf(tp(30, 50, 90));
    expect(d.cost.repair.mean / mean).toBeCloseTo(1, 2);
    expect(d.days.replace.mean / (7 + 3 / 6)).toBeCloseTo(1, 1);
  });
  it('sure figures give a sure answer', () => {
    const d = decide(
      {
        ...input,
        repair: way({ hours: sure(5), materials: sure(40) }),
        replace: way({ hours: sure(2), materials: sure(40), bought: 149 }),
      },
      100,
      1,
    );
    expect(d.cost.repair).toMatchObject({ low: 290, middle: 290, high: 290 });
    expect(d.cost.replace.middle).toBe(289);
    expect(d.repairCheaper).toBe(0);
  });
  it('at the break-even rate both cost the same on average: 180 more for the part, 3.667 h less', () => {
    const d = decide(input, 100, 1);
    expect(d.breakEvenRate).toBeCloseTo(180 / (20 / 3 - 3), 9);
    const even = decide({ ...input, rate: d.breakEvenRate! }, 40_000, 3);
    expect(even.cost.repair.mean / even.cost.replace.mean).toBeCloseTo(1, 2);
  });
  it('where the dearer part also takes longer to fit, no rate makes it even', () => {
    expect(decide({ ...input, replace: way({ hours: sure(20), bought: 500 }) }, 10, 1).breakEvenRate).toBeNull();
  });
  it('a surprise that is certain adds its hours', () => {
    const calm = decide({ ...input, repair: way({ surprise: 0, surpriseHours: sure(3) }) }, 2000, 5);
    const found = decide({ ...input, repair: way({ surprise: 1, surpriseHours: sure(3) }) }, 2000, 5);
    expect(found.cost.repair.mean - calm.cost.repair.mean).toBeCloseTo(150, 6);
  });
  it('what tips it comes first: hours with the widest spread at this rate', () => {
    const [first] = decide(input, 10, 1).tips;
    expect(first).toMatchObject({ way: 'repair', field: 'hours' });
    expect(first!.atWorst - first!.atBest).toBeCloseTo(6 * 50, 9);
  });
  it('a dearer part never makes replacing more often the cheaper one', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 400 }),
        fc.integer({ min: 0, max: 400 }),
        fc.nat(1000),
        (price, more, seed) => {
          const at = (bought: number) =>
            decide({ ...input, replace: way({ hours: tp(2, 3, 4), bought }) }, 300, seed).repairCheaper;
          expect(at(price + more)).toBeGreaterThanOrEqual(at(price));
        },
      ),
      { numRuns: 40 },
    );
  });
  it('every draw is in the picture', () => {
    const { bins } = decide(input, 1234, 1);
    for (const list of [bins.repair, bins.replace]) expect(list.reduce((a, b) => a + b, 0)).toBe(1234);
  });
});

describe('a decision from what is known of a panel', () => {
  const known = {
    repair: { workMin: 360, waitMin: 1440, material: 80 },
    replace: { workMin: 180, waitMin: 720, material: 60 },
    paceSpread: 1.2,
    rate: 50,
    hoursADay: 6,
  };
  it('hours are the way’s, as wide as the shop’s own pace: 1.2 to the power of 1.28 either way', () => {
    const { repair, replace } = decisionFrom(known, { part: 100, sure: 'fairly' });
    expect(repair.hours.likely).toBe(6);
    expect(repair.hours.high).toBeCloseTo(6 * 1.2 ** 1.28, 9);
    expect(repair.hours.low).toBeCloseTo(6 / 1.2 ** 1.28, 9);
    expect(repair).toMatchObject({ bought: 0, surprise: 0.3, waitDays: { likely: 1 } });
    expect(replace).toMatchObject({ bought: 100, surprise: 0.1, hours: { likely: 3 } });
  });
  it('without a price of the part it is not replaced, and without a painter it is not given out', () => {
    const only = decide(decisionFrom(known, { out: 400, sure: 'seen' }), 500, 1);
    expect(only.cheapest.replace).toBe(0);
    expect(only.cheapest.repair + only.cheapest.out).toBeCloseTo(1, 9);
    expect(decide(decisionFrom(known, { part: 100, sure: 'seen' }), 500, 1).cheapest.out).toBe(0);
  });
  it('at the price that tips it both cost the same on average', () => {
    const { evenPart } = decide(decisionFrom(known, { part: 100, sure: 'fairly' }), 100, 1);
    const even = decide(decisionFrom(known, { part: evenPart, sure: 'fairly' }), 40_000, 2);
    expect(even.cost.repair.mean / even.cost.replace.mean).toBeCloseTo(1, 2);
  });
  it('the less sure, the less often is repair the cheapest; a cheaper painter never makes it more often so', () => {
    const share = (sure: 'seen' | 'fairly' | 'unsure', out?: number) =>
      decide(decisionFrom(known, { part: 250, sure, ...(out !== undefined && { out }) }), 4000, 3).cheapest.repair;
    expect(share('seen')).toBeGreaterThan(share('fairly'));
    expect(share('fairly')).toBeGreaterThan(share('unsure'));
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 2000 }), fc.integer({ min: 1, max: 2000 }), (a, b) => {
        expect(share('fairly', Math.min(a, b))).toBeLessThanOrEqual(share('fairly', Math.max(a, b)));
      }),
      { numRuns: 15 },
    );
  });
});
