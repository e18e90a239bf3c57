import { SUBSTRATES } from '../library/substrates';
import { zonesOf, type Job, type Panel } from '../log/job';
import { boundsOf } from '../outline/geometry';

/** Returns, braces and brackets weigh so much besides the skin, as a factor. */
const BESIDES = 1.3;
/** How far an estimate from area and thickness is off, fraction. */
export const WEIGHT_SPREAD = 0.3;

/**
 * What a part weighs, from its area, thickness and substrate. Check: a square metre of 0.8 mm steel is 6.3 kg of skin, 8.2 kg with what hangs on it.
 * @returns g; what somebody weighed where it was
 */
export function weightOf(job: Job, panel: Panel): number {
  if (panel.weightG !== undefined) return panel.weightG;
  const zones = zonesOf(job, panel.id);
  const outer = zones.filter((z) => (z.face ?? 'outer') === 'outer' && !z.seam);
  const cm2 = outer.reduce((s, z) => s + z.areaCm2, 0);
  const skinG = cm2 * (panel.thicknessUm / 10_000) * (SUBSTRATES[panel.substrate].densityKgM3 / 1000);
  return skinG * BESIDES;
}

/** What carries a part while it is worked on, by what it may weigh, g. */
export const STANDS = [
  { name: 'a wire hook', mostG: 2500 },
  { name: 'a light stand', mostG: 15_000 },
  { name: 'a turning stand', mostG: 60_000 },
  { name: 'trestles', mostG: 150_000 },
] as const;
/** More than that is not lifted by one pair of hands, g. */
export const TWO_PEOPLE_G = 25_000;
/** More than that stands on no stand: it stays on the vehicle, or a hoist holds it, g. */
export const HEAVIEST_G = STANDS[STANDS.length - 1]?.mostG ?? 0;

/** The lightest stand that carries a weight, each piece by itself; undefined: none does. */
export const standFor = (g: number): (typeof STANDS)[number] | undefined => STANDS.find((s) => g <= s.mostG);

/** How large a part is, mm: of its drawing; undefined where it is not drawn. */
export const sizeOf = (panel: Panel): { width: number; height: number } | undefined =>
  panel.map && boundsOf(panel.map.outline);
