import fc from 'fast-check';
import { eyeDifference, eyeWords, type EyeLook, type EyeStep } from './eye';
import { flakeTiltOf } from './flakeTilt';
import { pairUp, type SeenPair } from './pairs';
import { reflectanceAt, type PaintFilm } from './paint';
import { oddReading, seenBy, withoutReading, type AbsoluteValues } from './readings';
import { BANDS, type Lab } from './spectrum';
import { tonerById } from './toners';
import { judgeColour, COLOUR_LIMITS } from './verdict';

const ANGLES = [15, 25, 45, 75, 110];
const toner = (id: string, gPerL: number) => ({ toner: tonerById.get(id)!, gPerL });
const ground = (r: number) => new Float64Array(BANDS).fill(r);
const SLATE = [toner('aluminium-medium', 120), toner('black-deep', 8), toner('blue-green', 7), toner('white', 3)];

/** What an instrument without noise reads of a film, three times. */
const read = (film: Partial<PaintFilm> = {}): AbsoluteValues => {
  const whole = { toners: SLATE, filmUm: 45, ground: ground(0.3), flakeTilt: 1, ...film };
  const one = ANGLES.map((a) => [...reflectanceAt(whole, a)]);
  return { form: 'spectra', anglesDeg: ANGLES, readings: [one, one, one] };
};
const judge = (car: AbsoluteValues, card: AbsoluteValues) => judgeColour(pairUp(seenBy(car), seenBy(card)))!;
const sure: Lab = [0, 0, 0];

describe('a verdict', () => {
  it('the same paint, sprayed the same way, may end at a gap', () => {
    const v = judge(read(), read());
    expect(v.answer).toBe('butt');
    expect(v.de).toBe(0);
  });

  it('nothing that was seen of both is no verdict', () => {
    expect(judgeColour([])).toBeUndefined();
    expect(judgeColour(pairUp(seenBy(read()), []))).toBeUndefined();
  });

  it.each([0.8, 0.86, 0.92, 1.1, 1.18, 1.25])(
    'the same paint at %d of the tilt is how it was sprayed, never toner',
    (flakeTilt) => {
      const v = judge(read(), read({ flakeTilt }));
      expect(v.answer).not.toBe('tint');
      expect(v.flakeTilt).toBeDefined();
      // The tilt is found back from what is seen alone.
      expect(v.flakeTilt!.factor).toBeGreaterThan(flakeTilt - 0.07);
      expect(v.flakeTilt!.factor).toBeLessThan(flakeTilt + 0.07);
      expect(v.flakeTilt!.leftDe).toBeLessThan(v.de / 2);
      expect(v.flakeTilt!.says).toContain(flakeTilt < 1 ? 'wetter than the car' : 'drier than the car');
    },
  );

  it('more black is toner, darker face-on and along', () => {
    const darker = [toner('aluminium-medium', 120), toner('black-deep', 18), toner('blue-green', 7), toner('white', 3)];
    const v = judge(read(), read({ toners: darker }));
    expect(v).toMatchObject({ answer: 'tint' });
    expect(v.flakeTilt).toBeUndefined();
    expect(v.faceL!).toBeLessThan(0);
    expect(v.alongL!).toBeLessThan(0);
  });

  it('a card that went wet by slow thinner is told so', () => {
    const wet = flakeTiltOf({ application: 'lowPressureGun', thinner: 'slow', lastCoat: 'wet' });
    expect(judge(read(), read({ flakeTilt: wet })).why).toContain('wetter');
  });

  it('a solid colour has no flake to lie otherwise', () => {
    const red = { toners: [toner('red-bright', 150), toner('white', 40)], filmUm: 60 };
    const other = { ...red, toners: [toner('red-bright', 150), toner('white', 80)] };
    expect(judge(read(red), read(other)).flakeTilt).toBeUndefined();
  });

  const pair = (de: number, light: SeenPair['light'] = 'D65', angleDeg = 45): SeenPair => ({
    angleDeg,
    light,
    // On the grey axis at L* 50 a step in L* is a step in CIEDE2000.
    car: [50, 0, 0],
    card: [50 - de, 0, 0],
    spread: sure,
  });
  it('goes by its limits', () => {
    expect(judgeColour([pair(0.79)])!.answer).toBe('butt');
    expect(judgeColour([pair(0.81)])!.answer).toBe('blend');
    expect(judgeColour([pair(1.98)])!.answer).toBe('blend');
    expect(judgeColour([pair(2.1)])!.answer).toBe('tint');
    expect(judgeColour([pair(2.1)], { butt: 1, blend: 3 })!.answer).toBe('blend');
  });
  it('lights that disagree by more than 1 are said', () => {
    expect(judgeColour([pair(0.2), pair(1.1, 'A')])!.metameric).toBeUndefined();
    const v = judgeColour([pair(0.2), pair(1.5, 'A')])!;
    expect(v.metameric).toMatchObject({ best: 'D65', worst: 'A' });
    expect(v.why).toContain('filament lamp');
  });
  it('what is less sure is never judged milder', () => {
    const order = ['butt', 'blend', 'tint'];
    fc.assert(
      fc.property(fc.double({ min: 0, max: 3, noNaN: true }), fc.double({ min: 0, max: 2, noNaN: true }), (de, s) => {
        const at = (spread: Lab) => judgeColour([{ ...pair(de), spread }])!;
        const unsure = at([s, s, s]);
        expect(order.indexOf(unsure.answer)).toBeGreaterThanOrEqual(order.indexOf(at(sure).answer));
        expect(unsure.low).toBeLessThanOrEqual(unsure.de);
        expect(unsure.high).toBeGreaterThanOrEqual(unsure.de);
      }),
      { numRuns: 40 },
    );
  });
});

describe('readings of a place', () => {
  const lab = (readings: Lab[]): AbsoluteValues => ({
    form: 'lab',
    anglesDeg: [45],
    readings: readings.map((r) => [[r[0], r[1], r[2]]]),
  });
  it('the odd one is found, and only where there is one', () => {
    expect(
      oddReading(
        lab([
          [50, 0, 0],
          [50.1, 0, 0],
          [53, 0, 0],
        ]),
      ),
    ).toMatchObject({ index: 2 });
    expect(
      oddReading(
        lab([
          [50, 0, 0],
          [50.4, 0, 0],
          [50.8, 0, 0],
        ]),
      ),
    ).toBeUndefined();
    expect(
      oddReading(
        lab([
          [50, 0, 0],
          [60, 0, 0],
        ]),
      ),
    ).toBeUndefined();
    expect(
      withoutReading(
        lab([
          [1, 0, 0],
          [2, 0, 0],
        ]),
        0,
      ).readings,
    ).toEqual([[[2, 0, 0]]]);
  });
  it('more readings are surer: by hand 49, 50, 51 are 50 ± 1/√3', () => {
    const [seen] = seenBy(
      lab([
        [49, 0, 0],
        [50, 0, 0],
        [51, 0, 0],
      ]),
    );
    expect(seen!.lab[0]).toBeCloseTo(50, 12);
    expect(seen!.spread[0]).toBeCloseTo(1 / Math.sqrt(3), 12);
  });
});

describe('an eye', () => {
  const look = (view: EyeLook['view'], light: EyeLook['light'], lightness: EyeStep = 0): EyeLook => ({
    view,
    light,
    lightness,
    red: 0,
    yellow: 0,
  });
  const base: Lab = [40, -4, -6];
  const judgeEye = (looks: EyeLook[]) =>
    judgeColour(
      eyeDifference(looks, base).map((d) => ({
        angleDeg: d.angleDeg,
        light: d.light,
        car: base,
        card: [base[0] + d.lab[0], base[1] + d.lab[1], base[2] + d.lab[2]],
        spread: d.spread,
      })),
    )!;
  const all = (step: EyeStep, alongStep: EyeStep = step) => [
    look('face', 'sun', step),
    look('face', 'shade', step),
    look('along', 'sun', alongStep),
    look('along', 'shade', alongStep),
  ];

  it('the same from both sides in sun and shade may end at a gap; in one light alone it is not sure enough', () => {
    expect(judgeEye(all(0)).answer).toBe('butt');
    expect(judgeEye([look('face', 'sun'), look('along', 'sun')]).answer).toBe('blend');
  });
  it('a touch is a blend, strongly is toner, lighter one way and darker the other is the hand', () => {
    expect(judgeEye(all(1)).answer).toBe('blend');
    expect(judgeEye(all(3)).answer).toBe('tint');
    expect(judgeEye(all(2, -2)).flakeTilt).toBeDefined();
    const hand = judgeEye(all(3, -3));
    expect(hand.answer).toBe('respray');
    expect(hand.why).toContain('wetter than the car');
  });
  it('sun and shade that disagree are less sure', () => {
    const agree = eyeDifference([look('face', 'sun', 1), look('face', 'shade', 1)], base)[0]!;
    const apart = eyeDifference([look('face', 'sun', 2), look('face', 'shade', 0)], base)[0]!;
    expect(apart.spread[0]).toBeGreaterThan(agree.spread[0]);
  });
  it('a step is worth its CIEDE2000, on any colour', () => {
    fc.assert(
      fc.property(
        fc.tuple(
          fc.double({ min: 5, max: 95, noNaN: true }),
          fc.double({ min: -60, max: 60, noNaN: true }),
          fc.double({ min: -60, max: 60, noNaN: true }),
        ),
        fc.constantFrom('lightness' as const, 'red' as const, 'yellow' as const),
        (colour, axis) => {
          const [d] = eyeDifference([{ ...look('face', 'sun'), [axis]: 2 }], colour);
          const de = judgeColour([
            {
              angleDeg: 25,
              light: 'D65',
              car: colour,
              card: [colour[0] + d!.lab[0], colour[1] + d!.lab[1], colour[2] + d!.lab[2]],
              spread: sure,
            },
          ])!.de;
          expect(de).toBeCloseTo(1.5, 2);
        },
      ),
      { numRuns: 50 },
    );
  });
  it('says it in words', () => {
    expect(eyeWords({ lightness: 1, red: -2, yellow: 0 })).toBe('a touch lighter, clearly greener');
    expect(eyeWords({ lightness: 0, red: 0, yellow: 0 })).toBe('the same');
  });
});

it('the shipped limits are those of the trade', () => expect(COLOUR_LIMITS).toEqual({ butt: 0.8, blend: 2 }));
