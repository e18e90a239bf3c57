import { Refusal } from '../result';
import fc from 'fast-check';
import { constantAir } from '../air/history';
import { flashRustHours, rustsAtMs } from '../cure/flashRust';
import { MEDIA_IDS, mediaOf } from '../library/media';
import { substratesFor, warpRisk } from './rates';
import { heldBarG, largestBoreMm, nozzleAirM3Min } from './nozzle';
import { blastRateM2H, mediaKgH, planBlast, type BlastPart, type BlastRig } from './plan';

const slag = mediaOf('Slag')!;
const rig: BlastRig = { boreMm: 6.4, worn: false, barG: 6.9, airM3Min: 3, rate: 90, handRate: 50 };
const part = (more: Partial<BlastPart> = {}): BlastPart => ({
  id: 'rails',
  name: 'Rails',
  substrate: 'steel',
  thicknessUm: 2500,
  areaCm2: 20_000,
  coating: 'thickPaint',
  ...more,
});
const plan = (parts: BlastPart[], more: Partial<BlastRig> = {}, media = slag) => {
  const r = planBlast(parts, media, { ...rig, ...more });
  if (!r.ok) throw new Refusal(r.error[0]!.message);
  return r.value;
};

describe('air through a nozzle', () => {
  // Published check values at 6.9 bar gauge, free air.
  it.each([
    [4.8, 1.31],
    [6.4, 2.34],
    [8.0, 3.65],
    [9.5, 5.15],
  ])('%d mm takes %d m³/min, within 1 %%', (bore, m3) =>
    expect(Math.abs(nozzleAirM3Min(bore, 6.9) / m3 - 1)).toBeLessThan(0.01),
  );
  it('what it takes is what a compressor has to give to hold the pressure', () => {
    fc.assert(
      fc.property(fc.integer({ min: 30, max: 120 }), fc.integer({ min: 20, max: 90 }), (b, p) => {
        const [bore, bar] = [b / 10, p / 10];
        const air = nozzleAirM3Min(bore, bar);
        expect(heldBarG(bore, air, 12)).toBeCloseTo(bar, 9);
        expect(largestBoreMm(air, bar)).toBeCloseTo(bore, 9);
        expect(heldBarG(bore + 1.5, air, bar)).toBeLessThan(bar);
      }),
    );
  });
});

describe('a blasting day', () => {
  it('at the reference nozzle: 220 kg of slag an hour, and the coating\u2019s own rate', () => {
    expect(mediaKgH(slag, 6.4, 6.9)).toBeCloseTo(220, 9);
    expect(blastRateM2H('thickPaint', slag, 6.4, 6.9)).toBeCloseTo(9, 9);
    // Under 4 bar it falls with the air alone; over it with the pressure too.
    const air = nozzleAirM3Min(6.4, 2.5) / nozzleAirM3Min(6.4, 6.9);
    expect(blastRateM2H('thickPaint', slag, 6.4, 2.5)).toBeCloseTo(9 * air * (4 / 6.9), 9);
    const p = plan([part()]);
    // 2 m² at 9 m²/h of open nozzle, which is open three quarters of the time.
    expect(p.hours).toBeCloseTo(2 / 9 / 0.75, 9);
    expect(p.mediaKg).toBeCloseTo((220 * 2) / 9, 9);
    expect(p.cost).toBeCloseTo(p.hours * 90 + p.mediaCost, 9);
    expect(p.wheelHours).toBeCloseTo(2 / 0.6, 9);
  });
  it('a worn nozzle on the same compressor loses pressure, and says which one would hold it', () => {
    const p = plan([part()], { worn: true });
    expect(p.heldBarG).toBeLessThan(6.9);
    expect(String(p.short)).toMatch(/7\.9\s*mm \(worn\) takes .* Pressure falls to .*\smm would hold 6\.9/);
    expect(p.hours).toBeGreaterThan(0);
  });
  it('a compressor that cannot feed the nozzle does no part', () => {
    const p = plan([part()], { airM3Min: 0.4 });
    expect(String(p.short)).toMatch(/cannot feed this nozzle/);
    expect(p.parts[0]!.stop).toMatch(/cannot feed/);
    expect(p.hours).toBe(0);
  });
  it.each([
    [{ thicknessUm: 800 }, 'Slag', /warps/],
    [{ substrate: 'galvanised' as const }, 'Slag', /zinc/],
    [{ substrate: 'aluminium' as const }, 'Garnet', /too hard/],
  ])('%j under %s is stopped', (more, media, why) =>
    expect(plan([part(more)], {}, mediaOf(media)!).parts[0]!.stop?.toString()).toMatch(why),
  );
  it('soda is for everything that hard media must not touch', () => {
    for (const substrate of ['galvanised', 'aluminium', 'glassfibre', 'smc', 'plastic'] as const)
      expect(plan([part({ substrate })], {}, mediaOf('Soda')!).parts[0]!.stop).toBeUndefined();
  });
  it.each([
    [{ boreMm: 0 }, 'boreMm'],
    [{ barG: -1 }, 'barG'],
    [{ airM3Min: NaN }, 'airM3Min'],
  ])('%j is refused at its field', (more, path) => {
    const r = planBlast([], slag, { ...rig, ...more });
    expect(!r.ok && r.error[0]!.path).toBe(path);
  });
  it('more air never takes longer', () => {
    fc.assert(
      fc.property(fc.integer({ min: 12, max: 80 }), fc.integer({ min: 0, max: 30 }), (a, more) => {
        const hours = (m3: number) => plan([part()], { airM3Min: m3 }).hours;
        expect(hours((a + more) / 10)).toBeLessThanOrEqual(hours(a / 10) + 1e-9);
      }),
    );
  });
  it('every media is for steel at least, and only hard ones warp thick enough sheet at all', () => {
    for (const m of MEDIA_IDS.map((n) => mediaOf(n)!)) {
      expect(substratesFor(m)).toContain('steel');
      expect(warpRisk({ thicknessUm: 2000, areaCm2: 9000 }, m, 8)).toBe('none');
    }
    expect(warpRisk({ thicknessUm: 800, areaCm2: 9000 }, slag, 3)).toBe('some');
  });
});

describe('bare steel', () => {
  const T = Date.UTC(2030, 0, 1);
  const H = 3_600_000;
  it('in steady air rusts when the hours for that humidity are over', () => {
    for (const rh of [0.6, 0.7, 0.85, 0.95])
      expect((rustsAtMs(constantAir(15, rh), T)! - T) / H).toBeCloseTo(flashRustHours(rh), 6);
    expect(rustsAtMs(constantAir(15, 0.4), T)).toBeCloseTo(T + 72 * H, -3);
  });
  it('half a dry spell and half a damp one add up: 4 h at 70 %, then 2 h at 85 %', () => {
    const air = [
      { atMs: T, tempC: 10, rh: 0.7 },
      { atMs: T + 4 * H - 1, tempC: 10, rh: 0.7 },
      { atMs: T + 4 * H, tempC: 10, rh: 0.85 },
    ];
    expect((rustsAtMs(air, T)! - T) / H).toBeCloseTo(6, 1);
  });
  it('salt halves it, and wet blasting leaves under an hour', () => {
    expect((rustsAtMs(constantAir(15, 0.7), T, { salts: true })! - T) / H).toBeCloseTo(4, 6);
    expect((rustsAtMs(constantAir(15, 0.4), T, { wet: true })! - T) / H).toBeLessThan(1);
  });
});
