import { flakeShare } from './paint';
import { isAlong, isFaceOn, pairWeight, weightedDifference, weightedMean, type SeenPair } from './pairs';
import { labOf, xyzOfLab, type Lab } from './spectrum';

/** A difference that is how flake lies: the tilt of the card's as a share of the car's, and what is left once that is put right. */
export interface FlakeTiltFit {
  /** Under 1 the card was sprayed wetter than the car, over 1 drier. */
  factor: number;
  /** Weighted CIEDE2000 with the card's flake lying as the car's. */
  leftDe: number;
  /** A sentence on what is seen and what it means. */
  says: string;
}

/** Tilt of flake as sprayed by the book, degrees: the middle of what aluminium has. */
const TILT_DEG = 11.5;
/** Less than this in L* is no sign of anything. */
const SIGN_L = 0.3;
/** Nobody sees less than that. */
const LEAST_TILT = 1.02;
/** From face-on to along a metallic falls by more than this in L*. */
const FLOP_L = 6;
/** What flake gives of the light at an angle where nobody knows: of a usual metallic. */
const usualShare = (deg: number): number => Math.max(0.15, Math.min(0.9, 1 - (deg - 15) / 95));

const scaled = (lab: Lab, by: number, light: SeenPair['light']): Lab => {
  const [x, y, z] = xyzOfLab(lab, light);
  return labOf([x * by, y * by, z * by], light);
};
const luminance = (lab: Lab, light: SeenPair['light']): number => Math.max(0.01, xyzOfLab(lab, light)[1]);

/** What of the light at each angle comes from flake: what there is more than along the panel, where hardly any does. */
function sharesOf(pairs: readonly SeenPair[]): number[] {
  const y = pairs.map((p) => luminance(p.car, p.light));
  const least = Math.min(...y);
  const fall = Math.max(...pairs.map((p) => p.car[0])) - Math.min(...pairs.map((p) => p.car[0]));
  return pairs.map((p, i) => (fall < FLOP_L ? usualShare(p.angleDeg) : 1 - least / y[i]!));
}

/**
 * Whether a difference with opposite signs face-on and along is how the card was sprayed: the tilt of its flake that explains most of what is
 * seen, beside an even difference that would be toner or hiding. One light only.
 * @returns undefined where the signs are the same, or too small to mean anything
 */
export function fitFlakeTilt(pairs: readonly SeenPair[]): FlakeTiltFit | undefined {
  const dl = (p: SeenPair) => p.card[0] - p.car[0];
  const noise = (which: (p: SeenPair) => boolean) => weightedMean(pairs.filter(which), (p) => p.spread[0]) ?? 0;
  const face = weightedMean(pairs.filter(isFaceOn), dl);
  const along = weightedMean(pairs.filter(isAlong), dl);
  if (face === undefined || along === undefined || face * along >= 0) return undefined;
  if (Math.abs(face) < Math.max(SIGN_L, noise(isFaceOn)) || Math.abs(along) < Math.max(SIGN_L, noise(isAlong)))
    return undefined;
  const shares = sharesOf(pairs);
  const seen = pairs.map((p) => Math.log(luminance(p.card, p.light) / luminance(p.car, p.light)));
  const weights = pairs.map(pairWeight);
  const total = weights.reduce((s, w) => s + w, 0);
  /** What a tilt would do at each angle, as a logarithm. */
  const effect = (factor: number): number[] =>
    pairs.map((p, i) =>
      Math.log(1 + shares[i]! * (flakeShare(p.angleDeg, TILT_DEG, factor) / flakeShare(p.angleDeg, TILT_DEG, 1) - 1)),
    );
  const misfit = (factor: number): number => {
    const left = effect(factor).map((e, i) => seen[i]! - e);
    const even = left.reduce((s, l, i) => s + weights[i]! * l, 0) / total;
    return left.reduce((s, l, i) => s + weights[i]! * (l - even) ** 2, 0);
  };
  // Lighter face-on is flatter. How far, the angles say; an eye's words say it only about.
  const [from, to] = face > 0 ? [0.55, 1 / LEAST_TILT] : [LEAST_TILT, 1.8];
  let factor = face > 0 ? to : from;
  for (let f = from; f <= to; f *= 1.005) if (misfit(f) < misfit(factor)) factor = f;
  const done = effect(factor);
  const leftDe = weightedDifference(
    pairs.map((p, i) => ({ ...p, card: scaled(p.card, Math.exp(-done[i]!), p.light) })),
  );
  return {
    factor,
    leftDe,
    says:
      face > 0
        ? 'Lighter face-on and darker along: the card was sprayed wetter than the car.'
        : 'Darker face-on and lighter along: the card was sprayed drier than the car.',
  };
}
