/** Bounds outside of which a figure is a slip, not a measurement. */
export const BOUNDS = {
  tempC: { min: -30, max: 60 },
  bakeC: { min: 20, max: 220 },
  filmUm: { min: 0.5, max: 20_000 },
  coats: { min: 1, max: 12 },
  /** Of one entry; a forgotten clock is caught here at the latest. */
  workMin: { min: 1, max: 1440 },
  areaCm2: { min: 1, max: 200_000 },
} as const;
