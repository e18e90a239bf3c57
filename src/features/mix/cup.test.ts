import { clockShop, constantAir, DEFAULT_METHOD, foldLog, SHIPPED_PRODUCTS, zoneStatus } from '@/core';
import { overPoured, pourSteps, thinnerWithin } from '@/core/mix';
import { coated, ev, foundBare, JOB, products, T0 } from '@/core/testing';
import type { OpenJob } from '@/data';
import { formatForInput } from '@/ui/numbers';
import { draftForProduct, newDraft, mixable, planCup, type MixDraft } from './cup';

const highbuild = products('highbuild-2k')!;
const draft = (more: Partial<MixDraft> = {}): MixDraft => ({
  jobId: 'job',
  zoneIds: ['lower'],
  shape: 'plain',
  by: 'weight',
  reserve: '10',
  ...draftForProduct(highbuild, undefined),
  ...more,
});
const at = (more: Partial<MixDraft> = {}, film = '60', areaCm2 = 10_000) =>
  planCup(highbuild, areaCm2, film, draft(more), 'metric');

describe('the sheet of a cup', () => {
  it('by hand: 1 m², two coats of 60 µm, 10 % thinner of the paint and 10 % in hand', () => {
    const r = at({ coats: 2, thinner: '10', reserve: '10', application: 'lowPressureGun' });
    expect(r.ok && r.value.readyMl).toBeCloseTo((120 / (((4 * 0.52 + 0.45) / 5.4) * 0.65 * 0.9)) * 1.1, 6);
  });
  it('reads decimal commas, and US films in mils', () => {
    const comma = at({}, '60,5');
    expect(comma.ok && comma.value.filmUm).toBeCloseTo(60.5, 9);
    const mils = planCup(highbuild, 10_000, '2', draft(), 'us');
    expect(mils.ok && mils.value.filmUm).toBeCloseTo(50.8, 6);
  });
  it('an empty thinner or reserve is none', () => {
    const r = at({ thinner: '', reserve: '' });
    expect(r.ok && [r.value.thinnerFraction, r.value.lines.length]).toEqual([0, 2]);
    expect(r.ok && r.value.readyMl).toBeCloseTo(r.ok ? r.value.needMl : NaN, 9);
  });
  it.each([
    ['filmUm', {}, 'thick'],
    ['filmUm', {}, ''],
    ['filmUm', {}, '-3'],
    ['thinnerFraction', { thinner: 'some' }, '60'],
    ['thinnerFraction', { thinner: '300' }, '60'],
    ['reserveFraction', { reserve: '1o' }, '60'],
    ['reserveFraction', { reserve: '150' }, '60'],
  ] as const)('names the field that makes no sense: %s, %j, %j', (path, more, film) => {
    const r = at(more, film);
    expect(!r.ok && r.error.map((p) => p.path)).toContain(path);
  });
  it('says all that is wrong at once', () => {
    const r = at({ thinner: 'x', reserve: 'y' }, 'z');
    expect(!r.ok && r.error.map((p) => p.path).sort()).toEqual(['filmUm', 'reserveFraction', 'thinnerFraction']);
  });
  it('left with a little more thinner, nothing more is poured', () => {
    const plan = at({ thinner: '10' });
    if (!plan.ok) throw new Error('no plan');
    const { lines } = plan.value;
    for (const over of [1.03, 1.17, 1.4]) {
      const cup = overPoured(lines, [], 2, lines[1]!.pourToG + lines[2]!.massG * over, 'weight')!;
      const left = thinnerWithin(highbuild, lines, cup)!;
      expect(left).toBeCloseTo(0.1 * over, 9);
      // As it stands in the field, rounded.
      const r = at({ thinner: formatForInput(left, { percent: true }, 'metric'), overpouredG: cup });
      if (!r.ok) throw new Error('no plan');
      expect(pourSteps(r.value.lines, cup).map((s) => s.addG)).toEqual([0, 0, 0]);
    }
  });
  it('keeps the ratio after far too much hardener, also when the figures are changed afterwards', () => {
    const plan = at();
    if (!plan.ok) throw new Error('no plan');
    const { lines } = plan.value;
    const inCup = overPoured(lines, [], 1, lines[0]!.massG + 3.5 * lines[1]!.massG, 'weight')!;
    for (const more of [{}, { coats: 1 }, { reserve: '30' }, { thinner: '15' }]) {
      const r = at({ ...more, overpouredG: inCup });
      if (!r.ok) throw new Error('no plan');
      const [paint, hardener] = r.value.lines;
      expect(paint!.volumeMl / hardener!.volumeMl).toBeCloseTo(4, 9);
      expect(hardener!.massG).toBeGreaterThanOrEqual(inCup[1]! - 1e-9);
    }
  });
});

describe('what a cup begins with', () => {
  const state = foldLog(
    [foundBare(['lower']), ev({ kind: 'cleaned', atMin: -5, productId: 'cleaner-metal' }), coated('epoxy-primer', -3)],
    products,
  );
  const open = { job: JOB, state } as unknown as OpenJob;
  const statuses = {
    get: (z: string) => zoneStatus(state.zones.get(z), clockShop(constantAir(20, 0.45)), T0, products),
  };
  it('no zone: a high-build primer, with the coats that its sheet says', () => {
    const d = newDraft(open, [], statuses, { all: SHIPPED_PRODUCTS, method: DEFAULT_METHOD, nowMs: T0 });
    expect(products(d.productId)!.family).toBe('highBuild');
    expect(d.coats).toBe(highbuild.coats);
  });
  it('a zone with one coat of epoxy on it: the next one of the same', () => {
    const d = newDraft(open, ['lower'], statuses, { all: SHIPPED_PRODUCTS, method: DEFAULT_METHOD, nowMs: T0 });
    expect([d.productId, d.zoneIds]).toEqual(['epoxy-primer', ['lower']]);
  });
  it('the agreed level sets the coats', () => {
    const driver = draftForProduct(highbuild, 'driver').coats;
    const show = draftForProduct(highbuild, 'show').coats;
    expect(show).toBeGreaterThan(driver);
  });
  it('cleaners, weld-through primers and what was found there are not mixed', () => {
    expect(SHIPPED_PRODUCTS.filter(mixable).map((p) => p.family)).toEqual(
      expect.not.arrayContaining(['cleaner', 'weldThrough', 'oldCoating', 'plasticPromoter']),
    );
    expect(mixable(highbuild)).toBe(true);
  });
});
