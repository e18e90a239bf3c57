import type { SeenDifference } from '../log/colourRead';
import { ciede2000 } from './difference';
import type { Light } from './lights';
import type { Lab } from './spectrum';

/** Where and in what light somebody looked, from which side. */
export const EYE_VIEWS = { face: 'Face-on', along: 'Along the panel' } as const;
export type EyeView = keyof typeof EYE_VIEWS;
export const EYE_LIGHTS = { sun: 'In the sun', shade: 'In the shade', lamp: 'Under a lamp' } as const;
export type EyeLight = keyof typeof EYE_LIGHTS;

/** How much: nothing, a touch, clearly, strongly; the sign says which way. */
export type EyeStep = -3 | -2 | -1 | 0 | 1 | 2 | 3;
export const EYE_STEP_NAMES = ['the same', 'a touch', 'clearly', 'strongly'] as const;

/** The ways in which the card can differ from the car. */
export const EYE_AXES = {
  lightness: { more: 'lighter', less: 'darker' },
  red: { more: 'redder', less: 'greener' },
  yellow: { more: 'yellower', less: 'bluer' },
} as const;
export type EyeAxis = keyof typeof EYE_AXES;

export interface EyeLook extends Record<EyeAxis, EyeStep> {
  view: EyeView;
  light: EyeLight;
}

/** What each step is worth, CIEDE2000: a touch is just seen side by side. */
const STEP_DE = [0, 0.6, 1.5, 3.5] as const;
/** How sure an eye is of one look: a little in any case, and a share of what it saw. */
const SPREAD_DE = 0.45;
const SPREAD_SHARE = 0.35;

const ANGLE: Record<EyeView, number> = { face: 25, along: 75 };
const LIGHT: Record<EyeLight, Light> = { sun: 'D65', shade: 'D65', lamp: 'A' };
const AXIS: Record<EyeAxis, 0 | 1 | 2> = { lightness: 0, red: 1, yellow: 2 };

/** How far to go from a colour along an axis until the difference is `de`: by halving. */
function along(base: Lab, axis: 0 | 1 | 2, de: number): number {
  const at = (d: number): Lab => [
    base[0] + (axis === 0 ? d : 0),
    base[1] + (axis === 1 ? d : 0),
    base[2] + (axis === 2 ? d : 0),
  ];
  let low = 0;
  let high = 60;
  for (let i = 0; i < 40; i++) {
    const mid = (low + high) / 2;
    if (ciede2000(base, at(mid)) < de) low = mid;
    else high = mid;
  }
  return (low + high) / 2;
}

/**
 * What an eye saw as a difference with an honest spread. Looks of one view in sun and shade are one difference, surer by their number and
 * less sure by what they disagree; a lamp is a light of its own.
 * @param base the car's colour, about
 */
export function eyeDifference(looks: readonly EyeLook[], base: Lab): SeenDifference[] {
  const groups = new Map<string, EyeLook[]>();
  for (const look of looks) {
    const key = `${look.view} ${LIGHT[look.light]}`;
    groups.set(key, [...(groups.get(key) ?? []), look]);
  }
  return [...groups.values()].map((group) => {
    const [first] = group as [EyeLook];
    const lab: [number, number, number] = [0, 0, 0];
    const spread: [number, number, number] = [0, 0, 0];
    for (const axis of Object.keys(AXIS) as EyeAxis[]) {
      const i = AXIS[axis];
      const seen = group.map((look) => Math.sign(look[axis]) * STEP_DE[Math.abs(look[axis])]!);
      const de = seen.reduce((a, b) => a + b, 0) / seen.length;
      const apart = Math.sqrt(seen.reduce((s, v) => s + (v - de) ** 2, 0) / seen.length);
      const sure = (SPREAD_DE + SPREAD_SHARE * Math.abs(de)) / Math.sqrt(seen.length);
      lab[i] = Math.sign(de) * along(base, i, Math.abs(de));
      spread[i] = along(base, i, Math.hypot(sure, apart));
    }
    return { angleDeg: ANGLE[first.view], light: LIGHT[first.light], lab, spread };
  });
}

/** In words: 'a touch lighter, clearly redder'; 'the same'. */
export function eyeWords(look: Record<EyeAxis, EyeStep>): string {
  const said = (Object.keys(EYE_AXES) as EyeAxis[]).flatMap((axis) => {
    const step = look[axis];
    return step === 0
      ? []
      : [`${EYE_STEP_NAMES[Math.abs(step)]} ${step > 0 ? EYE_AXES[axis].more : EYE_AXES[axis].less}`];
  });
  return said.length > 0 ? said.join(', ') : 'the same';
}
