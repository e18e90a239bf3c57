import fc from 'fast-check';
import { goodDaysByMonth, isWorthSpraying, usualBadDays, usualFit } from './badDays';
import { DAY_MS, HOUR_MS } from '../units/time';
import { fitOnUsualDay, goodDayShare, usualDay, type Season } from '../air/season';

const SEASON: Season = {
  coldest: { lowC: -2, highC: 4 },
  warmest: { lowC: 14, highC: 26 },
  warmestIn: 'july',
  dampness: 'usual',
  place: 'yard',
};
const CLEAR = { minTempC: 12, maxTempC: 32, maxRh: 0.8 };
const noonOf = (month: number, day: number): number => new Date(2027, month - 1, day, 12).getTime();
/** A sun that rises at six and sets at eighteen. */
const sun = (atMs: number) => {
  const d = new Date(atMs);
  const at = (h: number) => new Date(d.getFullYear(), d.getMonth(), d.getDate(), h).getTime();
  return { riseMs: at(6), setMs: at(18) };
};

describe('usual days of a year', () => {
  it('by hand: the warmest on 20 July, the coldest half a year from it, the middle between', () => {
    expect(usualDay(SEASON, noonOf(7, 21)).highC).toBeCloseTo(26, 1);
    expect(usualDay(SEASON, noonOf(1, 19)).lowC).toBeCloseTo(-2, 1);
    // A quarter of a year after 20 July: 20 October. Middle of -2 and 14, and of 4 and 26.
    const autumn = usualDay(SEASON, noonOf(10, 19));
    expect(autumn.lowC).toBeCloseTo(6, 0);
    expect(autumn.highC).toBeCloseTo(15, 0);
  });
  it('in the south January is what July is in the north', () => {
    const south = usualDay({ ...SEASON, warmestIn: 'january' }, noonOf(1, 20));
    expect(south.highC).toBeCloseTo(26, 1);
  });
  it('any date lies between the two months, and a year later it is the same', () =>
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 3000 }), (d) => {
        const at = noonOf(1, 1) + d * DAY_MS;
        const { lowC, highC } = usualDay(SEASON, at);
        expect(lowC).toBeGreaterThanOrEqual(-2);
        expect(highC).toBeLessThanOrEqual(26);
        expect(usualDay(SEASON, at + 365.25 * DAY_MS).highC).toBeCloseTo(highC, 0);
      }),
    ));
});

describe('when a product may be sprayed on a usual day', () => {
  it('in January never, in July for hours, and spans fill the day without a hole', () => {
    expect(fitOnUsualDay(SEASON, CLEAR, noonOf(1, 15), 0, sun).some((s) => !s.unfit)).toBe(false);
    const july = fitOnUsualDay(SEASON, CLEAR, noonOf(7, 15), 0, sun);
    expect(isWorthSpraying(july, noonOf(7, 15))).toBe(true);
    expect(july[0]!.fromMs).toBe(noonOf(7, 15) - 12 * HOUR_MS);
    expect(july.at(-1)!.toMs).toBe(noonOf(7, 15) + 12 * HOUR_MS);
    for (let i = 1; i < july.length; i++) expect(july[i]!.fromMs).toBe(july[i - 1]!.toMs);
  });
  it('a product that bears more cold has no fewer good days; warmer days are no worse for it while none is hot', () =>
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 364 }), fc.integer({ min: 4, max: 18 }), (d, minTempC) => {
        const at = noonOf(1, 1) + d * DAY_MS;
        const share = (limits: typeof CLEAR) => goodDayShare(SEASON, limits, at, isWorthSpraying, sun);
        expect(share({ ...CLEAR, minTempC })).toBeGreaterThanOrEqual(share({ ...CLEAR, minTempC: minTempC + 2 }));
        expect(share(CLEAR)).toBeGreaterThanOrEqual(0);
        expect(share(CLEAR)).toBeLessThanOrEqual(1);
      }),
      { numRuns: 40 },
    ));
  it('a heated room all the year: each day is good, in a plan each day has its span, and none is bad', () => {
    const room: Season = {
      coldest: { lowC: 18, highC: 21 },
      warmest: { lowC: 19, highC: 24 },
      warmestIn: 'july',
      dampness: 'dry',
      place: 'room',
    };
    const from = noonOf(12, 1);
    expect(usualBadDays(room, CLEAR, from, 60)).toEqual(new Array(60).fill(0));
    const spans = usualFit(room, CLEAR, from, 60);
    expect(spans).toHaveLength(60);
    expect(spans.every(([f, t]) => t - f >= 23 * HOUR_MS)).toBe(true);
  });
  it('in order of time and without overlap over a change of the clocks', () => {
    const spans = usualFit(SEASON, CLEAR, noonOf(3, 1), 200);
    expect(spans.length).toBeGreaterThan(50);
    for (let i = 1; i < spans.length; i++) expect(spans[i]![0]).toBeGreaterThanOrEqual(spans[i - 1]![1]);
  });
  it('month by month: none in winter, most in summer, and in between the more the warmer it gets', () => {
    const months = goodDaysByMonth(SEASON, CLEAR, 2027);
    expect(months).toHaveLength(12);
    expect([months[0], months[1], months[11]]).toEqual([0, 0, 0]);
    expect(months[6]).toBeGreaterThanOrEqual(0.7);
    for (const m of [2, 3, 4, 5]) expect(months[m]).toBeGreaterThanOrEqual(months[m - 1]!);
  });
});
