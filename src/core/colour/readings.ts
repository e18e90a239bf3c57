import type { ColourValues } from '../log/colourRead';
import { ciede2000 } from './difference';
import type { Light } from './lights';
import { LIGHT_KINDS } from './lights';
import { BANDS, labOfSpectrum, type Lab, type Spectrum } from './spectrum';

/** How many times a place is read. */
export const READINGS_A_PLACE = 3;
/** A reading further from the others than this is asked about, and by what factor more than the others among themselves, ΔE. */
const ODD_DE = 0.5;
const ODD_FACTOR = 4;
/** What an instrument repeats to, and a typed figure is rounded to: L*, a*, b* are never surer than that. */
const LEAST_SPREAD = 0.05;
/** One reading says nothing of how far readings scatter: what they usually do on a car. */
const USUAL_SPREAD = 0.2;

/** A colour as it is seen at one angle under one light: the mean of its readings, and how sure that mean is. */
export interface Seen {
  angleDeg: number;
  light: Light;
  lab: Lab;
  /** One standard deviation of the mean, in L*, a*, b*. */
  spread: Lab;
}

/** Values that stand for themselves, rather than for a difference. */
export type AbsoluteValues = Exclude<ColourValues, { form: 'difference' }>;
/** Whether values stand for themselves, rather than for a difference. */
export const isAbsolute = (v: ColourValues): v is AbsoluteValues => v.form !== 'difference';

/** CIELAB of each reading at one angle under one light. */
function labsAt(v: AbsoluteValues, angle: number, light: Light): Lab[] {
  if (v.form === 'lab') return v.readings.map((r) => r[angle]!);
  return v.readings.map((r) => labOfSpectrum(Float64Array.from(r[angle]!), light));
}

/** Lights that values can be seen under: what was typed as CIELAB is of daylight. */
const lightsOf = (v: AbsoluteValues): readonly Light[] => (v.form === 'lab' ? ['D65'] : LIGHT_KINDS);

const mean = (labs: readonly Lab[]): Lab => {
  const of = (axis: 0 | 1 | 2) => labs.reduce((sum, l) => sum + l[axis], 0) / labs.length;
  return [of(0), of(1), of(2)];
};
function spreadOf(labs: readonly Lab[], middle: Lab): Lab {
  const of = (axis: 0 | 1 | 2) => {
    if (labs.length < 2) return USUAL_SPREAD;
    const ss = labs.reduce((sum, l) => sum + (l[axis] - middle[axis]) ** 2, 0);
    return Math.max(LEAST_SPREAD, Math.sqrt(ss / (labs.length - 1) / labs.length));
  };
  return [of(0), of(1), of(2)];
}

/** How a colour looks by its readings, at each angle under each light. */
export function seenBy(v: AbsoluteValues): Seen[] {
  return v.anglesDeg.flatMap((angleDeg, i) =>
    lightsOf(v).map((light): Seen => {
      const labs = labsAt(v, i, light);
      const lab = mean(labs);
      return { angleDeg, light, lab, spread: spreadOf(labs, lab) };
    }),
  );
}

/** Mean reflectance at each angle, where spectra were read. */
export function meanSpectra(v: ColourValues): { angleDeg: number; r: Spectrum }[] | undefined {
  if (v.form !== 'spectra') return undefined;
  return v.anglesDeg.map((angleDeg, i) => {
    const r = new Float64Array(BANDS);
    for (const reading of v.readings) for (let b = 0; b < BANDS; b++) r[b]! += reading[i]![b]! / v.readings.length;
    return { angleDeg, r };
  });
}

/**
 * The reading that does not fit the others: dust under the foot, a slipped instrument. Of fewer than three nobody can say which one it is.
 * @returns its place among them, and how far it is from the mean of the others, ΔE; undefined where they agree
 */
export function oddReading(v: AbsoluteValues): { index: number; de: number } | undefined {
  const n = v.readings.length;
  if (n < READINGS_A_PLACE) return undefined;
  const at = v.anglesDeg.map((_, i) => labsAt(v, i, 'D65'));
  const away = v.readings.map((_, r) =>
    Math.max(...at.map((labs) => ciede2000(labs[r]!, mean(labs.filter((_, i) => i !== r))))),
  );
  const index = away.indexOf(Math.max(...away));
  // Among themselves, without it.
  const rest = Math.max(
    ...at.map((labs) => {
      const kept = labs.filter((_, i) => i !== index);
      return Math.max(...kept.map((l) => ciede2000(l, mean(kept))));
    }),
  );
  return away[index]! > Math.max(ODD_DE, ODD_FACTOR * rest) ? { index, de: away[index]! } : undefined;
}

/** Without one of its readings. */
export function withoutReading<V extends AbsoluteValues>(v: V, index: number): V {
  return { ...v, readings: v.readings.filter((_, i) => i !== index) };
}
