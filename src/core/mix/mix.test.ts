import fc from 'fast-check';
import { SHIPPED_PRODUCTS } from '../library/shipped';
import { JOB, products } from '../testing';
import { readyMixMl } from './coverage';
import { planMix, type MixRequest } from './need';
import { potLifeMinutes } from './potLife';
import { scaleLines, growthFactor, overPoured, pourSteps, thinnerWithin } from './pour';
import { ratioText, readySolids, splitMix } from './ratio';
import { shapeOf, transferEfficiency } from './transfer';

const highbuild = products('highbuild-2k')!;
const request = (more: Partial<MixRequest> = {}): MixRequest => ({
  product: highbuild,
  areaCm2: 10_000,
  filmUm: 60,
  coats: 2,
  thinnerFraction: 0.1,
  application: 'lowPressureGun',
  shape: 'plain',
  reserveFraction: 0,
  ...more,
});
const fraction = fc.double({ min: 0, max: 1, noNaN: true });
const anyPaint = fc.constantFrom(...SHIPPED_PRODUCTS.filter((p) => p.parts.some((x) => x.volumeSolids > 0)));

describe('how much to mix', () => {
  it('by hand: 1 m², 100 µm, 50 % solids, all of it landing, is 0.2 L', () =>
    expect(readyMixMl(10_000, 100, 1, 0.5, 1)).toBeCloseTo(200));

  it('by hand: 4 : 1 + 10 % of the paint has (4·0.52 + 0.45) / 5.4 solids', () => {
    expect(readySolids(highbuild, 0.1)).toBeCloseTo((4 * 0.52 + 0.45) / 5.4, 9);
    expect(readySolids(highbuild, 0)).toBeCloseTo((4 * 0.52 + 0.45) / 5, 9);
  });

  it('by hand: two coats of 60 µm on 1 m² with 0.585 landing take 437.8 ml', () => {
    const plan = planMix(request());
    expect(plan.ok && plan.value.needMl).toBeCloseTo(120 / (((4 * 0.52 + 0.45) / 5.4) * 0.65 * 0.9), 6);
  });

  it('shape costs paint with a gun and nothing with a brush', () => {
    expect(transferEfficiency('lowPressureGun', 'small')).toBeCloseTo(0.325);
    expect(transferEfficiency('brush', 'small')).toBe(0.95);
    const job = { ...JOB, panels: JOB.panels.map((p, i) => (i === 0 ? { ...p, shape: 'small' as const } : p)) };
    const of = (n: number) => JOB.zones.filter((z) => z.panelId === JOB.panels[n]!.id).map((z) => z.id);
    expect([of(0), of(1), [...of(0), ...of(1)], []].map((ids) => shapeOf(job, ids))).toEqual([
      'small',
      'plain',
      'shaped',
      'plain',
    ]);
  });

  it('more area, film or coats never needs less', () => {
    fc.assert(
      fc.property(
        anyPaint,
        fc.integer({ min: 1, max: 100_000 }),
        fc.double({ min: 1, max: 300, noNaN: true }),
        fraction,
        (product, areaCm2, filmUm, grow) => {
          const a = planMix(request({ product, areaCm2, filmUm, thinnerFraction: 0 }));
          const b = planMix(
            request({ product, areaCm2: areaCm2 * (1 + grow), filmUm: filmUm * (1 + grow), thinnerFraction: 0 }),
          );
          expect(a.ok && b.ok && b.value.needMl >= a.value.needMl).toBe(true);
        },
      ),
    );
  });

  it.each([
    [{ areaCm2: 0 }, 'areaCm2'],
    [{ areaCm2: -5 }, 'areaCm2'],
    [{ areaCm2: 1e9 }, 'areaCm2'],
    [{ filmUm: 0 }, 'filmUm'],
    [{ filmUm: NaN }, 'filmUm'],
    [{ coats: 0 }, 'coats'],
    [{ thinnerFraction: -1 }, 'thinnerFraction'],
    [{ reserveFraction: 7 }, 'reserveFraction'],
    [{ product: products('cleaner-metal')! }, 'product'],
  ] as const)('refuses %j and says which', (bad, path) => {
    const r = planMix(request(bad));
    expect(!r.ok && r.error.map((p) => p.path)).toContain(path);
  });
});

describe('splitting by ratio', () => {
  it('by volume: 540 ml of 4 : 1 + 10 % is 400, 100 and 40', () => {
    expect(splitMix(highbuild, 540, 0.1).lines.map((l) => Math.round(l.volumeMl * 1000) / 1000)).toEqual([
      400, 100, 40,
    ]);
  });
  it('thinner on the total counts the hardener too', () => {
    const clear = products('clear-ms')!;
    expect(splitMix(clear, 330, 0.1).lines.map((l) => Math.round(l.volumeMl))).toEqual([200, 100, 30]);
  });
  it('by weight: 100 : 2 filler has 2 % hardener on the scale', () => {
    const [a, b] = splitMix(products('light-filler')!, 200, 0).lines;
    expect(b!.massG / a!.massG).toBeCloseTo(0.02, 9);
  });
  it('adds up, and each line is the total to pour up to', () => {
    fc.assert(
      fc.property(anyPaint, fc.double({ min: 1, max: 5000, noNaN: true }), fraction, (p, ml, thinner) => {
        const s = splitMix(p, ml, thinner);
        expect(s.lines.reduce((t, l) => t + l.volumeMl, 0)).toBeCloseTo(ml, 6);
        s.lines.forEach((l, i) =>
          expect(l.pourToG).toBeCloseTo(
            s.lines.slice(0, i + 1).reduce((t, x) => t + x.massG, 0),
            6,
          ),
        );
      }),
    );
  });
  it('says the ratio as the trade does', () => {
    expect(ratioText(highbuild, 0.1)).toBe('4 : 1 + 10\u00a0% thinner');
    expect(ratioText(products('light-filler')!, 0)).toBe('100 : 2 by weight');
  });
});

describe('over-pour', () => {
  const { lines } = splitMix(highbuild, 540, 0.1);
  const near = (all: number[] | undefined) => all?.map((g) => Math.round(g * 1000) / 1000);

  it('by hand: 4 : 1 + 10 %, half as much hardener again: a batch of half as much again, and nothing twice', () => {
    // 400, 100 and 40 ml at their densities.
    const [paint, hardener, thinner] = lines.map((l) => l.massG) as [number, number, number];
    const cup = overPoured(lines, [], 1, paint + 1.5 * hardener, 'weight')!;
    expect(near(cup)).toEqual(near([paint, 1.5 * hardener, 0]));
    expect(growthFactor(lines, cup)).toBeCloseTo(1.5, 9);
    const steps = pourSteps(scaleLines(lines, 1.5), cup);
    expect(near(steps.map((s) => s.addG))).toEqual(near([0.5 * paint, 0, 1.5 * thinner]));
    // The scale stands at what is in: half the paint goes on top of it, then the thinner.
    expect(near(steps.map((s) => s.toG))).toEqual(
      near([1.5 * (paint + hardener), 1.5 * (paint + hardener), 1.5 * (paint + hardener + thinner)]),
    );
  });

  it('the plan counts with what is in the cup, however much that is', () => {
    const cup = overPoured(lines, [], 1, lines[0]!.massG + 4 * lines[1]!.massG, 'weight')!;
    const plan = planMix(request({ inCup: cup }));
    const bare = planMix(request());
    if (!plan.ok || !bare.ok) throw new Error('no plan');
    const [paint, hardener] = plan.value.lines;
    expect(hardener!.massG).toBeCloseTo(cup[1]!, 6);
    expect(paint!.volumeMl / hardener!.volumeMl).toBeCloseTo(4, 9);
    expect(plan.value.readyMl).toBeCloseTo(bare.value.readyMl * plan.value.grown, 6);
    expect(plan.value.needMl).toBe(bare.value.needMl);
  });

  it('what went over fits into a batch that has become larger', () => {
    const cup = overPoured(lines, [], 0, lines[0]!.pourToG * 1.2, 'weight')!;
    const plan = planMix(request({ areaCm2: 100_000, inCup: cup }));
    expect(plan.ok && plan.value.grown).toBe(1);
    if (plan.ok) expect(pourSteps(plan.value.lines, cup)[0]!.addG).toBeCloseTo(plan.value.lines[0]!.massG - cup[0]!, 9);
  });

  it('a little more thinner stays within the sheet: then nothing has to be added', () => {
    const max = highbuild.thinning!.maxFraction;
    const at = (fraction: number) => {
      const thinner = lines[2]!;
      const scale = lines[1]!.pourToG + (thinner.massG * fraction) / 0.1;
      return thinnerWithin(highbuild, lines, overPoured(lines, [], 2, scale, 'weight')!);
    };
    expect(at(0.12)).toBeCloseTo(0.12, 9);
    expect(at(max)).toBeCloseTo(max, 9);
    expect(at(max + 0.01)).toBeUndefined();
    // Clear counts it on paint and hardener.
    const clear = products('clear-ms')!;
    const mixed = splitMix(clear, 330, 0.1).lines;
    expect(
      thinnerWithin(
        clear,
        mixed,
        mixed.map((l) => l.massG),
      ),
    ).toBeCloseTo(0.1, 9);
    expect(
      thinnerWithin(products('light-filler')!, splitMix(products('light-filler')!, 200, 0).lines, []),
    ).toBeUndefined();
    // Planned so, the batch is as large as before.
    const cup = overPoured(lines, [], 2, lines[1]!.pourToG + lines[2]!.massG * 1.2, 'weight')!;
    const volume = (g: number, i: number) => (g * lines[i]!.volumeMl) / lines[i]!.massG;
    const ready = cup.reduce((t, g, i) => t + volume(g, i), 0);
    const again = splitMix(highbuild, ready, thinnerWithin(highbuild, lines, cup)!).lines;
    expect(growthFactor(again, cup)).toBeCloseTo(1, 9);
  });

  it('thinner that is in the cup cannot be planned away', () => {
    const r = planMix(request({ thinnerFraction: 0, inCup: [100, 50, 20] }));
    expect(!r.ok && r.error).toEqual([{ path: 'thinnerFraction', message: 'There is thinner in the cup already' }]);
  });

  const by = fc.constantFrom('weight' as const, 'volume' as const);
  const slips = fc.array(fc.tuple(fc.nat(2), fc.double({ min: 0.01, max: 1.5, noNaN: true })), {
    minLength: 1,
    maxLength: 4,
  });
  it('slip upon slip, by scale or by mark: the ratio holds, nothing comes out, and the last line ends the batch', () => {
    fc.assert(
      fc.property(anyPaint, slips, by, (product, all, unit) => {
        let batch = splitMix(product, 500, 0.1).lines;
        let cup: number[] = [];
        for (const [at, over] of all) {
          const i = at % batch.length;
          const s = pourSteps(batch, cup)[i]!;
          const reading = unit === 'weight' ? s.toG + batch[i]!.massG * over : s.toMl + batch[i]!.volumeMl * over;
          const next = overPoured(batch, cup, i, reading, unit)!;
          next.forEach((g, n) => expect(g).toBeGreaterThanOrEqual((cup[n] ?? 0) - 1e-9));
          cup = next;
          batch = scaleLines(batch, growthFactor(batch, cup));
        }
        const steps = pourSteps(batch, cup);
        // To a scale's tenth of a gram and a thousandth of the line.
        steps.forEach((s, n) => {
          const off = Math.abs(s.inG + s.addG - batch[n]!.massG);
          expect(off).toBeLessThanOrEqual(Math.max(0.05, 0.001 * batch[n]!.massG) + 1e-6);
        });
        const end = steps[steps.length - 1]!;
        const whole = { g: 0, ml: 0 };
        for (const l of batch) {
          whole.g += l.massG;
          whole.ml += l.volumeMl;
        }
        expect(Math.abs(end.toG - whole.g)).toBeLessThan(0.2 + 0.001 * whole.g);
        expect(Math.abs(end.toMl - whole.ml)).toBeLessThan(0.2 + 0.001 * whole.ml);
      }),
    );
  });

  it('is nothing while the scale or the mark is at or under the line', () => {
    expect(overPoured(lines, [], 0, lines[0]!.pourToG, 'weight')).toBeUndefined();
    expect(overPoured(lines, [], 1, lines[1]!.pourToMl, 'volume')).toBeUndefined();
    expect(overPoured(lines, [], 7, 1e6, 'weight')).toBeUndefined();
  });

  it('an empty cup is poured line by line, as the plan says', () => {
    const steps = pourSteps(lines);
    expect(near(steps.map((s) => s.toG))).toEqual(near(lines.map((l) => l.pourToG)));
    expect(near(steps.map((s) => s.toMl))).toEqual(near(lines.map((l) => l.pourToMl)));
  });
});

it('pot life is the data sheet’s at 23 °C and about halves in 10 K', () => {
  expect(potLifeMinutes(highbuild, 23)).toBe(60);
  expect(potLifeMinutes(highbuild, 33)! / 60).toBeCloseTo(0.48, 1);
  expect(potLifeMinutes(products('base-solvent')!, 23)).toBeUndefined();
});

describe('what is poured after', () => {
  const line = (massG: number) => ({ ...splitMix(highbuild, 540, 0.1).lines[0]!, massG, volumeMl: massG });
  const adds = (massG: number, inG: number) => pourSteps([line(massG)], [inG])[0]!.addG;
  it('of a small line nothing under 0.05 g, of a large one nothing under a thousandth of it', () => {
    expect(adds(20, 19.96)).toBe(0);
    expect(adds(20, 19.94)).toBeCloseTo(0.06, 9);
    expect(adds(1000, 999.1)).toBe(0);
    expect(adds(1000, 998.9)).toBeCloseTo(1.1, 9);
  });
  it('into an empty cup all of it, however little that is', () => expect(adds(0.03, 0)).toBeCloseTo(0.03, 12));
  it('nothing comes out again', () => expect(adds(20, 25)).toBe(0));
});

describe('figures that make no sense', () => {
  const paths = (more: Partial<MixRequest>) => {
    const plan = planMix(request(more));
    return plan.ok ? [] : plan.error.map((p) => p.path);
  };
  it.each([
    ['areaCm2', 1, 2_000_000],
    ['filmUm', 0.5, 20_000],
    ['coats', 1, 12],
    ['reserveFraction', 0, 1],
    ['thinnerFraction', 0, 2],
  ] as const)('%s is taken at both of its ends, and named beyond them', (name, least, most) => {
    const by = (most - least) / 1000;
    expect([least, most].map((v) => paths({ [name]: v }))).toEqual([[], []]);
    for (const v of [least - by, most + by, NaN]) expect(paths({ [name]: v })).toContain(name);
  });
  it('thinner is not asked of what takes none', () => {
    const stiff = { ...highbuild };
    delete stiff.thinning;
    expect(paths({ product: stiff, thinnerFraction: 9 })).toEqual([]);
  });
});
