import fc from 'fast-check';
import { products } from '../testing';
import { keepsTo, splitExhaustively } from './cups.testing';
import { splitCups, type CupLimits } from './cups';
import { potLifeMinutes } from './potLife';
import { doseFraction, splitMix } from './ratio';
import { coatNeed, flashMinutes, layOutCoats, usualTransfer, type CoatPiece, type CoatTask } from './session';
import { stickMarks } from './stickMarks';
import { thinned } from './thinned';

const LIMITS: CupLimits = {
  potLifeMin: 60,
  capacityMl: 600,
  leastMl: 50,
  lossMl: 15,
  reserveFraction: 0.1,
  mixingMin: 5,
};
const clear = products('clear-ms')!;
const task = (id: string, areaCm2: number, coats = 2, more: Partial<CoatTask> = {}): CoatTask => ({
  id,
  product: clear,
  areaCm2,
  coats,
  filmUm: clear.film.nominalUm,
  thinnerFraction: 0.1,
  application: 'lowPressureGun',
  shape: 'plain',
  ...more,
});

/** Pieces one after the other with breaks between them. */
const anyPieces = fc
  .array(fc.record({ ml: fc.double({ min: 5, max: 400, noNaN: true }), takes: fc.nat(20), waits: fc.nat(25) }), {
    minLength: 1,
    maxLength: 9,
  })
  .map((list) => {
    let now = 0;
    return list.map(({ ml, takes, waits }, i): CoatPiece => {
      const startMin = now + waits;
      now = startMin + takes;
      return { taskId: `t${i}`, coat: 1, ml, startMin, endMin: now };
    });
  });
const anyLimits = fc.record({
  capacityMl: fc.constantFrom(450, 600, 1000),
  leastMl: fc.constantFrom(0, 50, 150),
  lossMl: fc.constantFrom(0, 15),
  reserveFraction: fc.constant(0),
  mixingMin: fc.constantFrom(0, 5),
  potLifeMin: fc.option(fc.integer({ min: 30, max: 120 }), { nil: undefined }),
});

describe('a session in cups', () => {
  it('is the best of all ways, against every way there is, in 500 small sessions', () => {
    fc.assert(
      fc.property(anyPieces, anyLimits, (pieces, { potLifeMin, ...rest }) => {
        const l: CupLimits = { ...rest, ...(potLifeMin !== undefined && { potLifeMin }) };
        const all = splitExhaustively(pieces, l);
        const plan = splitCups(pieces, l);
        if (!all) return;
        expect(plan.ok).toBe(true);
        if (!plan.ok) return;
        expect(plan.value.cups).toHaveLength(all.cups);
        expect(plan.value.wasteMl).toBeCloseTo(all.wasteMl, 6);
        expect(keepsTo(plan.value, l)).toBe(true);
      }),
      { numRuns: 500 },
    );
  });
  it('a coat that no cup does is cut, and said', () => {
    const plan = splitCups([{ taskId: 'roof', coat: 1, ml: 1500, startMin: 0, endMin: 12 }], LIMITS);
    expect(plan.ok && plan.value.cups).toHaveLength(3);
    expect(plan.ok && plan.value.cut).toEqual([{ taskId: 'roof', coat: 1, cups: 3 }]);
    expect(plan.ok && plan.value.cups.reduce((s, c) => s + c.needMl, 0)).toBeCloseTo(1500, 6);
  });
  it('what goes off before it is mixed, and a least that no cup holds, are said', () => {
    const piece = { taskId: 'a', coat: 1, ml: 10, startMin: 0, endMin: 1 };
    expect(splitCups([piece], { ...LIMITS, potLifeMin: 4 })).toMatchObject({ ok: false });
    expect(splitCups([piece], { ...LIMITS, leastMl: 700 })).toMatchObject({ ok: false });
  });
  it('a shorter pot life never takes fewer cups', () => {
    fc.assert(
      fc.property(anyPieces, fc.integer({ min: 20, max: 100 }), fc.nat(60), (pieces, potLifeMin, more) => {
        const cups = (min: number) => {
          const r = splitCups(pieces, { ...LIMITS, reserveFraction: 0, potLifeMin: min });
          return r.ok ? r.value.cups.length : Infinity;
        };
        expect(cups(potLifeMin)).toBeGreaterThanOrEqual(cups(potLifeMin + more));
      }),
    );
  });
});

describe('a session', () => {
  it('goes coat by coat over all zones, each after its flash', () => {
    const pieces = layOutCoats([task('a', 5000), task('b', 8000), task('c', 3000, 1)], 23);
    expect(pieces.map((p) => `${p.taskId}${p.coat}`)).toEqual(['a1', 'b1', 'c1', 'a2', 'b2']);
    const flash = flashMinutes(clear, 23);
    expect(flash).toBe(clear.stages.find((s) => s.stage === 'flash')!.opensMin);
    expect(pieces[3]!.startMin - pieces[0]!.endMin).toBeGreaterThanOrEqual(flash - 1e-9);
    expect(flashMinutes(clear, 10)).toBeGreaterThan(flash);
  });
  it('by hand: 1 m² of 50 µm from 25 % solids with half of it landing takes 400 mL, and its spread lies round it', () => {
    const solids = (splitMix(clear, 300, 0).lines[0]!.volumeMl / 300) * 0.43 + (1 / 3) * 0.45;
    const need = coatNeed(task('a', 10_000, 1, { filmUm: 50, thinnerFraction: 0 }), () => ({
      share: 0.5,
      spread: 0.1,
    }));
    // A plain panel takes 0.9 of what a gun lands.
    expect(need.ml).toBeCloseTo(50 / (solids * 0.5 * 0.9), 6);
    expect(need.lowMl).toBeLessThan(need.ml);
    expect(need.highMl * need.lowMl).toBeCloseTo(need.ml ** 2, 6);
    expect(usualTransfer('brush', 'x').spread).toBeLessThan(usualTransfer('lowPressureGun', 'x').spread);
  });
  it('pot life halves for about ten degrees, by what the product is, and is shorter in a large cup', () => {
    expect(potLifeMinutes(clear, 33)! / potLifeMinutes(clear, 23)!).toBeCloseTo(0.48, 1);
    expect(potLifeMinutes(clear, 23, 1000)! / potLifeMinutes(clear, 23, 500)!).toBeCloseTo(0.9, 2);
    expect(potLifeMinutes(products('base-solvent')!, 23)).toBeUndefined();
    expect(potLifeMinutes(products('epoxy-filler')!, 33)!).toBeLessThan(45 * 0.47);
  });
});

describe('ratios of every kind, by hand', () => {
  const grams = (p: Parameters<typeof splitMix>[0], thinner = 0, tempC?: number) => {
    const { lines } = splitMix(p, 1000, thinner, tempC);
    return lines.map((l) => l.massG);
  };
  const ratio = (a: number | undefined, b: number | undefined) => (a ?? 0) / (b ?? 1);
  const filler = { ...products('light-filler')! };
  const exact = (x: number, y: number) => expect(Math.abs(x / y - 1)).toBeLessThan(1e-9);

  it('parts by volume, thinner of the whole and of the paint', () => {
    const build = products('highbuild-2k')!;
    const { lines } = splitMix(build, 540, 0.1);
    // 4 : 1 + 10 % of the paint: 400, 100, 40; 2 : 1 + 10 % of both: 200, 100, 30.
    for (const [i, ml] of [400, 100, 40].entries()) exact(lines[i]!.volumeMl, ml);
    for (const [i, ml] of [200, 100, 30].entries())
      exact(splitMix(products('single-stage')!, 330, 0.1).lines[i]!.volumeMl, ml);
    exact(lines[0]!.massG, 400 * 1.55);
    // Base with 80 % of its own volume: 200 and 160.
    for (const [i, ml] of [200, 160].entries())
      exact(splitMix(products('base-solvent')!, 360, 0.8).lines[i]!.volumeMl, ml);
  });
  it('parts by weight', () => exact(ratio(grams(filler)[1], grams(filler)[0]), 2 / 100));
  it('one tube to so much: 40 g to 1.8 kg', () => {
    const p = { ...filler, dose: { by: 'tube', tubeG: 40, toG: 1800 } as const };
    exact(ratio(grams(p)[1], grams(p)[0]), 40 / 1800);
  });
  it('drops to so much: 12 of 0.05 mL at 1.15 kg/L to 100 g are 0.69 g', () => {
    const p = { ...filler, dose: { by: 'drops', drops: 12, toG: 100, dropMl: 0.05 } as const };
    exact(ratio(grams(p)[1], grams(p)[0]), 0.69 / 100);
  });
  it('per cent of the weight, to a paint whose parts are volumes', () => {
    const p = {
      ...(products('epoxy-primer-2k') ?? products('clear-ms')!),
      dose: { by: 'percent', rows: [{ tempC: 20, fraction: 0.03 }] } as const,
    };
    exact(
      ratio(
        grams({ ...p, dose: { by: 'percent', rows: [...p.dose.rows] } })[1],
        grams({ ...p, dose: { by: 'percent', rows: [...p.dose.rows] } })[0],
      ),
      0.03,
    );
  });
  it('catalyst by temperature: 3 % at 10 °C and 2 % at 20 °C are 2.5 % at 15, and hold beyond', () => {
    const dose = {
      by: 'percent' as const,
      rows: [
        { tempC: 10, fraction: 0.03 },
        { tempC: 20, fraction: 0.02 },
      ],
    };
    for (const [t, f] of [
      [10, 0.03],
      [15, 0.025],
      [20, 0.02],
      [0, 0.03],
      [35, 0.02],
    ] as const)
      exact(doseFraction(dose, 1, t), f);
    exact(ratio(grams({ ...filler, dose }, 0, 15)[1], grams({ ...filler, dose }, 0, 15)[0]), 0.025);
  });
  it('marks on a stick: 157.08 mL in a cup of 100 mm stand 20 mm high', () => {
    const [first] = stickMarks(
      [{ name: 'a', role: 'part', volumeMl: 157.0796, massG: 1, pourToG: 1, pourToMl: 157.0796, cost: 0 }],
      100,
    );
    expect(first!.heightMm).toBeCloseTo(20, 3);
  });
  it('thinned more: less solids, a thicker wet film for the same dry one, and less of it hangs; as usual changes nothing', () => {
    const build = products('highbuild-2k')!;
    const usual = thinned(build, build.thinning!.defaultFraction);
    expect(usual.hangs).toBe(1);
    expect(usual.dryUm).toBeCloseTo(build.film.nominalUm, 9);
    expect(usual.against).toBe('within');
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 0.4, noNaN: true }),
        fc.double({ min: 0.001, max: 0.3, noNaN: true }),
        (f, more) => {
          const [a, b] = [thinned(build, f), thinned(build, f + more)];
          expect(b.solids).toBeLessThan(a.solids);
          expect(b.wetUm).toBeGreaterThan(a.wetUm);
          expect(b.hangs).toBeLessThan(a.hangs);
        },
      ),
    );
    expect(thinned(build, build.thinning!.maxFraction + 0.1).against).toBe('over');
  });
});

describe('cups at their limits, by hand', () => {
  const piece = (ml: number, startMin: number, endMin: number, i = 0): CoatPiece => ({
    taskId: `t${i}`,
    coat: 1,
    ml,
    startMin,
    endMin,
  });
  const cups = (pieces: CoatPiece[], more: Partial<CupLimits> = {}) => {
    const plan = splitCups(pieces, { ...LIMITS, ...more });
    if (!plan.ok) throw new Error(plan.error);
    return plan.value.cups;
  };
  it('a tenth in hand and 15 mL for the gun: 400 mL are mixed as 455, five minutes before, good for an hour', () =>
    expect(cups([piece(400, 20, 40)])).toMatchObject([
      { needMl: 400, mixMl: expect.closeTo(455, 9) as number, mixMin: 15, doneMin: 40, endsMin: 75 },
    ]));
  it('a cup that is just full is one cup, a drop more is two', () => {
    // 531.8 mL with a tenth in hand and 15 mL are 600.
    const full = (600 - 15) / 1.1;
    expect(cups([piece(full, 0, 10)])).toHaveLength(1);
    expect(cups([piece(full + 0.1, 0, 10)])).toHaveLength(2);
  });
  it('what takes just its pot life is one cup, a minute more is two', () => {
    expect(cups([piece(100, 0, 55)])).toHaveLength(1);
    expect(cups([piece(100, 0, 56)])).toHaveLength(2);
    expect(cups([piece(100, 0, 56)], { mixingMin: 4 })).toHaveLength(1);
  });
  it('a coat that is cut is cut into equal parts, one after the other', () => {
    const parts = cups([piece(1500, 6, 18)]).flatMap((c) => c.pieces);
    expect(parts.map((p) => [p.ml, p.startMin, p.endMin])).toEqual([
      [500, 6, 10],
      [500, 10, 14],
      [500, 14, 18],
    ]);
  });
  it('one that nothing can lay is said: a coat of a day in a cup of an hour', () =>
    expect(splitCups([piece(100, 0, 4000)], LIMITS)).toMatchObject({ ok: false }));
});
