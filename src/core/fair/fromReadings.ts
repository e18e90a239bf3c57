import type { HeightsRead } from '../log/event';
import { fail, ok, type Result } from '../result';
import { fitForm, type Form } from './form';
import type { HeightGrid } from './grid';
import { oddReadings, reliefFrom, type HeightReading, type Relief } from './relief';

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
  form: Form,
  size: { x0: number; y0: number; width: number; height: number },
): Result<PanelRelief, string> {
  const fitted = fitForm(readings, form);
  if (!fitted.ok) return fitted;
  const off = readings.map((r) => ({ ...r, mm: r.mm - fitted.value(r.x, r.y) }));
  if (!(size.width > 0) || !(size.height > 0)) return fail('The panel has no size. Draw it, or say how large it is.');
  const { across: nx, down: ny } = RELIEF_POINTS;
  const onto: HeightGrid = {
    nx,
    ny,
    stepX: size.width / (nx - 1),
    stepY: size.height / (ny - 1),
    x0: size.x0,
    y0: size.y0,
    mm: new Float64Array(nx * ny),
  };
  const relief = reliefFrom(off, onto);
  if (!relief.ok) return relief;
  // A scan says for itself what is odd; a hand slips.
  const odd = readings.length > 120 ? [] : oddReadings(off).flatMap((i) => readings[i] ?? []);
  return ok({ ...relief.value, odd });
}
