/** @jest-environment node */
import { fitWithin } from '../air/fitSpan';
import { splitMix } from '../mix/ratio';
import { usualTransfer, type CoatTask } from '../mix/session';
import { foldShelf } from '../stock/shelf';
import { rec } from '../stock/shelf.testing';
import { JOB, products, T0 } from '../testing';
import { eveningPart } from './fromTasks';
import { lastsFor, solventGH } from './lasts';

const clear = products('clear-ms')!;
const task = (id: string, more: Partial<CoatTask> = {}): CoatTask => ({
  id,
  product: clear,
  areaCm2: 8000,
  coats: 2,
  filmUm: 25,
  thinnerFraction: 0,
  application: 'lowPressureGun',
  shape: 'plain',
  ...more,
});
const tin = (id: string, part: number, amount: number) =>
  rec({ kind: 'received', containerId: id, holds: { what: 'part', productId: 'clear-ms', part }, amount });
const lasts = (litres: number, turns: string[], done = 0) => {
  const tasks = turns.map((id) => task(id));
  const parts = tasks.map((t) => ({
    ...eveningPart({ id: t.id, weightG: 0, tasks: [t] }, 20).part,
    ...(done > 0 && { done: { coats: done, endedMin: -5 } }),
  }));
  const [a, b] = splitMix(clear, 1000, 0).lines;
  const shelf = foldShelf([tin('a', 0, litres * a!.massG), tin('b', 1, litres * b!.massG)]);
  const made = { evening: { parts, stands: [], products: {}, endMin: 300 }, tasks };
  const shop = { shelf, products, cups: [], transfer: usualTransfer, nowMs: T0 + 1e6 };
  return lastsFor(made, turns, JOB, shop)[0]!;
};

describe('whether a product lasts for an evening', () => {
  it('plenty lasts, a drop does not, and the part that is begun last waits', () => {
    expect(lasts(10, ['lower', 'bonnet'])).toMatchObject({ enough: { waits: [] } });
    expect(lasts(10, ['lower', 'bonnet']).enough.odds).toBeGreaterThan(0.99);
    const need = lasts(10, ['lower', 'bonnet']).enough.takes.ml / 1000;
    const half = lasts(need * 0.85, ['lower', 'bonnet']).enough;
    expect(half.waits).toEqual(['bonnet']);
    expect(lasts(need * 0.85, ['bonnet', 'lower']).enough.waits).toEqual(['lower']);
    expect(lasts(0.01, ['lower', 'bonnet']).enough).toMatchObject({ odds: 0, waits: ['bonnet', 'lower'], parts: 2 });
  });
  it('counts only the coats that are still to come', () => {
    const [all, one] = [lasts(10, ['lower']).enough.takes.ml, lasts(10, ['lower'], 1).enough.takes.ml];
    expect(one / all).toBeGreaterThan(0.45);
    expect(one / all).toBeLessThan(0.55);
  });
});

describe('solvent of an evening', () => {
  it('is what the coats hold, over its hours; a short one counts as half an hour', () => {
    const tasks = [task('lower')];
    const inHour = solventGH(tasks, 20, 60);
    expect(inHour).toBeGreaterThan(50);
    expect(solventGH(tasks, 20, 120)).toBeCloseTo(inHour / 2, 9);
    expect(solventGH(tasks, 20, 0)).toBeCloseTo(inHour * 2, 9);
    expect(solventGH([], 20, 60)).toBe(0);
  });
});

describe('the air of an evening', () => {
  const spans = [
    { fromMs: 0, toMs: 60, unfit: 'cold' as const },
    { fromMs: 60, toMs: 200 },
    { fromMs: 200, toMs: 900, unfit: 'sweats' as const },
  ];
  it('begins with the first span that lets one spray, and is none where that comes after its end', () => {
    expect(fitWithin(spans, 0, 150)).toEqual({ fromMs: 60, untilMs: 200 });
    expect(fitWithin(spans, 0, 50)).toEqual({ fromMs: 0, untilMs: 0 });
    expect(fitWithin([], 10, 50)).toEqual({ fromMs: 10, untilMs: 10 });
  });
});
