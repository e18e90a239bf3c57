import type { MixPart, StageFigure, Thinning } from '../product';

/* How the figures of shipped products are written, as data sheets print them. */

/** A part of a mix. @param densityKgL kg/L @param volumeSolids fraction @param vocGL g/L @param pricePerL a litre */
export const part = (
  name: string,
  parts: number,
  densityKgL: number,
  volumeSolids: number,
  vocGL: number,
  pricePerL: number,
): MixPart => ({ name, parts, densityKgL, volumeSolids, vocGL, pricePerL });

/** How much thinner, as a share of what is thinned: usual, least and most. */
export const thin = (
  of: Thinning['of'],
  def: number,
  min: number,
  max: number,
  pricePerL = 9,
  densityKgL = 0.87,
  vocGL = 870,
): Thinning => ({
  of,
  defaultFraction: def,
  minFraction: min,
  maxFraction: max,
  densityKgL,
  vocGL,
  pricePerL,
});

/** Solvent leaving rules the flash of every solvent-borne film, also of two-packs. */
export const flash = (opensMin: number, mechanism: StageFigure['mechanism'] = 'solvent'): StageFigure => ({
  stage: 'flash',
  opensMin,
  mechanism,
});
/** A stage that opens, and may close, after minutes at 23 °C and 50 %. */
export const at = (stage: StageFigure['stage'], opensMin: number, closesMin?: number): StageFigure => ({
  stage,
  opensMin,
  ...(closesMin && { closesMin }),
});
/** Dry film of one coat: usual, least, most; and most of all coats, µm. */
export const film = (nominalUm: number, minUm: number, maxUm: number, maxTotalUm: number) => ({
  nominalUm,
  minUm,
  maxUm,
  maxTotalUm,
});
/** Air that a product may be sprayed in, °C and fraction. */
export const limits = (minTempC: number, maxTempC: number, maxRh: number) => ({ minTempC, maxTempC, maxRh });
export const WEEK = 10_080;
