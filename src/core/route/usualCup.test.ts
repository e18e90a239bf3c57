import { FAMILIES } from '../library/product';
import { planMix } from '../mix';
import { products } from '../testing';
import { keysOf } from '../keysOf';
import { howToDo } from './how';
import { coatDefaults } from './draft';
import { wantedCoats } from '../library/level';
import { usualCup } from './usualCup';
import { STEP_KINDS } from '../log/event';
import type { Step } from '../rules/rule';

const epoxy = products('epoxy-primer')!;

describe('what a cup usually is', () => {
  it('is the cup’s own sum: nominal film, usual coats, a tenth in hand', () => {
    const d = coatDefaults(epoxy);
    const plan = planMix({
      product: epoxy,
      areaCm2: 8000,
      filmUm: d.filmUm,
      coats: wantedCoats(epoxy, undefined),
      thinnerFraction: d.thinnerFraction ?? 0,
      application: d.application,
      shape: 'plain',
      reserveFraction: 0.1,
    });
    expect(plan.ok && plan.value.readyMl).toBeCloseTo(usualCup(epoxy, 8000, undefined)!.readyMl, 9);
  });
  it('one coat takes half of two, and what lands better takes less', () => {
    const two = usualCup(epoxy, 8000, undefined, { coats: 2 })!.readyMl;
    expect(usualCup(epoxy, 8000, undefined, { coats: 1 })!.readyMl).toBeCloseTo(two / 2, 9);
    const better = usualCup(epoxy, 8000, undefined, { coats: 2, transfer: { share: 0.9, spread: 0.1 } })!;
    expect(better.readyMl).toBeLessThan(two);
  });
  it('of what is not mixed there is none', () => {
    const cleaner = products('wax-remover') ?? undefined;
    if (cleaner) expect(usualCup(cleaner, 8000, undefined)).toBeUndefined();
    expect(usualCup(epoxy, 0, undefined)).toBeUndefined();
  });
});

describe('how a step is done', () => {
  it('is said of every act but waiting, in three lines at most', () => {
    for (const kind of STEP_KINDS) {
      const step = (
        kind === 'coat' || kind === 'fill' || kind === 'clean' ? { kind, product: epoxy } : { kind, grit: 120 }
      ) as Step;
      const lines = howToDo(step);
      expect(lines.length).toBeLessThanOrEqual(3);
      if (kind !== 'wait') expect(lines.length).toBeGreaterThan(0);
    }
  });
  it('a filler is spread and not sprayed; a sprayed one is sprayed', () => {
    const first = (family: keyof typeof FAMILIES) => howToDo({ kind: 'coat', product: { ...epoxy, family } })[0];
    expect(first('lightFiller')).toMatch(/Mix it to one colour/);
    expect(first('sprayFiller')).toMatch(/Strain it/);
    expect(first('seamSealer')).toMatch(/bead/);
    expect(keysOf(FAMILIES).every((f) => (first(f) ?? '') !== '')).toBe(true);
  });
});
