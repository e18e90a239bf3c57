import type { Layer } from './types';

/** Thinner than this nothing is left that a gauge would read, µm. */
export const MIN_LAYER_UM = 0.5;

/**
 * Takes thickness off the top, through as many layers as it reaches.
 * @param layers bottom to top
 * @param removedUm how much comes off, µm, >= 0
 * @returns the layers that are left, and what was to be removed beyond the substrate's face (normally 0), µm
 */
export function removeFromTop(layers: Layer[], removedUm: number): { layers: Layer[]; leftOverUm: number } {
  let left = removedUm;
  let n = layers.length;
  while (n > 0 && left >= layers[n - 1]!.filmUm - MIN_LAYER_UM) {
    left = Math.max(0, left - layers[n - 1]!.filmUm);
    n--;
  }
  const rest = layers.slice(0, n);
  const top = rest[n - 1];
  if (!top) return { layers: rest, leftOverUm: left };
  if (left > 0) rest[n - 1] = { ...top, filmUm: top.filmUm - left };
  return { layers: rest, leftOverUm: 0 };
}
