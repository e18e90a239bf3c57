import type { Application } from '../library/application';
import type { FamilyRole } from '../library/families';
import { APPLICATIONS } from '../library/application';

/** How a gun is set for a kind of paint. Ranges as technical sheets of such products usually give them: the sheet of the product decides. */
export interface GunSetting {
  /** Fluid tip, mm; none: there is none to choose. */
  tipMm?: readonly [number, number];
  /** Pressure at the cap (low-pressure gun) or at the inlet while spraying (conventional), bar. */
  bar?: readonly [number, number];
  /** Width of the fan at the working distance, cm. */
  fanCm: readonly [number, number];
  distanceCm: readonly [number, number];
  /** Share of the fan that each pass lays over the last one. */
  overlap: number;
  source: GunSource;
}
/** What a setting rests on. */
export const GUN_SOURCES = {
  sheets: 'as sheets of such products usually give it',
  can: 'as printed on most cans',
  rule: 'a rule of the trade',
} as const;
export type GunSource = keyof typeof GUN_SOURCES;

const hvlp = (
  tipMm: readonly [number, number],
  overlap: number,
  fan: readonly [number, number] = [20, 28],
): GunSetting => ({
  tipMm,
  bar: [0.5, 0.7],
  fanCm: fan,
  distanceCm: [15, 20],
  overlap,
  source: 'sheets',
});
const conventional = (tipMm: readonly [number, number], overlap: number): GunSetting => ({
  tipMm,
  bar: [2, 3],
  fanCm: [22, 30],
  distanceCm: [20, 25],
  overlap,
  source: 'sheets',
});
const can = (overlap: number): GunSetting => ({ fanCm: [8, 12], distanceCm: [20, 30], overlap, source: 'can' });

/** Families differ by what they are to the work: a filler primer is thick, a base is thin and laid closely. */
export type GunRole = Exclude<FamilyRole, 'found' | 'filler' | 'aid'>;

type Sprayed = Exclude<Application, 'brush' | 'spreader'>;
/** By what is sprayed and with what; complete by type. null: it is not sprayed so. */
export const GUN_SETTINGS: { readonly [R in GunRole]: { readonly [A in Sprayed]: GunSetting | null } } = {
  converter: {
    lowPressureGun: hvlp([1.4, 1.6], 0.5),
    conventionalGun: conventional([1.4, 1.6], 0.5),
    aerosol: can(0.5),
  },
  primer: { lowPressureGun: hvlp([1.6, 1.9], 0.5), conventionalGun: conventional([1.6, 1.8], 0.5), aerosol: can(0.5) },
  sealant: { lowPressureGun: null, conventionalGun: conventional([2.5, 6], 0.3), aerosol: can(0.3) },
  base: { lowPressureGun: hvlp([1.2, 1.4], 0.67), conventionalGun: conventional([1.3, 1.4], 0.67), aerosol: can(0.5) },
  topcoat: {
    lowPressureGun: hvlp([1.3, 1.4], 0.5, [24, 30]),
    conventionalGun: conventional([1.3, 1.5], 0.5),
    aerosol: can(0.5),
  },
};

/** A gun's own figures from a timed pour and a fan on paper. */
export interface GunTest {
  /** What came out in the test, g, and in how many seconds. */
  grams: number;
  seconds: number;
  /** Width of the band on paper, cm. */
  fanCm: number;
  /** How flat the fan is: 2 soft, 4 flat; lower: heavy in the middle. */
  flatness: number;
}

/** Flow of a timed pour, mL/min. Check: 30 g of 1.0 g/mL in 10 s is 180 mL/min. */
export const flowMlMin = (t: Pick<GunTest, 'grams' | 'seconds'>, densityGMl: number): number =>
  ((t.grams / densityGMl) * 60) / t.seconds;

/**
 * Dry film that one coat lays, µm: what flows, as solids that land, over the area that it goes over. With an overlap each place is passed
 * 1 / (1 − overlap) times a coat.
 * Check: 180 mL/min, solids 0.25, landing 0.65, 30 m/min, fan 25 cm, overlap 0.5: 180·0.25·0.65 / (3000·12.5) cm = 7.8 µm.
 * @param solids of the ready mix, by volume, fraction @param transfer share that lands @param speedMMin of the hand, m/min
 */
export const filmOfCoat = (
  flow: number,
  solids: number,
  transfer: number,
  speedMMin: number,
  fanCm: number,
  overlap: number,
): number => ((flow * solids * transfer) / (speedMMin * 100 * fanCm * (1 - overlap))) * 1e4;

/** How fast the hand goes for a film, m/min: the inverse of `filmOfCoat`. */
export const speedFor = (
  filmUm: number,
  flow: number,
  solids: number,
  transfer: number,
  fanCm: number,
  overlap: number,
): number => (flow * solids * transfer) / ((filmUm / 1e4) * fanCm * (1 - overlap)) / 100;

/** A hand that is slower than this lays runs, faster than that it swings, m/min. */
export const HAND_M_MIN = { min: 8, max: 45 } as const;

/** Film across a fan, 1 in its middle and nothing at both ends. @param x from -1 to 1 @param m 2 soft, 4 flat */
export const fanProfile = (x: number, m: number): number => (Math.abs(x) >= 1 ? 0 : 1 - Math.abs(x) ** m);

/**
 * How uneven passes lie beside each other: (most − least) / mean of the sum of their profiles. Check: a soft fan (2) laid half over itself sums up to
 * between 1 and 1.5 about a mean of 1.333, which is 0.375.
 */
export function unevenness(m: number, overlap: number): number {
  const pitch = 2 * (1 - overlap);
  const sums: number[] = [];
  for (let i = 0; i < 200; i++) {
    const x = (pitch * i) / 200;
    let sum = 0;
    for (let k = -40; k <= 40; k++) sum += fanProfile(x + k * pitch, m);
    sums.push(sum);
  }
  const mean = sums.reduce((a, b) => a + b, 0) / sums.length;
  return (Math.max(...sums) - Math.min(...sums)) / mean;
}

/** Up to here what lands does not depend on distance, cm; beyond, it falls so much a centimetre. */
const NEAR_CM = 20;
const LOSS_PER_CM = 0.015;
/** Share of the usual landing at a distance: 1 up to 20 cm, 1.5 % less for each centimetre more, never under 0.3. */
export const landingAt = (distanceCm: number): number =>
  Math.max(0.3, 1 - LOSS_PER_CM * Math.max(0, distanceCm - NEAR_CM));

/** Whether a gun's flow is far from what its kind usually gives: another tip, or a wrong weighing. */
export const isOddFlow = (flow: number, application: Application): boolean => {
  const usual = APPLICATIONS[application].flowMlMin;
  return flow < usual / 3 || flow > usual * 3;
};
