import { dentedPanel, flatGrid, normalFrom, seeded } from '../fair/truth';

/** One point of a scan: where on the panel from its top left, and how high, mm. */
export interface ScanPoint {
  x: number;
  y: number;
  mm: number;
}

/** A scanner's points across and down, and how much each scatters, mm. */
const SCAN = { across: 40, down: 25, noiseMm: 0.05 } as const;
/** A hand holds a scanner at some angle: the whole scan is tilted, which is no shape of the panel. mm from one side to the other */
const TILT_MM = 3;

/** What the simulated scanner sees of a panel of a size; the same seed gives the same panel. @param widthMm, heightMm mm */
export function workshopScan(widthMm: number, heightMm: number, seed: number): ScanPoint[] {
  const grid = dentedPanel(flatGrid(SCAN.across, SCAN.down, widthMm, heightMm), seed);
  const random = seeded(seed + 1000);
  return [...grid.mm].map((mm, i) => {
    const [x, y] = [(i % grid.nx) * grid.stepX, Math.floor(i / grid.nx) * grid.stepY];
    const tilt = TILT_MM * (x / widthMm - 0.5);
    return { x: round(x, 1), y: round(y, 1), mm: round(mm + tilt + SCAN.noiseMm * normalFrom(random), 3) };
  });
}

/** A film gauge reads to a few per cent and a micrometre or two. @param trueUm what really stands, µm @param n of the reading */
export const gaugeReadingUm = (trueUm: number, seed: number, n: number): number =>
  Math.max(0, Math.round(trueUm * (1 + 0.02 * normalFrom(seeded(seed + n))) + normalFrom(seeded(seed + n + 7))));

const round = (v: number, digits: number): number => Math.round(v * 10 ** digits) / 10 ** digits;
