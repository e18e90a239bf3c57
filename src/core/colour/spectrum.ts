import { LIGHTS, type Light } from './lights';
import { OBSERVER_10DEG, OBSERVER_FROM_NM, OBSERVER_STEP_NM } from './observer';

/** Reflectance is kept at 400, 410 … 700 nm, as fractions of what a perfect white gives back (over 1 where flake mirrors). */
export const BANDS = 31;
export const BAND_FROM_NM = 400;
export const BAND_STEP_NM = 10;
const BAND_TO_NM = BAND_FROM_NM + (BANDS - 1) * BAND_STEP_NM;
export const BAND_NM: readonly number[] = Array.from({ length: BANDS }, (_, i) => BAND_FROM_NM + i * BAND_STEP_NM);

/** Reflectance factor at the 31 bands. */
export type Spectrum = Float64Array;
/** Tristimulus values, Y = 100 for a perfect white. */
export type Xyz = readonly [x: number, y: number, z: number];
/** CIELAB: L* 0 to 100 (over it where flake mirrors), a*, b*. */
export type Lab = readonly [l: number, a: number, b: number];

/** Weights of four points around `at` (in steps), by Lagrange's cubic; at an end those of the last four. */
function cubic(at: number, n: number): readonly [first: number, weights: number[]] {
  const first = Math.max(0, Math.min(n - 4, Math.floor(at) - 1));
  const weights = [0, 1, 2, 3].map((i) => {
    let w = 1;
    for (let j = 0; j < 4; j++) if (j !== i) w *= (at - first - j) / (i - j);
    return w;
  });
  return [first, weights];
}

function observerAt(nm: number): Xyz {
  const [first, weights] = cubic((nm - OBSERVER_FROM_NM) / OBSERVER_STEP_NM, OBSERVER_10DEG.length);
  const at = (axis: number) => weights.reduce((sum, w, i) => sum + w * OBSERVER_10DEG[first + i]![axis]!, 0);
  return [at(0), at(1), at(2)];
}

/** What each band gives to X, Y and Z under a light: 3 × 31, and the white that they add up to. */
interface Weights {
  x: Float64Array;
  y: Float64Array;
  z: Float64Array;
  white: Xyz;
}

/**
 * The sum over the whole visible range in steps of 1 nm, with the reflectance between its bands by Lagrange's cubic, and beyond 400 and 700 nm as at the end
 * (ASTM E308 and E2022). Plain sums over the 31 bands differ from it by up to 0.1 in CIELAB.
 */
function weightsOf(light: Light): Weights {
  const { power } = LIGHTS[light];
  const out = { x: new Float64Array(BANDS), y: new Float64Array(BANDS), z: new Float64Array(BANDS) };
  let y = 0;
  for (let nm = OBSERVER_FROM_NM; nm <= 780; nm++) {
    const seen = observerAt(nm).map((v) => v * power(nm));
    y += seen[1]!;
    const within = Math.max(BAND_FROM_NM, Math.min(BAND_TO_NM, nm));
    const [first, weights] = cubic((within - BAND_FROM_NM) / BAND_STEP_NM, BANDS);
    weights.forEach((w, i) => {
      out.x[first + i]! += w * seen[0]!;
      out.y[first + i]! += w * seen[1]!;
      out.z[first + i]! += w * seen[2]!;
    });
  }
  const sum = (a: Float64Array): number => {
    for (let i = 0; i < BANDS; i++) a[i]! *= 100 / y;
    return a.reduce((s, v) => s + v, 0);
  };
  return { ...out, white: [sum(out.x), sum(out.y), sum(out.z)] };
}

const known = new Map<Light, Weights>();
function weightsUnder(light: Light): Weights {
  let w = known.get(light);
  if (!w) known.set(light, (w = weightsOf(light)));
  return w;
}

/** Tristimulus values of a perfect white under a light, for the 10° observer. D65: 94.811, 100, 107.304. */
export const whiteOf = (light: Light): Xyz => weightsUnder(light).white;

/**
 * Tristimulus values of a reflectance for the CIE 1964 10° observer.
 * @param r 31 fractions, 400 to 700 nm
 */
export function xyzOf(r: Spectrum, light: Light): Xyz {
  const { x, y, z } = weightsUnder(light);
  let sx = 0;
  let sy = 0;
  let sz = 0;
  for (let i = 0; i < BANDS; i++) {
    const v = r[i]!;
    sx += v * x[i]!;
    sy += v * y[i]!;
    sz += v * z[i]!;
  }
  return [sx, sy, sz];
}

const KNEE = 216 / 24389;
const LINE = 24389 / 27;
const lightness = (t: number): number => (t > KNEE ? Math.cbrt(t) : (LINE * t + 16) / 116);
const unlightness = (f: number): number => (f > 6 / 29 ? f ** 3 : (116 * f - 16) / LINE);

/** CIELAB of tristimulus values under a light (CIE 15:2018, 8.2.1). */
export function labOf(xyz: Xyz, light: Light): Lab {
  const white = whiteOf(light);
  const fx = lightness(xyz[0] / white[0]);
  const fy = lightness(xyz[1] / white[1]);
  const fz = lightness(xyz[2] / white[2]);
  return [116 * fy - 16, 500 * (fx - fy), 200 * (fy - fz)];
}

/** And back: the inverse of {@link labOf}. */
export function xyzOfLab([l, a, b]: Lab, light: Light): Xyz {
  const white = whiteOf(light);
  const fy = (l + 16) / 116;
  return [white[0] * unlightness(fy + a / 500), white[1] * unlightness(fy), white[2] * unlightness(fy - b / 200)];
}

/** CIELAB of a reflectance under a light. */
export const labOfSpectrum = (r: Spectrum, light: Light): Lab => labOf(xyzOf(r, light), light);
