import fc from 'fast-check';
import { applyEvent } from '../strata/apply';
import { filmBudget } from '../grit/budget';
import { ev, products } from '../testing';
import type { PlainEvent } from '../log/event';
import { planFlatten, TEXTURES, textureOf, TEXTURE_KEYS, workOf } from './flatten';

const ask = (peelUm: number, besideUm: number, filmUm: number, more: object = {}) =>
  planFlatten({ family: 'clear', sheen: 'gloss', peelUm, besideUm, filmUm, ...more });

describe('how far to flatten', () => {
  it('as flat as the car beside it, never flatter', () => {
    expect(ask(4.5, 4.5, 60).answer).toBe('asItIs');
    expect(ask(5.5, 4.5, 60).answer).toBe('asItIs');
    expect(ask(2, 4.5, 60).answer).toBe('asItIs');
    expect(ask(9, 4.5, 60)).toMatchObject({ answer: 'go', reaches: 'usual' });
  });
  it('by hand: coarse to usual from 60 µm begins with P1500, whose scratch is 1.26 µm', () => {
    const { steps, leavesUm } = ask(9, 4.5, 60);
    expect(steps.map((s) => s.grit ?? s.with)).toEqual([1500, 2000, 3000, 'cut', 'finish']);
    // 4.5 of peel and a scratch of P1500; that scratch again; one of P2000; one of P3000 and compound; finish.
    const takes = [4.5 + 1.26, 1.26, 1.03, 0.7 + 1, 0.3];
    steps.forEach((s, i) => expect(s.takesUm).toBeCloseTo(takes[i]!, 1));
    expect(leavesUm).toBeCloseTo(60 - takes.reduce((a, b) => a + b, 0), 1);
  });
  it('a coarser paper only where more has to come off', () => {
    expect(ask(15, 2, 90).steps[0]!.grit).toBe(1200);
    expect(ask(4.5, 2, 90).steps[0]!.grit).toBe(2000);
    expect(ask(2, 0.5, 90).steps[0]!.grit).toBe(3000);
  });
  it('stops before what has to stay: as far as it bears, else another coat', () => {
    const some = ask(15, 0.5, 52);
    expect(some.answer).toBe('short');
    expect(some.leavesUm).toBeGreaterThanOrEqual(35);
    expect(ask(9, 2, 37).answer).toBe('coat');
    expect(ask(9, 4.5, 60, { reserveUm: 55 }).answer).not.toBe('go');
  });
  it('matt, satin and enamel are never polished', () => {
    expect(ask(9, 2, 90, { sheen: 'matt' }).answer).toBe('never');
    expect(ask(9, 2, 90, { sheen: 'satin' }).answer).toBe('never');
    expect(ask(9, 2, 90, { family: 'enamel' }).answer).toBe('never');
  });
  it('words and figures agree', () => {
    for (const t of TEXTURE_KEYS) expect(textureOf(TEXTURES[t].peelUm)).toBe(t);
  });
  it('what is left is what there was without what each step took, here and in the log within 3 µm', () => {
    const figures = fc.record({
      peel: fc.double({ min: 0.5, max: 20, noNaN: true }),
      beside: fc.double({ min: 0.5, max: 10, noNaN: true }),
      film: fc.double({ min: 20, max: 150, noNaN: true }),
    });
    fc.assert(
      fc.property(figures, ({ peel, beside, film }) => {
        const plan = ask(peel, beside, film);
        const taken = plan.steps.reduce((s, x) => s + x.takesUm, 0);
        expect(plan.leavesUm).toBeCloseTo(film - taken, 6);
        if (plan.steps.length > 0) expect(plan.leavesUm).toBeGreaterThanOrEqual(35);
        let left = film;
        for (const s of plan.steps) {
          expect(s.takesUm).toBeGreaterThan(0);
          left -= s.takesUm;
          expect(s.leavesUm).toBeCloseTo(left, 6);
        }
        // The same work, logged.
        const fold = { products, first: (id: string) => id };
        const log = [
          ev({ kind: 'found', atMin: -9000, substrate: 'steel', thicknessUm: 800, layers: [] }),
          ev({
            kind: 'coated',
            atMin: -5000,
            productId: 'clear-ms',
            coats: 1,
            filmUm: film,
            application: 'lowPressureGun',
          }),
          ...workOf(plan).map((w, i) => ev({ ...w, atMin: -60 + i })),
        ] as PlainEvent[];
        const strata = log.reduce<ReturnType<typeof applyEvent>>((s, e) => applyEvent(s, e, fold), undefined)!;
        expect(Math.abs(filmBudget(strata)!.leftUm - plan.leavesUm)).toBeLessThan(3);
      }),
    );
  });
});
