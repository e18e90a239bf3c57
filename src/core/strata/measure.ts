import { isMetal, SUBSTRATES } from '../library/substrates';
import { figure, phrase, type Message } from '../units/phrase';
import { MIN_LAYER_UM } from './remove';
import { totalFilmUm, type FilmReading, type Layer, type Strata } from './types';

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
 * top, a coat that was estimated) and hardly to a buried layer that was read before. A reading takes no layer away, since it
 * does not know which is gone: each keeps the least that a gauge would read, or its share where even that is not there.
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
  const least = films.map((um) => Math.min(um, MIN_LAYER_UM, reading.totalUm / films.length));
  let open = s.layers.map((_, i) => i);
  let left = reading.totalUm - total;
  while (open.length > 0 && Math.abs(left) > NOTHING_UM) {
    const weight = open.reduce((w, i) => w + doubts[i]!.um ** 2, 0);
    const part = left;
    for (const i of open) {
      const next = Math.max(least[i]!, films[i]! + (part * doubts[i]!.um ** 2) / weight);
      left -= next - films[i]!;
      films[i] = next;
    }
    open = open.filter((i) => films[i]! > least[i]!);
  }
  const layers = s.layers.map((l, i): Layer => {
    const filmUm = films[i]!;
    // More than was thought to be left of a coat means that more was laid; less, that more was taken, or laid thinner.
    const laidUm = doubts[i]!.sanded ? l.appliedUm : l.appliedUm + filmUm - l.filmUm;
    return { ...l, filmUm, appliedUm: Math.max(filmUm, laidUm), basis: 'measured' };
  });
  return { ...s, layers, readings };
}

/** Over bare metal a gauge reads up to this, by its zero and the blast's profile, µm. */
const BARE_UM = 15;
/** A film is not what it was thought to be where a reading is this far from it, as a factor. */
const FAR_OFF = 3;

/**
 * What a reading contradicts, before it is believed: film where there should be none, or hardly any of what should be there.
 * @returns what to look at, in a sentence or two; undefined where it fits
 */
export function readingDoubt(s: Strata, totalUm: number): Message | undefined {
  if (!isMetal(s.substrate))
    return phrase`A magnetic or eddy-current gauge reads nothing on ${SUBSTRATES[s.substrate].name.toLowerCase()}: only an ultrasonic one does.`;
  const thought = totalFilmUm(s);
  const read = figure('film', totalUm);
  if (thought === 0)
    return totalUm > BARE_UM
      ? phrase`It reads ${read} where the log says bare. Set the zero on bare metal; if it stays, something lies there that was not found.`
      : undefined;
  if (totalUm * FAR_OFF < thought)
    return phrase`It reads ${read} where ${figure('film', thought)} should lie: most of it would be gone. Measure beside it, and look whether it was sanded through.`;
  return totalUm > thought * FAR_OFF
    ? phrase`It reads ${read} where ${figure('film', thought)} should lie: there may be filler or old paint below that was not found.`
    : undefined;
}
