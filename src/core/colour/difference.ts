import type { Lab } from './spectrum';

const DEG = Math.PI / 180;
const POW7_25 = 25 ** 7;

/** Hue of (a, b), degrees from 0 to 360; 0 where there is none. */
function hueDeg(a: number, b: number): number {
  if (a === 0 && b === 0) return 0;
  const h = Math.atan2(b, a) / DEG;
  return h < 0 ? h + 360 : h;
}

/**
 * CIEDE2000 with all factors 1: how different two colours look; about 1 is just seen side by side.
 * Source: Sharma, Wu and Dalal (2005), 'The CIEDE2000 color-difference formula', whose steps and names these are; their 34 pairs are in the test.
 */
export function ciede2000(one: Lab, two: Lab): number {
  return difference(one[0], one[1], one[2], two[0], two[1], two[2]);
}

/**
 * CIEDE2000 of pairs that lie one after the other: L*, a*, b*, L*, a*, b* …
 * @param out a place a pair, filled and given back
 * @throws RangeError where the lengths do not fit
 */
export function ciede2000Pairs(
  one: Float64Array,
  two: Float64Array,
  out: Float64Array = new Float64Array(one.length / 3),
): Float64Array {
  if (one.length !== two.length || out.length * 3 !== one.length) throw new RangeError('Pairs of different length');
  for (let i = 0, j = 0; i < out.length; i++, j += 3)
    out[i] = difference(one[j]!, one[j + 1]!, one[j + 2]!, two[j]!, two[j + 1]!, two[j + 2]!);
  return out;
}

const COS30 = Math.cos(30 * DEG);
const SIN30 = Math.sin(30 * DEG);
const COS6 = Math.cos(6 * DEG);
const SIN6 = Math.sin(6 * DEG);
const COS63 = Math.cos(63 * DEG);
const SIN63 = Math.sin(63 * DEG);
const COS275 = Math.cos(275 * DEG);
const SIN275 = Math.sin(275 * DEG);
/** Further from 275° than this the blue's turn is under 1e-9: its cosine. */
const NO_TURN = Math.cos(115 * DEG);
/** Two hues are taken for opposite where the sum of their directions is shorter. */
const OPPOSITE = 1e-7;

/**
 * The published steps, with hues as directions instead of angles: the mean hue halves the smaller arc between two, so it is the direction of their
 * sum, and the cosines of its multiples follow from its own. Angles are taken only where the blue's turn asks for one.
 */
function difference(l1: number, a1: number, b1: number, l2: number, a2: number, b2: number): number {
  const cMean7 = power7((Math.sqrt(a1 * a1 + b1 * b1) + Math.sqrt(a2 * a2 + b2 * b2)) / 2);
  const stretch = 1.5 - 0.5 * Math.sqrt(cMean7 / (cMean7 + POW7_25));
  const ap1 = stretch * a1;
  const ap2 = stretch * a2;
  const c1 = Math.sqrt(ap1 * ap1 + b1 * b1);
  const c2 = Math.sqrt(ap2 * ap2 + b2 * b2);
  const cc = c1 * c2;

  // Direction of the mean hue, and 2·√(C1·C2)·sin(Δh/2).
  let ux = 1;
  let uy = 0;
  let dh = 0;
  if (cc > 0) {
    ux = ap1 * c2 + ap2 * c1;
    uy = b1 * c2 + b2 * c1;
    const length = Math.sqrt(ux * ux + uy * uy);
    if (length > OPPOSITE * cc) {
      ux /= length;
      uy /= length;
      dh = ((ap1 * b2 - ap2 * b1) * Math.SQRT2) / Math.sqrt(cc + ap1 * ap2 + b1 * b2);
    } else {
      const mean = ((hueDeg(ap1, b1) + hueDeg(ap2, b2)) / 2) * DEG;
      ux = Math.cos(mean);
      uy = Math.sin(mean);
      dh = (hueDeg(ap2, b2) >= hueDeg(ap1, b1) ? 2 : -2) * Math.sqrt(cc);
    }
  } else if (c1 + c2 > 0) {
    ux = (ap1 + ap2) / (c1 + c2);
    uy = (b1 + b2) / (c1 + c2);
  }
  const cos2 = ux * ux - uy * uy;
  const sin2 = 2 * ux * uy;
  const cos3 = cos2 * ux - sin2 * uy;
  const sin3 = sin2 * ux + cos2 * uy;
  const cos4 = cos2 * cos2 - sin2 * sin2;
  const sin4 = 2 * sin2 * cos2;
  const t =
    1 -
    0.17 * (ux * COS30 + uy * SIN30) +
    0.24 * cos2 +
    0.32 * (cos3 * COS6 - sin3 * SIN6) -
    0.2 * (cos4 * COS63 + sin4 * SIN63);

  const cMean = (c1 + c2) / 2;
  const lMean = (l1 + l2) / 2 - 50;
  const off = lMean * lMean;
  const tl = (l2 - l1) / (1 + (0.015 * off) / Math.sqrt(20 + off));
  const tc = (c2 - c1) / (1 + 0.045 * cMean);
  const th = dh / (1 + 0.015 * cMean * t);
  let turn = 0;
  if (ux * COS275 + uy * SIN275 > NO_TURN) {
    const bend = (hueDeg(ux, uy) - 275) / 25;
    const c7 = power7(cMean);
    turn = -2 * Math.sqrt(c7 / (c7 + POW7_25)) * Math.sin(60 * DEG * Math.exp(-bend * bend));
  }
  return Math.sqrt(Math.max(0, tl * tl + tc * tc + th * th + turn * tc * th));
}

function power7(x: number): number {
  const x2 = x * x;
  return x2 * x2 * x2 * x;
}
