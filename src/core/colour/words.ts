import { EYE_AXES, EYE_STEP_NAMES, type EyeAxis } from './eye';
import { weightedMean, type SeenPair } from './pairs';
import type { Lab } from './spectrum';

/** Up to so much of a just visible step nothing is said; then a touch, clearly, strongly. */
const STEPS = [0.3, 1, 2.5] as const;

/** In what the card differs, the largest first: 'clearly darker, a touch bluer'. Steps by lightness and by how much colour there is. */
export function differenceWords(pairs: readonly SeenPair[]): string {
  const mean = (of: (p: SeenPair) => number) => weightedMean(pairs, of) ?? 0;
  const car: Lab = [mean((p) => p.car[0]), mean((p) => p.car[1]), mean((p) => p.car[2])];
  const chroma = Math.hypot(car[1], car[2]);
  // The widths that CIEDE2000 gives a step in lightness and in colour.
  const off = (car[0] - 50) ** 2;
  const widths = {
    lightness: 1 + (0.015 * off) / Math.sqrt(20 + off),
    red: 1 + 0.035 * chroma,
    yellow: 1 + 0.035 * chroma,
  };
  const by: Record<EyeAxis, number> = {
    lightness: mean((p) => p.card[0] - p.car[0]) / widths.lightness,
    red: mean((p) => p.card[1] - p.car[1]) / widths.red,
    yellow: mean((p) => p.card[2] - p.car[2]) / widths.yellow,
  };
  const said = (Object.keys(by) as EyeAxis[])
    .map((axis) => ({ axis, much: STEPS.filter((s) => Math.abs(by[axis]) >= s).length }))
    .filter((d) => d.much > 0)
    .sort((a, b) => Math.abs(by[b.axis]) - Math.abs(by[a.axis]))
    .map(({ axis, much }) => `${EYE_STEP_NAMES[much]} ${by[axis] > 0 ? EYE_AXES[axis].more : EYE_AXES[axis].less}`);
  return said.length > 0 ? said.join(', ') : 'the same';
}
