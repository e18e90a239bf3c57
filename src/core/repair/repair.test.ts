import { Refusal } from '../result';
import fc from 'fast-check';
import { arrhenius } from '../cure/kinetics';
import { SUBSTRATE_KINDS } from '../library/substrates';
import { bondWay } from './bond';
import { planCrack } from './crack';
import { dentWay } from './dent';
import { extentOf } from './extent';
import { planLaminate, type LaminateFacts } from './laminate';
import { planPatch, type PatchFacts } from './patch';

const dent = { paintWhole: true, creased: false, access: true, stretched: false, depthMm: 1 };
describe('a dent', () => {
  it.each([
    [{}, 'pushOut'],
    [{ access: false }, 'pushOut'],
    [{ creased: true }, 'hammerAndDolly'],
    [{ creased: true, access: false }, 'pullAndFill'],
    [{ paintWhole: false }, 'fill'],
    [{ paintWhole: false, depthMm: 4 }, 'pullAndFill'],
    [{ stretched: true }, 'shrink'],
  ])('%j: %s', (more, treatment) => expect(dentWay({ ...dent, ...more }).treatment).toBe(treatment));
});

const patch: PatchFacts = { widthMm: 100, heightMm: 60, sheetMm: 0.9, joint: 'lap' };
describe('a patch', () => {
  it('by hand: 100 × 60 lapped, cut 140 × 100, plugs every 50 mm', () => {
    const r = planPatch(patch);
    if (!r.ok) throw new Error();
    const seam = 2 * (140 + 100) - 8 * 25 + 2 * Math.PI * 25;
    expect(r.value).toMatchObject({ cutWidthMm: 140, cutHeightMm: 100, pieceWidthMm: 180, gapMm: 0 });
    expect(r.value.seamMm).toBeCloseTo(seam, 9);
    expect(r.value.welds).toBe(Math.ceil(seam / 50));
    // Two faces, 20 mm wide, all along the seam.
    expect(r.value.primerCm2).toBeCloseTo((2 * seam * 20) / 100, 9);
  });
  it('butt: the gap is the sheet, at most 1 mm, and the piece is smaller than its hole by it', () => {
    const gap = (sheetMm: number) => {
      const r = planPatch({ ...patch, joint: 'butt', sheetMm });
      return r.ok ? [r.value.gapMm, r.value.cutWidthMm - r.value.pieceWidthMm] : [];
    };
    expect(gap(0.8)).toEqual([0.8, expect.closeTo(1.6, 9)]);
    expect(gap(2)).toEqual([1, 2]);
  });
  it('a body line near by is where it is cut', () => {
    const r = planPatch({ ...patch, lineMm: 35 });
    expect(r.ok && [r.value.atLine, r.value.cutHeightMm]).toEqual([true, 60 + 20 + 35]);
  });
  it.each([[{ widthMm: -3 }], [{ heightMm: NaN }], [{ sheetMm: 90 }]])('%j is refused', (more) =>
    expect(planPatch({ ...patch, ...more }).ok).toBe(false),
  );
});

const lam: LaminateFacts = {
  widthMm: 100,
  heightMm: 80,
  thickMm: 3,
  plyGm2: 450,
  weave: 'mat',
  taper: 12,
  resin: 'polyester',
  tempC: 23,
  catalyst: 0.015,
};
const laminate = (more: Partial<LaminateFacts> = {}) => {
  const r = planLaminate({ ...lam, ...more });
  if (!r.ok) throw new Refusal(r.error[0]!.message);
  return r.value;
};
describe('a laminate', () => {
  it('3 mm of 450 g mat is three plies, the last one to the rim of a 36 mm taper', () => {
    const p = laminate();
    expect(p.plies.map((x) => [x.widthMm, x.heightMm])).toEqual([
      [124, 104],
      [148, 128],
      [172, 152],
    ]);
    expect(p.taperMm).toBe(36);
    const m2 = (124 * 104 + 148 * 128 + 172 * 152) / 1e6;
    expect(p.matG).toBeCloseTo(m2 * 450, 9);
    expect(p.resinG).toBeCloseTo(m2 * 450 * 2.25, 9);
    expect(p.catalystG).toBeCloseTo(p.resinG * 0.015, 9);
    expect(p.potMin).toBeCloseTo(20, 9);
  });
  it('a hot mix or a warm room leaves less working time, and is sanded sooner', () => {
    expect(laminate({ tempC: 33 }).potMin).toBeCloseTo(20 / arrhenius(33, 50_000), 9);
    expect(laminate({ catalyst: 0.03 }).potMin).toBeCloseTo(20 / 2 ** 0.8, 9);
    fc.assert(
      fc.property(fc.integer({ min: 15, max: 44 }), (t) =>
        expect(laminate({ tempC: t + 1 }).grindMin).toBeLessThan(laminate({ tempC: t }).grindMin),
      ),
    );
  });
  it('a mix is never more than can be laid in its pot life: 33 g/min for three quarters of it, at most 500 g', () => {
    const large = laminate({ widthMm: 600, heightMm: 600 });
    expect(large.batchG).toBeCloseTo(33 * 0.75 * 20, 9);
    expect(large.batches).toBe(Math.ceil(large.resinG / large.batchG));
    const hot = planLaminate({ ...lam, widthMm: 600, heightMm: 600, tempC: 45, catalyst: 0.03 });
    expect(!hot.ok && hot.error.map((e) => e.path)).toEqual(['catalyst']);
  });
  it('woven cloth lies closer and drinks less', () => {
    const p = laminate({ weave: 'woven' });
    expect(p.plies).toHaveLength(Math.ceil((3 * 800) / 450));
    expect(p.resinG / p.matG).toBeCloseTo(1.1, 9);
  });
  it('a hair over four plies is four, a tenth is five', () => {
    expect(laminate({ thickMm: 4.0005 }).plies).toHaveLength(4);
    expect(laminate({ thickMm: 4.1 }).plies).toHaveLength(5);
    expect(laminate({ thickMm: 0.5 }).plies).toHaveLength(1);
  });
  it.each([
    [{ tempC: 8 }, 'tempC'],
    [{ catalyst: 0.2 }, 'catalyst'],
    [{ thickMm: 0 }, 'thickMm'],
    [{ resin: 'epoxy' as const, tempC: 5 }, 'tempC'],
  ])('%j is refused at its field', (more, path) => {
    const r = planLaminate({ ...lam, ...more });
    expect(!r.ok && r.error.map((e) => e.path)).toContain(path);
  });
});

describe('a bonded seam', () => {
  it('moulded compound takes epoxy, whatever is on the other side', () => {
    for (const s of SUBSTRATE_KINDS) expect(bondWay('smc', s, 20).family).toBe('Epoxy adhesive');
  });
  it('either way round it is the same', () => {
    for (const a of SUBSTRATE_KINDS)
      for (const b of SUBSTRATE_KINDS) expect(bondWay(a, b, 18).family).toBe(bondWay(b, a, 18).family);
  });
  it('clamps stay on longer in the cold: 240 min of epoxy at 23 °C are 240/0.508 at 15, and none under 10', () => {
    expect(bondWay('steel', 'steel', 23).clampMin).toBeCloseTo(240, 9);
    expect(bondWay('steel', 'steel', 15).clampMin! / (240 / 0.508)).toBeCloseTo(1, 2);
    expect(bondWay('steel', 'steel', 8).clampMin).toBeUndefined();
  });
});

describe('a crack', () => {
  it('120 mm in a 4 mm wall: V 2.67 mm deep, 3.08 wide, 0.6 ml', () => {
    const r = planCrack({ lengthMm: 120, wallMm: 4 });
    if (!r.ok) throw new Error();
    expect(r.value.depthMm).toBeCloseTo(8 / 3, 9);
    expect(r.value.widthMm).toBeCloseTo(3.08, 2);
    expect(r.value.epoxyMl).toBeCloseTo((120 * (8 / 3) ** 2 * Math.tan(Math.PI / 6) * 1.25) / 1000, 9);
  });
  it.each([[{ lengthMm: 0, wallMm: 4 }], [{ lengthMm: 50, wallMm: NaN }]])('%j is refused', (f) =>
    expect(planCrack(f).ok).toBe(false),
  );
});

describe('how far a fault reaches', () => {
  it('is the box around what was drawn, else what was said, else not known', () => {
    const outline = [
      { x: 10, y: 10 },
      { x: 40, y: 10 },
      { x: 40, y: 50 },
    ];
    expect(extentOf({ outline, sizeMm: 99 })).toEqual({ widthMm: 30, heightMm: 40, lengthMm: 50 });
    expect(extentOf({ sizeMm: 60 })).toEqual({ widthMm: 60, heightMm: 60, lengthMm: 60 });
    expect(extentOf({})).toEqual({});
    expect(extentOf(undefined)).toEqual({});
  });
});
