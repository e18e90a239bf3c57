import type { FilmReading, Layer, Strata } from './types';

/**
 * Brings layer thicknesses into line with a film gauge, which reads everything over the substrate at once.
 * The difference goes to the layers that rest on no reading yet (those laid since the last reading, or all of them the
 * first time), in proportion to their estimates: the usual 'read before and after the coat' practice. If even
 * nothing of them would leave the gauge unexplained, all layers are scaled.
 * @param s strata at the time of the reading
 * @param reading total film over the substrate, µm
 */
export function reconcileFilm(s: Strata, reading: FilmReading): Strata {
  const readings = [...s.readings, reading];
  const sum = (ls: Layer[]) => ls.reduce((t, l) => t + l.filmUm, 0);
  const open = s.layers.filter((l) => l.basis !== 'measured');
  const known = sum(s.layers) - sum(open);
  const free = open.length > 0 && reading.totalUm > known ? open : s.layers;
  const target = free === open ? reading.totalUm - known : reading.totalUm;
  const current = sum(free);
  if (current <= 0 || target <= 0) return { ...s, readings };
  const factor = target / current;
  const layers = s.layers.map((l) =>
    free.includes(l)
      ? { ...l, filmUm: l.filmUm * factor, appliedUm: l.appliedUm * factor, basis: 'measured' as const }
      : l,
  );
  return { ...s, layers, readings };
}
