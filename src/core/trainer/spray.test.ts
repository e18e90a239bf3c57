/** @jest-environment node */
import fc from 'fast-check';
import { bestStrategy, sprayAll, SPRAY_LESSONS, USUAL_GUN, type SprayLesson, type SprayStrategy } from './sprayLessons';
import {
  dryAt,
  fade,
  flashOff,
  landsAt,
  newSprayPanel,
  passTime,
  spray,
  sprayBalance,
  sprayDefects,
  sprayScore,
  sprayStanding,
} from './sprayPanel';
import { drawSprayed } from './sprayPicture';

const CLEAR = SPRAY_LESSONS.lightFirst.paint;
const HAND: SprayStrategy = {
  speedMmS: 240,
  distanceMm: 180,
  overlap: 0.5,
  edgesFirst: false,
  firstShare: 0.8,
  coats: 2,
  drop: false,
};
const laid = (s: Partial<SprayStrategy>, lesson: SprayLesson = 'lightFirst') => {
  const p = newSprayPanel(SPRAY_LESSONS[lesson].paint, 4);
  const strategy = { ...HAND, coats: SPRAY_LESSONS[lesson].coats, ...s };
  sprayAll(p, USUAL_GUN, strategy);
  return sprayStanding(p, SPRAY_LESSONS[lesson].coats);
};

describe('paint on the simulated panel', () => {
  it('by hand: film of one pass is flow by solids by what lands, over speed and width', () => {
    const p = newSprayPanel(CLEAR);
    spray(p, { ...USUAL_GUN, distanceMm: 200 }, { x: -100, y: 254 }, { x: 1120, y: 254 }, 1220 / 300);
    // 140 mL/min by 0.45 by 0.65 is 682 mm³/s; over 300 mm/s it is 2.275 mm² across a fan.
    let across = 0;
    for (let iy = 0; iy < p.ny; iy++) across += (p.um[iy * p.nx + 128]! / 1000) * p.stepMm;
    expect(across).toBeCloseTo((140 / 60) * 1000 * 0.45 * 0.65 * (1 / 300), 1);
  });
  it('by hand: from 30 cm fifteen in a hundred less land, and some of it dry', () => {
    expect(landsAt(300)).toBeCloseTo(0.65 * 0.85, 9);
    expect(landsAt(150)).toBe(0.65);
    expect([dryAt(200), dryAt(380)]).toEqual([0, 1]);
  });
  it('by hand: a film of 100 µm wet slides as the sag of the reference says', () => {
    const p = newSprayPanel({ ...CLEAR, solids: 0.5, stiffensS: 1e7, viscosityPaS: 1 });
    p.um.fill(50);
    passTime(p, 10);
    // Surface: 9810·(1e-4)²/2 is 4.9e-5 m/s, so 0.49 mm in ten seconds.
    expect(p.movedMm[128 * 256 - 1000]).toBeCloseTo(0.49, 2);
  });
  it('nothing gets lost: on the panel, in the air, beside it or on the floor, to a thousandth', () => {
    const pass = fc.record({
      y: fc.double({ min: -200, max: 700, noNaN: true }),
      x: fc.double({ min: -200, max: 1200, noNaN: true }),
      distanceMm: fc.double({ min: 80, max: 400, noNaN: true }),
      seconds: fc.double({ min: 0.2, max: 6, noNaN: true }),
      rest: fc.double({ min: 0, max: 60, noNaN: true }),
    });
    fc.assert(
      fc.property(fc.array(pass, { minLength: 1, maxLength: 5 }), (passes) => {
        const p = newSprayPanel(CLEAR, 4);
        for (const { x, y, distanceMm, seconds, rest } of passes) {
          spray(p, { ...USUAL_GUN, distanceMm }, { x: 0, y }, { x, y: y + 50 }, seconds);
          passTime(p, rest);
        }
        flashOff(p);
        const { sprayedMl, foundMl } = sprayBalance(p);
        expect(Math.abs(foundMl / sprayedMl - 1)).toBeLessThan(1e-3);
        for (const um of p.um) expect(um).toBeGreaterThanOrEqual(0);
      }),
      { numRuns: 25 },
    );
  });
});

describe('what falls by e', () => {
  it('is near the exponential wherever a film is not set, and falls all the way', () => {
    for (let x = 0; x <= 8; x += 0.05) {
      expect(Math.abs(fade(x) - Math.exp(-x))).toBeLessThan(0.03);
      expect(fade(x + 0.05)).toBeLessThan(fade(x));
    }
  });
});

describe('the lessons', () => {
  it('a slow hand runs, a quick one is thin, the right one scores', () => {
    const [slow, right, quick] = [120, 240, 600].map((speedMmS) => laid({ speedMmS }));
    expect(sprayDefects(slow!, CLEAR)).toContain('run');
    expect(sprayDefects(quick!, CLEAR)).toContain('orangePeel');
    expect(sprayDefects(right!, CLEAR)).toEqual([]);
    expect(sprayScore(right!)).toBeGreaterThan(85);
    expect(Math.max(sprayScore(slow!), sprayScore(quick!))).toBeLessThan(40);
  });
  it('what held in summer runs in the cold; a lighter hand holds', () => {
    expect(sprayDefects(laid({ speedMmS: 240 }), CLEAR)).toEqual([]);
    expect(sprayDefects(laid({ speedMmS: 240 }, 'coldPanel'), CLEAR)).toContain('run');
    expect(laid({ speedMmS: 300 }, 'coldPanel').runs).toBeLessThan(0.01);
  });
  it('edges by themselves first are no longer thin', () => {
    const edge = (edgesFirst: boolean) => {
      const p = newSprayPanel(CLEAR, 4);
      sprayAll(p, USUAL_GUN, { ...HAND, speedMmS: 330, overlap: 0.5, edgesFirst });
      let um = 0;
      for (let ix = 8; ix < 56; ix++) um += p.um[ix]!;
      return um;
    };
    expect(edge(true)).toBeGreaterThan(1.25 * edge(false));
  });
  it('an edge that waited a minute frosts; one that is met at once does not', () => {
    const met = (waitS: number) => {
      const p = newSprayPanel(SPRAY_LESSONS.wetEdge.paint, 4);
      const lane = (y: number) => spray(p, USUAL_GUN, { x: -50, y }, { x: 1070, y }, 4.5);
      for (const y of [60, 160]) lane(y);
      passTime(p, waitS);
      for (const y of [240, 340]) lane(y);
      return sprayStanding(p, 1);
    };
    expect(met(2).hazy).toBe(0);
    expect(sprayDefects(met(60), CLEAR)).toContain('hazyEdge');
  });
  it('a drop coat lays floating flake even', () => {
    const [without, withDrop] = [false, true].map((drop) =>
      laid({ speedMmS: 240, overlap: 0.65, firstShare: 1, drop }, 'dropCoat'),
    );
    expect(without!.mottle).toBeGreaterThan(3 * withDrop!.mottle + 0.02);
  });
  it('from too far it lands dry', () =>
    expect(sprayDefects(laid({ distanceMm: 340, speedMmS: 150 }), CLEAR)).toContain('drySpray'));
  it('the best of each lesson scores, and no other speed beats it by more than rounding', () => {
    const { score, strategy } = bestStrategy('lightFirst', USUAL_GUN);
    expect(score).toBeGreaterThan(85);
    expect(sprayScore(laid({ ...strategy, speedMmS: strategy.speedMmS * 1.6 }))).toBeLessThan(score);
  });
  it('every picture is drawn whole', () => {
    const p = newSprayPanel(CLEAR, 4);
    sprayAll(p, USUAL_GUN, HAND);
    const colours = {
      bare: [9, 9, 9],
      paint: [99, 0, 0],
      thin: [0, 99, 0],
      thick: [0, 0, 99],
      ran: [255, 0, 0],
      dry: [1, 1, 1],
    } as const;
    for (const of of ['paint', 'film', 'run'] as const) {
      const pixels = new Uint8ClampedArray(4 * p.um.length);
      drawSprayed(p, of, 2, colours, pixels);
      expect(pixels.every((v, i) => i % 4 !== 3 || v === 255)).toBe(true);
    }
  });
});
