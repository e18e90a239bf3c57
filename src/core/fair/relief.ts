import Flatbush from 'flatbush';
import { fail, ok, type Result } from '../result';
import { observationsFromLimits, type HeightLimit, type Observation, type WeightedPlace } from './evidence';
import { formTerms, type Form } from './form';
import { withHeights, type HeightGrid } from './grid';
import {
  conditioned,
  covarianceOf,
  dot,
  termsOf,
  type Conditioned,
  type FormBelow,
  type FormTerms,
  type Kernel,
} from './process';

/** One reading of a straightedge or a depth gauge: where, mm, and how far off the form, mm; positive is proud. */
export interface HeightReading {
  x: number;
  y: number;
  mm: number;
  /** How sure it is: standard deviation, mm. Absent: {@link HAND_NOISE_MM}. */
  noiseMm?: number;
}

/** A straightedge and a feeler read to about this, mm. */
export const HAND_NOISE_MM = 0.1;
/** Fewer say nothing of a panel. */
export const MIN_READINGS = 6;

/** A surface worked out from a few readings, with how sure it is of itself. */
export interface Relief {
  heights: HeightGrid;
  /** Standard deviation at every point, mm. */
  spread: HeightGrid;
  /** Over how far heights hang together, mm: what lies closer is told by its neighbour. */
  reachMm: number;
}

/** Reaches that are tried, as shares of the panel's length: two fingers' breadth to half of it. */
const REACHES = [0.03, 0.045, 0.06, 0.1, 0.16, 0.25, 0.4];
/** What a panel that nobody has read is off by, mm, and over what share of it: as a skim leaves it. */
const BLIND = { sdMm: 0.25, reach: 0.16 };
/** More readings than that tell each place by the nearest of them, and by how heights hang together there. */
const MANY = 150;
const NEIGHBOURS = 32;
/** How heights hang together is looked at in so many places along a side of the panel, and between them in between. */
const LOOKS = { across: 10, down: 6 } as const;

const asObservation = (r: HeightReading): Observation => ({
  places: [{ x: r.x, y: r.y, weight: 1 }],
  mm: r.mm,
  noiseMm: r.noiseMm ?? HAND_NOISE_MM,
});

/**
 * The surface that readings tell of: Gaussian process regression (Rasmussen and Williams 2006, algorithm 2.1) about zero, which is the
 * form. Its reach is the one under which the readings are most likely, and its height scale follows in closed form. Where there are many, a
 * place is told by its nearest (Vecchia 1988) and by the reach that these make likely, since a dent bends more sharply than the sheet around it.
 * @param onto the grid that is asked for; its heights do not matter
 * @param limits what is known besides as limits, such as marks of a guide coat
 * @param asked what is asked for at each place of the grid, as a sum of heights; absent: the height there
 * @param form that the readings still have in them, as far as a first fit left it: it is fitted with the relief, and how unsure it is goes into
 *   the spread; absent: they stand off what is known
 */
export function reliefFrom(
  readings: readonly HeightReading[],
  onto: HeightGrid,
  limits: readonly HeightLimit[] = [],
  asked: (p: WeightedPlace) => readonly WeightedPlace[] = (p) => [p],
  form?: Form,
): Result<Relief, string> {
  if (readings.length < MIN_READINGS && limits.length === 0)
    return fail(`Take at least ${MIN_READINGS} readings; there are ${readings.length}`);
  const length = Math.max(onto.stepX * (onto.nx - 1), onto.stepY * (onto.ny - 1));
  const read = readings.map(asObservation);
  const terms = form && formTerms(form, length);
  const some = thinned(read, MANY);
  const kernel =
    read.length >= MIN_READINGS
      ? likeliest(some, length, terms)
      : { scale: BLIND.sdMm ** 2, reachMm: BLIND.reach * length };
  if (!kernel) return fail('These readings contradict each other. Look for one that was taken twice at one place.');
  const observed = limits.length === 0 ? read : [...read, ...asObservations(limits, read, kernel)];
  // Where a place is told by its nearest, the form below is what all of them tell.
  const fitted =
    terms && read.length > MANY ? conditioned(some, kernel, { terms, isMostlyLow: true })?.fitted : undefined;
  const below = terms && read.length >= MIN_READINGS ? { terms, fitted, isMostlyLow: true } : undefined;
  const near = read.length > MANY ? local(observed, kernel, onto, below) : undefined;
  const all = near ? undefined : conditioned(observed, kernel, below);
  const sd = new Float64Array(onto.nx * onto.ny);
  const heights = withHeights(onto, (i, ix, iy) => {
    const p = { x: onto.x0 + ix * onto.stepX, y: onto.y0 + iy * onto.stepY, weight: 1 };
    const { mean, variance } = (near?.(p) ?? all)?.at(asked(p)) ?? { mean: 0, variance: kernel.scale };
    sd[i] = Math.sqrt(variance);
    return mean;
  });
  return ok({ heights, spread: { ...onto, mm: sd }, reachMm: kernel.reachMm });
}

/** What the observations around a place tell, with the kernel that they make likely there. */
function local(
  observed: readonly Observation[],
  kernel: Kernel,
  onto: HeightGrid,
  form: FormBelow | undefined,
): (p: { x: number; y: number }) => Conditioned | undefined {
  const near = nearestOf(observed);
  const offForm = (o: Observation): Observation =>
    form?.fitted ? { ...o, mm: o.mm - dot(termsOf(o.places, form.terms), form.fitted.factors) } : o;
  const [width, height] = [onto.stepX * (onto.nx - 1), onto.stepY * (onto.ny - 1)];
  const { across, down } = LOOKS;
  const looks = Array.from({ length: across * down }, (_, i) => {
    const x = onto.x0 + ((i % across) / (across - 1)) * width;
    const y = onto.y0 + (Math.floor(i / across) / (down - 1)) * height;
    return likeliest(near({ x, y }).map(offForm), Math.max(width, height)) ?? kernel;
  });
  const kernelAt = (p: { x: number; y: number }): Kernel => {
    const [u, v] = [((p.x - onto.x0) / width) * (across - 1), ((p.y - onto.y0) / height) * (down - 1)];
    const [i, j] = [Math.min(across - 2, Math.floor(u)), Math.min(down - 2, Math.floor(v))];
    // Both are scales: what lies between two of them is their geometric mean.
    const mix = (of: (k: Kernel) => number) => {
      const log = (di: number, dj: number) => Math.log(of(looks[(j + dj) * across + i + di]!));
      const along = (dj: number) => log(0, dj) + (u - i) * (log(1, dj) - log(0, dj));
      return Math.exp(along(0) + (v - j) * (along(1) - along(0)));
    };
    return { scale: mix((k) => k.scale), reachMm: mix((k) => k.reachMm) };
  };
  return (p) => conditioned(near(p), kernelAt(p), form);
}

/** The observations around a place. */
function nearestOf(observed: readonly Observation[]): (p: { x: number; y: number }) => Observation[] {
  const index = new Flatbush(observed.length);
  for (const { places } of observed) index.add(places[0]!.x, places[0]!.y);
  index.finish();
  return (p) => index.neighbors(p.x, p.y, NEIGHBOURS).map((i) => observed[i]!);
}

/** Limits as readings, in the light of what was read around them. */
function asObservations(
  limits: readonly HeightLimit[],
  read: readonly Observation[],
  kernel: Kernel,
): readonly Observation[] {
  const known = conditioned(thinned(read, MANY), kernel);
  const mean = limits.map((l) => known?.at(l.places).mean ?? 0);
  const covariance = limits.map((a) =>
    limits.map((b) => known?.covariance(a.places, b.places) ?? covarianceOf(a.places, b.places, kernel)),
  );
  return observationsFromLimits(limits, mean, covariance);
}

/** Heights scatter more than their readings show where a form has taken up a part of them: so many times their variance is tried. */
const SCALES = [1, 2.5, 6, 15];

/** The kernel under which readings are most likely. @param length of the panel, mm */
function likeliest(observed: readonly Observation[], length: number, terms?: FormTerms): Kernel | undefined {
  const noise = observed.reduce((sum, o) => sum + o.noiseMm ** 2, 0) / observed.length;
  // Heights scatter at least as much as a hand reads.
  const least = Math.max(observed.reduce((sum, o) => sum + o.mm * o.mm, 0) / observed.length, noise);
  let best: (Kernel & { likelihood: number }) | undefined;
  for (const share of REACHES)
    for (const times of terms ? SCALES : SCALES.slice(0, 1)) {
      const kernel = { scale: times * least, reachMm: share * length };
      const likelihood = conditioned(observed, kernel, terms && { terms })?.likelihood;
      if (likelihood !== undefined && (!best || likelihood > best.likelihood)) best = { ...kernel, likelihood };
    }
  return best;
}

/** Every so many-th of a list, spread evenly. */
const thinned = <T>(all: readonly T[], most: number): readonly T[] =>
  all.length <= most ? all : Array.from({ length: most }, (_, i) => all[Math.floor((i * all.length) / most)]!);

/** A straightedge does not lie on the very edge: so many points of the grid stay free. */
const MARGIN_POINTS = 2;

/** Where the next reading says most: where the surface is least sure of itself, off its edge. mm on the drawing. */
export function nextReadingAt({ spread: g }: Relief): { x: number; y: number; spreadMm: number } {
  const inside = (i: number, n: number) => i >= MARGIN_POINTS && i < n - MARGIN_POINTS;
  let at = -1;
  for (let i = 0; i < g.mm.length; i++)
    if (inside(i % g.nx, g.nx) && inside(Math.floor(i / g.nx), g.ny) && (at < 0 || g.mm[i]! > g.mm[at]!)) at = i;
  at = Math.max(0, at);
  return { x: g.x0 + (at % g.nx) * g.stepX, y: g.y0 + Math.floor(at / g.nx) * g.stepY, spreadMm: g.mm[at]! };
}

/** So many odd ones are asked about at once: where there are more, the panel was read wrongly as a whole. */
const MOST_ODD = 5;

/**
 * Readings that do not go with the others: further off what those tell than their own noise and spread allow. The oddest is set aside before
 * the next one is looked for, since it makes its neighbours look odd. Asked about, never dropped.
 * @returns their indices, the oddest first
 */
export function oddReadings(readings: readonly HeightReading[], limit = 4): number[] {
  if (readings.length > SCANNED) return oddOfScan(readings);
  const length = Math.max(extentOf(readings.map((r) => r.x)), extentOf(readings.map((r) => r.y)), 1);
  const odd: number[] = [];
  while (odd.length < MOST_ODD) {
    const left = readings.flatMap((_, i) => (odd.includes(i) ? [] : [i]));
    if (left.length <= MIN_READINGS) break;
    const off = left.map((i) => ({ i, z: oddness(i, left, readings, length) })).sort((a, b) => b.z - a.z)[0];
    if (!off || off.z <= limit) break;
    odd.push(off.i);
  }
  return odd;
}

/** More readings than that come from a scan: a place is held against those next to it. */
const SCANNED = 120;
const NEXT_TO = 8;
/** So many usual differences, and so many mm, lies a point of a scan off those next to it that is no panel: a finger, a thread, a bad echo. */
const ODD = { times: 12, leastMm: 1 };

/** Points of a scan that stand by themselves, the oddest first. */
function oddOfScan(readings: readonly HeightReading[]): number[] {
  const index = new Flatbush(readings.length);
  for (const { x, y } of readings) index.add(x, y);
  index.finish();
  const median = (values: readonly number[]) => [...values].sort((a, b) => a - b)[values.length >> 1] ?? 0;
  const off = readings.map((r, i) => {
    const next = index.neighbors(r.x, r.y, NEXT_TO + 1).filter((j) => j !== i);
    return Math.abs(r.mm - median(next.map((j) => readings[j]!.mm)));
  });
  const limit = Math.max(ODD.leastMm, ODD.times * median(off));
  return off
    .flatMap((mm, i) => (mm > limit ? [{ mm, i }] : []))
    .sort((a, b) => b.mm - a.mm)
    .slice(0, MOST_ODD)
    .map(({ i }) => i);
}

const extentOf = (values: readonly number[]): number => Math.max(...values) - Math.min(...values);

/** How many standard deviations a reading is off what the others tell of its place. */
function oddness(i: number, among: readonly number[], readings: readonly HeightReading[], length: number): number {
  const r = readings[i]!;
  const others = among.filter((j) => j !== i).map((j) => asObservation(readings[j]!));
  const kernel = likeliest(others, length);
  const told = kernel && conditioned(others, kernel)?.at([{ x: r.x, y: r.y, weight: 1 }]);
  if (!told) return 0;
  return Math.abs(r.mm - told.mean) / Math.sqrt(told.variance + (r.noiseMm ?? HAND_NOISE_MM) ** 2);
}
