import type { FilmReading, Layer, Strata } from './types';

/** How far off a film is that a gauge has read, µm: the gauge's own scatter. */
const MEASURED_UM = 2;
/** How far off an estimated film is, as a share of it. */
const ESTIMATED_SHARE = 0.15;
/** How far off an estimate of what paper took is, as a share of it, and at least, µm. */
const REMOVED_SHARE = 1;
const REMOVED_LEAST_UM = 10;
/** Under this a difference is the gauge's own scatter, µm. */
const NOTHING_UM = 1e-9;

/** What a layer may be off by, µm, and whether it is its sanding that is unsure rather than its coats. */
function doubtOf(l: Layer, isSandedSince: boolean): { um: number; sanded: boolean } {
  const laid = l.basis === 'measured' ? MEASURED_UM : ESTIMATED_SHARE * l.appliedUm;
  const removed = isSandedSince ? Math.max(REMOVED_LEAST_UM, REMOVED_SHARE * (l.appliedUm - l.filmUm)) : 0;
  return { um: Math.hypot(laid, removed), sanded: removed > laid };
}

/**
 * Brings layer thicknesses into line with a film gauge, which reads everything over the substrate at once. It is evidence of the total: the
 * difference goes to each layer by the square of its doubt (least squares), so to what nobody measured since (what paper took from the
 * top, a coat that was estimated) and hardly to a buried layer that was read before. No layer becomes less than nothing; what that leaves
 * over goes to the others.
 * @param s strata at the time of the reading
 * @param reading total film over the substrate, µm
 */
export function reconcileFilm(s: Strata, reading: FilmReading): Strata {
  const readings = [...s.readings, reading];
  const last = s.readings[s.readings.length - 1]?.atMs ?? -Infinity;
  const total = s.layers.reduce((t, l) => t + l.filmUm, 0);
  if (total <= 0 || reading.totalUm <= 0) return { ...s, readings };
  const top = s.layers.length - 1;
  const sandedMs = s.surface.scratch?.atMs;
  const doubts = s.layers.map((l, i) => doubtOf(l, i === top && sandedMs !== undefined && sandedMs > last));
  const films = s.layers.map((l) => l.filmUm);
  let open = s.layers.map((_, i) => i);
  let left = reading.totalUm - total;
  while (open.length > 0 && Math.abs(left) > NOTHING_UM) {
    const weight = open.reduce((w, i) => w + doubts[i]!.um ** 2, 0);
    const part = left;
    for (const i of open) {
      const next = Math.max(0, films[i]! + (part * doubts[i]!.um ** 2) / weight);
      left -= next - films[i]!;
      films[i] = next;
    }
    open = open.filter((i) => films[i]! > 0);
  }
  const layers = s.layers.map((l, i): Layer => {
    const filmUm = films[i]!;
    // More than was thought to be left of a coat means that more was laid; less, that more was taken, or laid thinner.
    const laidUm = doubts[i]!.sanded ? l.appliedUm : l.appliedUm + filmUm - l.filmUm;
    return { ...l, filmUm, appliedUm: Math.max(filmUm, laidUm), basis: 'measured' };
  });
  return { ...s, layers, readings };
}
