/**
 * Two-constant Kubelka–Munk theory of a pigmented film: light is absorbed (K) and scattered back (S) as it goes through. Constants are per
 * µm of dry film, reflectances fractions, all at one wavelength.
 * Source: Kubelka (1948); Saunderson (1942) for what the paint's own surface does. In `docs/colour.md` with a case by hand.
 */

/** Share of light that the surface turns back on its way in, and on its way out again. */
export const SURFACE_IN = 0.04;
export const SURFACE_OUT = 0.6;

/** Reflectance of a film so thick that nothing below it shows. By hand: K = S gives 2 − √3 = 0.268. */
export function reflectanceThick(k: number, s: number): number {
  if (s <= 0) return 0;
  const q = k / s;
  return 1 + q - Math.sqrt(q * q + 2 * q);
}

/** K/S of a reflectance, the inverse of {@link reflectanceThick}. By hand: 0.5 gives 0.25. */
export const absorptionRatio = (r: number): number => ((1 - r) * (1 - r)) / (2 * r);

/**
 * Reflectance of a film over a ground.
 * @param filmUm dry, µm
 * @param ground what lies below, as a fraction inside the paint
 */
export function reflectanceOver(k: number, s: number, filmUm: number, ground: number): number {
  const sx = s * filmUm;
  // Hardly anything that scatters: light goes down, back from the ground and up again.
  if (sx < 1e-9) return ground * Math.exp(-2 * k * filmUm);
  const a = 1 + k / s;
  const b = Math.sqrt(a * a - 1);
  // b·coth(b·S·X), which is 1/(S·X) where nothing is absorbed.
  const bc = b * sx < 1e-6 ? 1 / sx : b / Math.tanh(b * sx);
  return (1 - ground * (a - bc)) / (a - ground + bc);
}

/** What is seen outside of what comes back inside, the gloss itself left out. */
export const seenOutside = (inside: number): number =>
  ((1 - SURFACE_IN) * (1 - SURFACE_OUT) * inside) / (1 - SURFACE_OUT * inside);
/** And back: the inverse of {@link seenOutside}. */
export const cameBackInside = (seen: number): number =>
  seen / ((1 - SURFACE_IN) * (1 - SURFACE_OUT) + SURFACE_OUT * seen);
