import type { HeightsRead } from '../log/event';
import { fail, ok, type Result } from '../result';
import { fitForm, type Form } from './form';
import { heightAt, mirroredAcross, type HeightGrid } from './grid';
import type { PanelSize } from './panelSize';
import { HAND_NOISE_MM, oddReadings, reliefFrom, type HeightReading, type Relief } from './relief';

/** So many points a relief is worked out on: enough for two fingers on a door, and solved in a second. */
export const RELIEF_POINTS = { across: 40, down: 25 } as const;

/** What was read, as single heights; places that nobody read are left out. */
export const readingsOf = (h: HeightsRead): HeightReading[] =>
  h.mm.flatMap((mm, i) =>
    mm === null ? [] : [{ x: h.x0 + (i % h.nx) * h.stepX, y: h.y0 + Math.floor(i / h.nx) * h.stepY, mm }],
  );

/**
 * Scattered heights, such as a scan's, on a grid: each goes to the nearest place, where several do their mean stands.
 * @param onto the places, mm on the drawing
 * @returns the heights, and how many rows lie beside the grid
 */
export function gridded(
  rows: readonly HeightReading[],
  onto: Omit<HeightsRead, 'mm'>,
): { heights: HeightsRead; beside: number } {
  const { nx, ny } = onto;
  const cells = Array.from({ length: nx * ny }, (): number[] => []);
  let beside = 0;
  for (const { x, y, mm } of rows) {
    const [ix, iy] = [Math.round((x - onto.x0) / onto.stepX), Math.round((y - onto.y0) / onto.stepY)];
    if (ix < 0 || ix >= nx || iy < 0 || iy >= ny) beside++;
    else cells[iy * nx + ix]!.push(mm);
  }
  const mm = cells.map((c) => (c.length === 0 ? null : c.reduce((a, b) => a + b, 0) / c.length));
  return { heights: { ...onto, mm }, beside };
}

/** The places of a panel for which a relief is worked out, flat. */
export function emptyGrid(size: PanelSize): HeightGrid {
  const { across: nx, down: ny } = RELIEF_POINTS;
  return {
    nx,
    ny,
    stepX: size.width / (nx - 1),
    stepY: size.height / (ny - 1),
    x0: size.x0,
    y0: size.y0,
    mm: new Float64Array(nx * ny),
  };
}

/** What readings are held against: a plain form, or the panel of the other side, which is this one seen in a mirror. */
export type Reference =
  | { form: Form }
  | {
      form: 'mirror';
      /** What was read on the other side, and how large that panel is. */
      other: readonly HeightReading[];
      otherSize: PanelSize;
    };

/**
 * Readings against what the panel is meant to be. Against its mirror image they are against that panel’s relief, and level with it as a whole.
 */
export function againstReference(
  readings: readonly HeightReading[],
  reference: Reference,
  size: PanelSize,
): Result<HeightReading[], string> {
  if (reference.form !== 'mirror') return levelled(readings, reference.form);
  const { other, otherSize } = reference;
  const relief = reliefFrom(other, emptyGrid(otherSize));
  if (!relief.ok) return fail(`The other side: ${relief.error}`);
  const there = mirroredAcross(relief.value.heights, size);
  const spread = mirroredAcross(relief.value.spread, size);
  return levelled(
    readings.map((r) => ({
      ...r,
      mm: r.mm - heightAt(there, r),
      noiseMm: Math.hypot(r.noiseMm ?? HAND_NOISE_MM, heightAt(spread, r)),
    })),
    'flat',
  );
}

/** The form that readings are fitted with once they stand against a reference: a mirror image is only level with this side as a whole. */
export const formOf = (r: Reference): Form => (r.form === 'mirror' ? 'flat' : r.form);

function levelled(readings: readonly HeightReading[], form: Form): Result<HeightReading[], string> {
  const fitted = fitForm(readings, form);
  return fitted.ok ? ok(readings.map((r) => ({ ...r, mm: r.mm - fitted.value(r.x, r.y) }))) : fitted;
}

/** Twice as many terms must leave a quarter of the variance, or it is a dent that bends and no form. */
const FORM_EXPLAINS = 4;
/** Under so many readings a bend is not told from a dent. */
const FORM_READINGS = 12;

/** The form that readings look like: flat, unless a bend takes most of what flat leaves. */
export function usualForm(readings: readonly HeightReading[]): Form {
  if (readings.length < FORM_READINGS) return 'flat';
  const left = (form: Form): number => {
    const off = levelled(readings, form);
    if (!off.ok) return Infinity;
    const squares = off.value.map((r) => r.mm * r.mm).sort((a, b) => a - b);
    // The worst fifth may be dents.
    return squares.slice(0, Math.ceil(0.8 * squares.length)).reduce((a, b) => a + b, 0);
  };
  let [best, least]: [Form, number] = ['flat', left('flat')];
  for (const form of ['barrel', 'crown', 'quadratic'] as const) {
    const l = left(form);
    if (l * FORM_EXPLAINS < least) [best, least] = [form, l];
  }
  return best;
}

export interface PanelRelief extends Relief {
  /** Readings that do not go with the others, to be asked about. */
  odd: HeightReading[];
}

/**
 * The relief of a panel from what was read on it, against the form that it is meant to have.
 * @param size of the panel's drawing, mm
 */
export function panelRelief(
  readings: readonly HeightReading[],
  reference: Reference,
  size: PanelSize,
): Result<PanelRelief, string> {
  if (!(size.width > 0) || !(size.height > 0)) return fail('The panel has no size. Draw it, or say how large it is.');
  if (readings.some((r) => ![r.x, r.y, r.mm].every(Number.isFinite)))
    return fail('A reading has no height, or no place. Take it out, or read it again.');
  const off = againstReference(readings, reference, size);
  if (!off.ok) return off;
  const relief = reliefFrom(off.value, emptyGrid(size), [], undefined, formOf(reference));
  if (!relief.ok) return relief;
  const odd = oddReadings(off.value).flatMap((i) => readings[i] ?? []);
  return ok({ ...relief.value, odd });
}
