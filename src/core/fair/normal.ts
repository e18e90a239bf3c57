import { errorFunction } from 'simple-statistics';

/** Density of the standard normal distribution. */
export const normalDensity = (z: number): number => Math.exp(-0.5 * z * z) / Math.sqrt(2 * Math.PI);

/** Share of a standard normal distribution below z, to about 1e-7. */
export const cumulativeNormal = (z: number): number =>
  Math.abs(z) === Infinity ? (z > 0 ? 1 : 0) : 0.5 * (1 + errorFunction(z / Math.SQRT2));
