import polygonClipping, { type MultiPolygon } from 'polygon-clipping';
import type { Face, Job, Panel, Point, Seam } from '../log/job';
import { fail, ok, type FieldProblem, type Result } from '../result';
import { outlineProblem } from './areas';
import { clipToPanel } from './clip';
import { FINGER_TOLERANCE_MM } from './faultOutline';
import { simplifyLine } from './polygon';
import { lineLengthMm } from './seamFigures';
import { withZone } from './zones';

/** Corners of a joint between two pieces of a line: round enough for a hand. */
const JOINT_CORNERS = 12;

/**
 * The strip that a line of some width covers, as one outline.
 * @param line at least two points, mm @param widthMm mm
 * @returns undefined where it closes on itself: a ring has two edges
 */
export function stripOf(line: readonly Point[], widthMm: number): Point[] | undefined {
  const half = widthMm / 2;
  const pieces: MultiPolygon = [];
  line.forEach((b, i) => {
    const a = line[i - 1];
    if (!a) return;
    const length = Math.hypot(b.x - a.x, b.y - a.y);
    if (length === 0) return;
    const [nx, ny] = [(-(b.y - a.y) / length) * half, ((b.x - a.x) / length) * half];
    pieces.push([
      [
        [a.x + nx, a.y + ny],
        [b.x + nx, b.y + ny],
        [b.x - nx, b.y - ny],
        [a.x - nx, a.y - ny],
      ],
    ]);
    // Round at the bends, so that no corner is missing there; square at both ends.
    if (i < line.length - 1)
      pieces.push([
        Array.from({ length: JOINT_CORNERS }, (_, k): [number, number] => {
          const turn = (2 * Math.PI * k) / JOINT_CORNERS;
          return [b.x + half * Math.cos(turn), b.y + half * Math.sin(turn)];
        }),
      ]);
  });
  const [first, ...rest] = pieces;
  if (!first) return undefined;
  const whole = polygonClipping.union(first, ...rest);
  const [outer, hole] = whole[0] ?? [];
  if (whole.length !== 1 || hole || !outer) return undefined;
  // The last point of a ring is its first again.
  return outer.slice(0, -1).map(([x, y]) => ({ x: Math.round(x * 10) / 10, y: Math.round(y * 10) / 10 }));
}

/** A seam that is about to be kept. */
export interface NewSeam extends Seam {
  name: string;
  /** Ids of its zones: of the face that it is drawn on, and of the other one where it goes through both. */
  ids: readonly [string] | readonly [string, string];
}

/** The other side of a panel sees a place mirrored. */
const mirrored = (panel: Panel, line: readonly Point[]): Point[] => {
  const right = Math.max(0, ...(panel.map?.outline ?? []).map((p) => p.x));
  return line.map((p) => ({ x: right - p.x, y: p.y }));
};
const OTHER_FACE: Record<Face, Face> = { outer: 'inner', inner: 'outer' };

/**
 * The job with a seam: a narrow zone along a line, with a history of its own from now on, and the one of what it was cut out of until then.
 * With a second id it is on both faces, as most seams are.
 */
export function withSeam(
  job: Job,
  panel: Panel,
  face: Face,
  seam: NewSeam,
  nowMs: number,
): Result<Job, FieldProblem[]> {
  const { name, ids, ...rest } = seam;
  const line = simplifyLine(rest.line, FINGER_TOLERANCE_MM);
  const [id, otherId] = ids;
  const one = seamZone(job, panel, face, { id, name, seam: { ...rest, line } }, nowMs);
  if (!one.ok || otherId === undefined) return one;
  const behind = { ...rest, line: mirrored(panel, line) };
  return seamZone(
    one.value,
    panel,
    OTHER_FACE[face],
    { id: otherId, name: `${name.trim()}, other face`, seam: behind },
    nowMs,
  );
}

function seamZone(
  job: Job,
  panel: Panel,
  face: Face,
  { id, name, seam }: { id: string; name: string; seam: Seam },
  nowMs: number,
): Result<Job, FieldProblem[]> {
  const bad = (message: string) => fail([{ path: 'outline', message }]);
  if (seam.line.length < 2 || lineLengthMm(seam.line) < seam.widthMm)
    return bad('A seam is longer than it is wide. Draw along it.');
  const strip = stripOf(seam.line, seam.widthMm);
  if (!strip || outlineProblem(strip)) return bad('It closes on itself. Leave a gap, or draw it in two pieces.');
  const outline = clipToPanel(job, panel, face, {}, strip);
  if (!outline) return bad('It runs through several zones, or off the panel. Draw it piece by piece.');
  const made = withZone(job, panel, face, { id, name, outline }, nowMs);
  return made.ok ? ok({ ...made.value, zones: made.value.zones.map((z) => (z.id === id ? { ...z, seam } : z)) }) : made;
}
