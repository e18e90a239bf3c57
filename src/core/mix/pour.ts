import type { Product } from '../library/product';
import type { PourLine } from './ratio';

/** One part on its way into the cup. */
export interface PourStep {
  name: string;
  role: PourLine['role'];
  /** In the cup already. */
  inG: number;
  inMl: number;
  /** Still to pour. */
  addG: number;
  addMl: number;
  /** Reading of the scale, and mark on the cup, once that is in. */
  toG: number;
  toMl: number;
}

/** What is in the cup of each line of a mix, g, in the order of the lines; what is missing is nothing. */
export type InCup = readonly number[];

const sum = (all: readonly number[]): number => all.reduce((t, x) => t + x, 0);
/** Less than this is not poured after: a scale reads 0.1 g, and no ratio is that fine. @returns g */
const slipG = (l: PourLine): number => Math.max(0.05, 0.001 * l.massG);

/**
 * What is still to pour, line by line, cumulative on one scale that shows what is in the cup already.
 * @param lines of `splitMix`, none of which is over what it should be: see {@link growthFactor}
 */
export function pourSteps(lines: readonly PourLine[], inCup: InCup = []): PourStep[] {
  const kgL = (l: PourLine) => l.massG / l.volumeMl;
  let toG = sum(lines.map((_, i) => inCup[i] ?? 0));
  let toMl = sum(lines.map((l, i) => (inCup[i] ?? 0) / kgL(l)));
  return lines.map((l, i) => {
    const inG = inCup[i] ?? 0;
    const left = l.massG - inG;
    const addG = inG === 0 || left > slipG(l) ? Math.max(0, left) : 0;
    const addMl = addG / kgL(l);
    toG += addG;
    toMl += addMl;
    return { name: l.name, role: l.role, inG, inMl: inG / kgL(l), addG, addMl, toG, toMl };
  });
}

/** By how much a batch has to grow so that nothing has to come out of the cup again; 1 where it fits. */
export const growthFactor = (lines: readonly PourLine[], inCup: InCup): number =>
  Math.max(1, ...lines.map((l, i) => (inCup[i] ?? 0) / l.massG));

/** The lines of a batch that is so much larger. */
export function scaleLines(lines: readonly PourLine[], factor: number): PourLine[] {
  return lines.map((l) => ({
    ...l,
    volumeMl: l.volumeMl * factor,
    massG: l.massG * factor,
    pourToG: l.pourToG * factor,
    pourToMl: l.pourToMl * factor,
    cost: l.cost * factor,
  }));
}

/**
 * What is in the cup after one line went over: what came before it is in as planned, it itself up to the reading.
 * @param index the line that went over
 * @param reading what the scale shows now, g, or the mark that the cup is filled to, mL
 * @returns undefined if it did not go over: then one just pours on
 */
export function overPoured(
  lines: readonly PourLine[],
  inCup: InCup,
  index: number,
  reading: number,
  by: 'weight' | 'volume',
): number[] | undefined {
  const steps = pourSteps(lines, inCup);
  const step = steps[index];
  const line = lines[index];
  if (!step || !line) return undefined;
  const over = by === 'weight' ? reading - step.toG : ((reading - step.toMl) * line.massG) / line.volumeMl;
  if (!(over > 0)) return undefined;
  return steps.map((s, i) => (i < index ? s.inG + s.addG : i === index ? s.inG + s.addG + over : s.inG));
}

/**
 * Thinner that is in the cup, as a fraction of what the product counts it on, once everything else is at its line.
 * @returns undefined if that is more than the product's sheet allows, or if it is not thinned
 */
export function thinnerWithin(p: Product, lines: readonly PourLine[], inCup: InCup): number | undefined {
  const at = lines.findIndex((l) => l.role === 'thinner');
  const line = lines[at];
  if (!p.thinning || !line) return undefined;
  const parts = lines.filter((l) => l.role === 'part').map((l) => l.volumeMl);
  const on = p.thinning.of === 'paint' ? parts[0]! : sum(parts);
  const fraction = ((inCup[at] ?? 0) * line.volumeMl) / line.massG / on;
  return fraction <= p.thinning.maxFraction + 1e-9 ? fraction : undefined;
}
