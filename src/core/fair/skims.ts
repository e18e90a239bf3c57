import { ACTIVATION_J_MOL, arrhenius, hardenerFactor } from '../cure/kinetics';
import type { Product } from '../library/product';
import { NOTHING_MM } from './fairing';
import { cellMm2, indexOf, withHeights, type HeightGrid } from './grid';

/** What a spreader lays beyond what is needed, so that there is something to sand back, mm. */
const TO_SAND_BACK_MM = 0.3;
/** The last skim goes over everything at once, and is thin, mm. */
const LAST_SKIM_MM = 0.6;
/** It reaches so far over the edge of what is low, or its edge shows, mm. */
export const FEATHER_MM = 30;
/** What stays on board and spreader, as a share of what is spread. */
const WASTE = 0.2;
/** Peroxide paste out of a tube: grams a millilitre, and the bore of its nozzle, mm. */
const PASTE = { gMl: 1.15, boreMm: 6 };
/** Peroxide by weight at 20 °C, what ten degrees change of it, and what a tin allows. */
const PEROXIDE = { at20: 0.02, perK: 0.001, min: 0.01, max: 0.03 };

/** One skim: what is spread at once. */
export interface Skim {
  productId: string;
  /** Lows only, or over everything. */
  over: 'lows' | 'all';
  areaCm2: number;
  /** Thickest, and over its area on average, mm, as it is spread. */
  deepestMm: number;
  meanMm: number;
  /** To mix, with what stays on the board, g. */
  massG: number;
  /** Hardener by weight, and for a peroxide the ribbon out of a tube, mm. */
  hardenerFraction: number | undefined;
  ribbonMm: number | undefined;
  /** Until it drags, and until it can be sanded, min at the temperature that was asked for. */
  workingMin: number | undefined;
  sandMin: number | undefined;
}

export interface SkimPlan {
  skims: Skim[];
  /** Deepest of all, mm, and the most that these fillers may be, mm. */
  deepestMm: number;
  limitMm: number;
  /** Over the limit: metal first. */
  tooDeep: boolean;
}

/** Peroxide for polyester filler: more in the cold, less in the heat, within what tins allow. @param tempC °C @returns fraction by weight */
export const peroxideFor = (tempC: number): number =>
  Math.min(PEROXIDE.max, Math.max(PEROXIDE.min, PEROXIDE.at20 + PEROXIDE.perK * (20 - tempC)));

/** How much faster than its data sheet (23 °C, usual hardener) a filler goes off. */
function rate(p: Product, tempC: number, hardener: number | undefined): number {
  const energy =
    p.mechanism === 'polyester' || p.mechanism === 'epoxy' || p.mechanism === 'urethane' ? p.mechanism : undefined;
  const warm = energy ? arrhenius(tempC, ACTIVATION_J_MOL[energy]) : 1;
  return warm * (hardener === undefined ? 1 : hardenerFactor(hardener, PEROXIDE.at20));
}

/**
 * How a fill is spread: lows first, in skims that are no thicker than the filler may be at once, then one thin skim over everything. Where it is
 * deeper than the fine filler may be in all, glass-reinforced goes below.
 * @param fill what is missing at every point, mm
 * @param fine the filler that is sanded to shape
 * @param below what goes under it where it is deep; absent: nothing does
 */
export function planSkims(fill: HeightGrid, fine: Product, below: Product | undefined, tempC: number): SkimPlan {
  const deepestMm = fill.mm.reduce((m, v) => Math.max(m, v), 0);
  const limit = (p: Product) => p.film.maxTotalUm / 1000;
  const limitMm = below ? Math.max(limit(fine), limit(below)) : limit(fine);
  const skims: Skim[] = [];
  let left = fill;
  const lay = (p: Product, over: Skim['over'], thicknessOf: (leftMm: number) => number) => {
    const laid = withHeights(left, (i) => thicknessOf(left.mm[i]!));
    skims.push(skimOf(laid, p, over, tempC));
    left = withHeights(left, (i) => Math.max(0, left.mm[i]! - laid.mm[i]!));
  };
  const deepest = () => left.mm.reduce((m, v) => Math.max(m, v), 0);
  const atOnce = (p: Product) => p.film.maxUm / 1000;
  if (below && deepestMm > limit(fine)) {
    // It stops short of the surface by what the fine filler may be.
    const short = limit(fine) / 2;
    while (deepest() - short > 0.05) lay(below, 'lows', (mm) => Math.min(atOnce(below), Math.max(0, mm - short)));
  }
  while (deepest() > LAST_SKIM_MM)
    lay(fine, 'lows', (mm) => Math.min(atOnce(fine), Math.max(0, mm - LAST_SKIM_MM / 2)));
  if (deepest() > NOTHING_MM) {
    const reach = feathered(left);
    const all = withHeights(left, (i) => (reach[i]! > 0 ? left.mm[i]! + TO_SAND_BACK_MM : 0));
    skims.push(skimOf(all, fine, 'all', tempC, reach));
  }
  return { skims, deepestMm, limitMm, tooDeep: deepestMm > limitMm };
}

/** Of each cell of a grid so many places along a side are looked at. */
const LOOKS = 5;

/** How much of the cell round every point is low, or so near to what is low that the feather edge reaches it: 0 to 1. */
function feathered(g: HeightGrid): Float64Array {
  const [rx, ry] = [Math.ceil(FEATHER_MM / g.stepX + 0.5), Math.ceil(FEATHER_MM / g.stepY + 0.5)];
  const share = new Float64Array(g.mm.length);
  const isLow = (ix: number, iy: number) =>
    ix >= 0 && ix < g.nx && iy >= 0 && iy < g.ny && g.mm[indexOf(g, ix, iy)]! > NOTHING_MM;
  /** How far a place lies off a cell along one axis, mm; both in steps. */
  const off = (at: number, cell: number, step: number) => Math.max(0, Math.abs(at - cell) - 0.5) * step;
  for (let iy = 0; iy < g.ny; iy++)
    for (let ix = 0; ix < g.nx; ix++) {
      const i = indexOf(g, ix, iy);
      if (isLow(ix, iy)) {
        share[i] = 1;
        continue;
      }
      const low: { x: number; y: number }[] = [];
      for (let y = iy - ry; y <= iy + ry; y++)
        for (let x = ix - rx; x <= ix + rx; x++) if (isLow(x, y)) low.push({ x, y });
      if (low.length === 0) continue;
      let reached = 0;
      for (let k = 0; k < LOOKS * LOOKS; k++) {
        const u = ix + ((k % LOOKS) + 0.5) / LOOKS - 0.5;
        const v = iy + (Math.floor(k / LOOKS) + 0.5) / LOOKS - 0.5;
        if (low.some((c) => Math.hypot(off(u, c.x, g.stepX), off(v, c.y, g.stepY)) <= FEATHER_MM)) reached++;
      }
      share[i] = reached / LOOKS ** 2;
    }
  return share;
}

/** @param share how much of the cell round every point it is spread on; absent: all of it */
function skimOf(laid: HeightGrid, p: Product, over: Skim['over'], tempC: number, share?: Float64Array): Skim {
  let [areaCm2, volumeMl, deepestMm] = [0, 0, 0];
  for (let iy = 0; iy < laid.ny; iy++)
    for (let ix = 0; ix < laid.nx; ix++) {
      const i = indexOf(laid, ix, iy);
      const mm = laid.mm[i]!;
      if (!(mm > NOTHING_MM)) continue;
      const cm2 = (cellMm2(laid, ix, iy) / 100) * (share?.[i] ?? 1);
      areaCm2 += cm2;
      volumeMl += (cm2 * mm) / 10;
      deepestMm = Math.max(deepestMm, mm);
    }
  const part = p.parts[0];
  const massG = ((volumeMl * (part?.densityKgL ?? 1)) / (part?.volumeSolids ?? 1)) * (1 + WASTE);
  const hardenerFraction = p.mechanism === 'polyester' ? peroxideFor(tempC) : undefined;
  const faster = rate(p, tempC, hardenerFraction);
  const sand = p.stages.find((s) => s.stage === 'sand')?.opensMin;
  return {
    productId: p.id,
    over,
    areaCm2,
    deepestMm,
    meanMm: areaCm2 > 0 ? (volumeMl * 10) / areaCm2 : 0,
    massG,
    hardenerFraction,
    ribbonMm:
      hardenerFraction === undefined
        ? undefined
        : ((massG * hardenerFraction) / PASTE.gMl / (Math.PI * (PASTE.boreMm / 20) ** 2)) * 10,
    workingMin: p.potLifeMin === undefined ? undefined : p.potLifeMin / faster,
    sandMin: sand === undefined ? undefined : sand / faster,
  };
}
