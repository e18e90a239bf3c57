import { ciede2000 } from './difference';
import type { Light } from './lights';
import type { Seen } from './readings';
import type { Lab } from './spectrum';

/** Two colours as they are seen at one angle under one light. */
export interface SeenPair {
  /** From the gloss: 15 is face-on, 110 along the panel. */
  angleDeg: number;
  light: Light;
  car: Lab;
  /** What is held against it: a card, a batch. */
  card: Lab;
  /** One standard deviation of their difference, in L*, a*, b*. */
  spread: Lab;
}

/** What an angle counts, between them in proportion; and a light. */
const ANGLE_WEIGHTS = [
  { deg: 15, weight: 0.15 },
  { deg: 25, weight: 0.2 },
  { deg: 45, weight: 0.3 },
  { deg: 75, weight: 0.2 },
  { deg: 110, weight: 0.15 },
] as const;
const LIGHT_WEIGHTS: Record<Light, number> = { D65: 0.6, A: 0.2, FL11: 0.2 };

function angleWeight(deg: number): number {
  const over = ANGLE_WEIGHTS.findIndex((a) => a.deg >= deg);
  const b = ANGLE_WEIGHTS[over < 0 ? ANGLE_WEIGHTS.length - 1 : over]!;
  if (over <= 0) return b.weight;
  const a = ANGLE_WEIGHTS[over - 1]!;
  return a.weight + ((b.weight - a.weight) * (deg - a.deg)) / (b.deg - a.deg);
}
/** What a pair counts in the weighted difference. */
export const pairWeight = (p: Pick<SeenPair, 'angleDeg' | 'light'>): number =>
  angleWeight(p.angleDeg) * LIGHT_WEIGHTS[p.light];

/** CIEDE2000 between car and card as one pair saw them. */
export const pairDifference = (p: Pick<SeenPair, 'car' | 'card'>): number => ciede2000(p.car, p.card);

/** Mean over pairs by what they count; undefined where there is none. */
export function weightedMean<P extends Pick<SeenPair, 'angleDeg' | 'light'>>(
  pairs: readonly P[],
  of: (p: P) => number,
): number | undefined {
  const total = pairs.reduce((sum, p) => sum + pairWeight(p), 0);
  return total > 0 ? pairs.reduce((sum, p) => sum + pairWeight(p) * of(p), 0) / total : undefined;
}
/** Weighted CIEDE2000 over all angles and lights that were seen; 0 where nothing was. */
export const weightedDifference = (pairs: readonly SeenPair[]): number => weightedMean(pairs, pairDifference) ?? 0;

const FACE_TO = 35;
const ALONG_FROM = 60;
/** Whether a pair was looked at face-on: up to 35° from the gloss. */
export const isFaceOn = (p: { angleDeg: number }): boolean => p.angleDeg <= FACE_TO;
/** Whether a pair was looked at along the surface: 60° from the gloss and more. */
export const isAlong = (p: { angleDeg: number }): boolean => p.angleDeg >= ALONG_FROM;

/** Angles that are taken for the same, degrees. */
const SAME_ANGLE_DEG = 5;

/** Two sets of readings where both were seen: at the same angle (within a few degrees) under the same light. */
export function pairUp(car: readonly Seen[], card: readonly Seen[]): SeenPair[] {
  return car.flatMap((c) => {
    const away = (x: Seen) => Math.abs(x.angleDeg - c.angleDeg);
    const [near] = card
      .filter((x) => x.light === c.light && away(x) <= SAME_ANGLE_DEG)
      .sort((a, b) => away(a) - away(b));
    if (!near) return [];
    const spread = (axis: 0 | 1 | 2) => Math.hypot(c.spread[axis], near.spread[axis]);
    return [
      {
        angleDeg: c.angleDeg,
        light: c.light,
        car: c.lab,
        card: near.lab,
        spread: [spread(0), spread(1), spread(2)] as const,
      },
    ];
  });
}
