/** @jest-environment node */
import fc from 'fast-check';
import { keysOf } from '../keysOf';
import { DEFECT_CAUSE_NAMES } from '../log/defectCauses';
import { DEFECT_KINDS } from '../systems/defects';
import { CAUSES_OF, NEXT_TIME } from './causes';
import { FACT_KEYS, factOf } from './facts';
import { knownFromLog } from './fromLog';
import { MOST_WEIGHT, whyDefect, weightOf, type Known, type Why } from './why';
import { plantedCase } from './why.testing';

describe('the tables of causes', () => {
  it('name at least one cause for each kind, and add up to a hundred', () => {
    for (const k of DEFECT_KINDS) {
      const all = Object.values(CAUSES_OF[k]);
      expect([k, all.reduce((s, x) => s + x, 0)]).toEqual([k, 100]);
    }
  });
  it('every cause has what to do next time, and some fact that speaks for it', () => {
    for (const c of keysOf(DEFECT_CAUSE_NAMES)) {
      expect(NEXT_TIME[c].length).toBeGreaterThan(10);
      expect([c, FACT_KEYS.some((f) => weightOf(f, true, c) > 0.8)]).toEqual([c, true]);
    }
  });
  it('no fact weighs more than its cap, and what is likelier under a cause speaks for it', () => {
    for (const f of FACT_KEYS)
      for (const c of keysOf(DEFECT_CAUSE_NAMES)) {
        expect(Math.abs(weightOf(f, true, c))).toBeLessThanOrEqual(MOST_WEIGHT);
        const given = factOf(f).given[c];
        if (given !== undefined && given > factOf(f).base) {
          expect(weightOf(f, true, c)).toBeGreaterThan(0);
          expect(weightOf(f, false, c)).toBeLessThan(0);
        }
      }
  });
});

describe('why', () => {
  it('without evidence the odds are those of the trade', () => {
    for (const k of DEFECT_KINDS)
      for (const c of whyDefect(k, {}).causes) {
        expect(c.odds).toBeCloseTo(c.prior, 9);
        expect(c.evidence).toEqual([]);
      }
  });
  it('by hand: a run, and the next coat came too soon', () => {
    // 20 in a hundred by 0.92 against 40 by 0.15, and 40 by the base of 0.1.
    const why = whyDefect('run', { shortFlashLogged: { is: true, from: 'log' } });
    expect(why.causes[0]!.cause).toBe('shortFlash');
    // ln(0.92/0.1) is 2.22, under the cap; ln(0.15/0.1) is 0.405.
    expect(why.causes[0]!.odds).toBeCloseTo((20 * 9.2) / (20 * 9.2 + 40 * 1.5 + 40), 6);
  });
  it('facts of one group count once', () => {
    const one = whyDefect('run', { coldAir: { is: true, from: 'log' } });
    const both = whyDefect('run', { coldAir: { is: true, from: 'log' }, coldSurface: { is: true, from: 'log' } });
    const cold = (w: Why) => w.causes.find((c) => c.cause === 'coldPanel')!;
    expect(cold(both).odds).toBeCloseTo(cold(one).odds, 9);
  });
  it('odds are odds, whatever is known', () => {
    const known = fc.dictionary(
      fc.constantFrom(...FACT_KEYS),
      fc.record({ is: fc.boolean(), from: fc.constant('log' as const) }),
    );
    fc.assert(
      fc.property(fc.constantFrom(...DEFECT_KINDS), known, (kind, k) => {
        const { causes, silent, ask } = whyDefect(kind, k as Known);
        expect(causes.reduce((s, c) => s + c.odds, 0)).toBeCloseTo(1, 9);
        for (const f of silent) expect(k[f]).toBeUndefined();
        if (ask) expect(silent).toContain(ask);
      }),
    );
  });
});

/** Asked up to three questions. @returns the answer after them */
function asked(seed: number, isLogged: boolean) {
  const planted = plantedCase(seed, isLogged);
  let known: Known = knownFromLog(planted.case);
  let why = whyDefect(planted.kind, known);
  for (let n = 0; n < 3 && why.ask; n++) {
    known = { ...known, [why.ask]: { is: planted.answers[why.ask] ?? false, from: 'said' } };
    why = whyDefect(planted.kind, known);
  }
  return { planted, why };
}

describe('histories with a planted cause', () => {
  it('80 of them, 20 with nothing logged: among the first three in nine of ten, first in seven of ten', () => {
    const all = Array.from({ length: 80 }, (_, i) => asked(1000 + i, i % 4 !== 0));
    const rank = all.map(({ planted, why }) => why.causes.findIndex((c) => c.cause === planted.cause));
    expect(rank.filter((r) => r >= 0 && r < 3).length).toBeGreaterThanOrEqual(72);
    expect(rank.filter((r) => r === 0).length).toBeGreaterThanOrEqual(56);
  });
  it('over 1,500 more: seven in ten holds in 60 to 80', () => {
    const bins = new Map<number, { n: number; hits: number }>();
    for (let i = 0; i < 1500; i++) {
      const { planted, why } = asked(50_000 + i, i % 4 !== 0);
      const [first] = why.causes;
      const bin = Math.min(9, Math.floor(first!.odds * 10));
      const b = bins.get(bin) ?? { n: 0, hits: 0 };
      bins.set(bin, { n: b.n + 1, hits: b.hits + (first!.cause === planted.cause ? 1 : 0) });
    }
    const near = [6, 7].map((b) => bins.get(b) ?? { n: 0, hits: 0 });
    const share = near.reduce((s, x) => s + x.hits, 0) / near.reduce((s, x) => s + x.n, 0);
    expect(share).toBeGreaterThanOrEqual(0.6);
    expect(share).toBeLessThanOrEqual(0.8);
  });
});
