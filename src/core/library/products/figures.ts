import type { MixPart, StageFigure, Thinning } from '../product';

/* How the figures of shipped products are written, as data sheets print them. */

export const part = (
  name: string,
  parts: number,
  densityKgL: number,
  volumeSolids: number,
  vocGL: number,
  pricePerL: number,
): MixPart => ({ name, parts, densityKgL, volumeSolids, vocGL, pricePerL });

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
export const at = (stage: StageFigure['stage'], opensMin: number, closesMin?: number): StageFigure => ({
  stage,
  opensMin,
  ...(closesMin && { closesMin }),
});
export const film = (nominalUm: number, minUm: number, maxUm: number, maxTotalUm: number) => ({
  nominalUm,
  minUm,
  maxUm,
  maxTotalUm,
});
export const limits = (minTempC: number, maxTempC: number, maxRh: number) => ({ minTempC, maxTempC, maxRh });
export const WEEK = 10_080;
