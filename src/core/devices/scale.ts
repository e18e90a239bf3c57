import { fail, ok, type Result } from '../result';
import { phrase, type Message } from '../units/phrase';

/** What a scale says several times a second. */
export interface ScaleMessage {
  atMs: number;
  /** In its own unit, which may be changed on the scale. */
  weight: number;
  unit: 'g' | 'oz';
}

/** What came from a scale, in grams. */
export interface ScaleReading {
  atMs: number;
  g: number;
}

/** International avoirdupois ounce, g (exact by definition, 1959). */
const OUNCE_G = 28.349523125;
/** No scale on a mixing bench carries more, g. */
const MOST_G = 30_000;
/** Tared with the cup on it, a scale from which the cup was taken reads less than nothing; further down it is a fault. g */
const LEAST_G = -5000;

/** Judges one reading of a scale. Below nothing it is taken: a scale that was tared with a cup reads so without it. */
export function acceptScale(raw: unknown): Result<ScaleReading, Message> {
  if (typeof raw !== 'object' || raw === null) return fail('The scale says something that is no weight');
  const { atMs, weight, unit } = raw as Partial<Record<keyof ScaleMessage, unknown>>;
  if (typeof weight !== 'number' || !Number.isFinite(weight) || (unit !== 'g' && unit !== 'oz'))
    return fail('The scale says something that is no weight');
  const g = unit === 'oz' ? weight * OUNCE_G : weight;
  if (g > MOST_G || g < LEAST_G)
    return fail(phrase`The scale says ${String(Math.round(g))} g: no cup weighs that. Look at its unit.`);
  return ok({ atMs: typeof atMs === 'number' ? atMs : 0, g });
}

/** What the last second or so of readings comes to. */
export interface ScaleState {
  /** g */
  g: number;
  /** still: it can be read. moving: something is being poured. shaking: it never comes to rest. */
  is: 'still' | 'moving' | 'shaking';
  /** Half of what it swings by, g. */
  swingG: number;
}

/** Readings that are looked at together. */
const WINDOW = 6;
/** A scale at rest stays within this, g. */
const REST_G = 0.15;

/**
 * What a scale shows, steadied: the middle of the last readings, and whether it is at rest, going up or down, or shaking to and fro.
 * @param last readings, the newest last
 */
export function steadied(last: readonly ScaleReading[]): ScaleState | undefined {
  const of = last.slice(-WINDOW).map((r) => r.g);
  const newest = of[of.length - 1];
  if (newest === undefined) return undefined;
  const sorted = [...of].sort((a, b) => a - b);
  const swingG = (sorted[sorted.length - 1]! - sorted[0]!) / 2;
  if (swingG <= REST_G) return { g: sorted[Math.floor(sorted.length / 2)]!, is: 'still', swingG };
  const steps = of.slice(1).map((g, i) => g - of[i]!);
  const turns = steps.filter((s, i) => i > 0 && s * steps[i - 1]! < 0).length;
  return turns >= 2
    ? { g: of.reduce((a, b) => a + b, 0) / of.length, is: 'shaking', swingG }
    : { g: newest, is: 'moving', swingG };
}

/** How fast a scale on which nothing is poured wanders, g/min; from its oldest to its newest reading. */
export function driftGMin(last: readonly ScaleReading[]): number {
  const [first, newest] = [last[0], last[last.length - 1]];
  if (!first || !newest || newest.atMs - first.atMs < 1000) return 0;
  return ((newest.g - first.g) * 60_000) / (newest.atMs - first.atMs);
}

/** How near a pour has to come to its line: a scale's last figure, or half a per cent of it, g. */
export const toleranceG = (lineG: number): number => Math.max(0.1, lineG * 0.005);
/** What a scale on this bench can tell apart, g. */
export const SCALE_STEP_G = 0.1;
/** A part smaller than so many steps of the scale is not measured by it. */
export const LEAST_STEPS = 10;
