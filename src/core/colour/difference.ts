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

function difference(l1: number, a1: number, b1: number, l2: number, a2: number, b2: number): number {
  const cMean = (Math.sqrt(a1 * a1 + b1 * b1) + Math.sqrt(a2 * a2 + b2 * b2)) / 2;
  const cMean7 = power7(cMean);
  const g = 0.5 * (1 - Math.sqrt(cMean7 / (cMean7 + POW7_25)));
  const ap1 = (1 + g) * a1;
  const ap2 = (1 + g) * a2;
  const cp1 = Math.sqrt(ap1 * ap1 + b1 * b1);
  const cp2 = Math.sqrt(ap2 * ap2 + b2 * b2);
  const hp1 = hueDeg(ap1, b1);
  const hp2 = hueDeg(ap2, b2);

  const dl = l2 - l1;
  const dc = cp2 - cp1;
  const grey = cp1 * cp2 === 0;
  let turn = 0;
  if (!grey) {
    turn = hp2 - hp1;
    if (turn > 180) turn -= 360;
    else if (turn < -180) turn += 360;
  }
  const dh = 2 * Math.sqrt(cp1 * cp2) * Math.sin((turn / 2) * DEG);

  const lMean = (l1 + l2) / 2;
  const cpMean = (cp1 + cp2) / 2;
  let hMean = hp1 + hp2;
  if (!grey) {
    if (Math.abs(hp1 - hp2) <= 180) hMean /= 2;
    else hMean = hMean < 360 ? (hMean + 360) / 2 : (hMean - 360) / 2;
  }
  const t =
    1 -
    0.17 * Math.cos((hMean - 30) * DEG) +
    0.24 * Math.cos(2 * hMean * DEG) +
    0.32 * Math.cos((3 * hMean + 6) * DEG) -
    0.2 * Math.cos((4 * hMean - 63) * DEG);
  const off = (lMean - 50) * (lMean - 50);
  const sl = 1 + (0.015 * off) / Math.sqrt(20 + off);
  const sc = 1 + 0.045 * cpMean;
  const sh = 1 + 0.015 * cpMean * t;
  const cpMean7 = power7(cpMean);
  const bend = ((hMean - 275) / 25) ** 2;
  const rt = -2 * Math.sqrt(cpMean7 / (cpMean7 + POW7_25)) * Math.sin(60 * Math.exp(-bend) * DEG);
  const tl = dl / sl;
  const tc = dc / sc;
  const th = dh / sh;
  return Math.sqrt(Math.max(0, tl * tl + tc * tc + th * th + rt * tc * th));
}

function power7(x: number): number {
  const x2 = x * x;
  return x2 * x2 * x2 * x;
}
