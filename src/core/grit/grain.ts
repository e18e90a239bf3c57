/** Median grain of a grit, µm (ISO 6344; P3000 and finer by convention). */
const GRAIN_UM: Record<number, number> = {
  24: 764,
  36: 525,
  40: 412,
  60: 270,
  80: 195,
  100: 164,
  120: 127,
  150: 97,
  180: 78,
  220: 66,
  240: 58.5,
  280: 52.2,
  320: 46.2,
  360: 40.5,
  400: 35,
  500: 30.2,
  600: 25.8,
  800: 21.8,
  1000: 18.3,
  1200: 15.3,
  1500: 12.6,
  2000: 10.3,
  2500: 8.4,
  3000: 7,
  5000: 5,
  8000: 3,
};
/** Depth of a scratch on paint, as a share of the grain: a usual estimate. */
const SCRATCH_SHARE = 0.15;
/** Likewise on a hard finish. */
const FINISH_SHARE = 0.1;
/** How deep a paper scratches, µm: an estimate. */
export const scratchUm = (grit: number): number => SCRATCH_SHARE * grainUm(grit);
/** How deep a paper scratches a clear, a single-stage or an enamel, µm: an estimate. */
export const finishScratchUm = (grit: number): number => FINISH_SHARE * grainUm(grit);
/** Median grain size of a grit by ISO 6344, µm. Throws on a grit that is not in the series. */
export function grainUm(grit: number): number {
  const g = GRAIN_UM[grit];
  if (g === undefined) throw new Error(`P${grit} is not in the series`);
  return g;
}
