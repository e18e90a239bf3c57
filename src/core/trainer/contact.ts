import { scratchUm } from '../grit/grain';

/** A panel under a board: what it stands at, what guide coat is on it, and what may come off before it goes through. Row by row. */
export interface SandedPanel {
  nx: number;
  ny: number;
  /** From one point to the next either way, mm. */
  stepMm: number;
  /** Height, mm; positive is proud. */
  mm: Float32Array;
  /** Guide coat that is still on, 1 to 0. */
  guide: Float32Array;
  /** Filler or primer that may still come off, mm; under 0 it has gone through. */
  filmMm: Float32Array;
}

/** What holds the paper. */
export interface Board {
  lengthMm: number;
  widthMm: number;
  /** It bends into what is so long or longer, mm; a rigid one is as long as itself. */
  bendMm: number;
  grit: number;
  /** Way of its long side, radians from along the panel. */
  angle: number;
}

/** Boards as they lie on most benches. */
export const TRAINER_BOARDS = {
  block: { name: 'Block', lengthMm: 120, widthMm: 70, bendMm: 120 },
  board: { name: 'Board', lengthMm: 400, widthMm: 70, bendMm: 400 },
  flexible: { name: 'Flexible board', lengthMm: 400, widthMm: 70, bendMm: 150 },
} as const;
export type TrainerBoard = keyof typeof TRAINER_BOARDS;

/** Of one scratch depth, a pass of the whole board takes off about this share where all of it lies on: a usual figure of boards under a hand. */
const PASS_SHARE = 0.08;
/** What carries the whole board alone is pressed so many times as hard, at most: a hand lets off before the paper digs in. */
const MOST_PRESSURE = 8;
/** Guide coat goes with so many micrometres of cutting. */
const GUIDE_UM = 3;

/** Reach of a paper below its board's line, mm: one scratch. */
const reachOf = (grit: number): number => scratchUm(grit) / 1000;

/** Work arrays of a board's footprint, so that a stroke allocates nothing. */
interface Footprint {
  index: Int32Array;
  bin: Int32Array;
  weight: Float32Array;
  profile: Float64Array;
  line: Float64Array;
  hull: Int32Array;
}
const footprints = new WeakMap<SandedPanel, Footprint>();
function footprintOf(p: SandedPanel): Footprint {
  const had = footprints.get(p);
  if (had) return had;
  const n = p.nx * p.ny;
  const bins = Math.ceil(Math.hypot(p.nx, p.ny)) + 2;
  const made: Footprint = {
    index: new Int32Array(n),
    bin: new Int32Array(n),
    weight: new Float32Array(n),
    profile: new Float64Array(bins),
    line: new Float64Array(bins),
    hull: new Int32Array(bins),
  };
  footprints.set(p, made);
  return made;
}

/**
 * Moves a board over a panel by a short way. It rests on what stands highest along its length (the upper hull of the profile under it, within
 * the length that it bends over) and takes material off where the surface lies within one scratch of that line, in proportion to pressure and
 * way; guide coat goes with it. The weight of the hand is the same however little carries it, so a high is cut faster than a flat.
 * @param p is changed
 * @param x, y middle of the board, mm from the top left point
 * @param wayMm how far it moved, mm
 */
export function press(p: SandedPanel, b: Board, x: number, y: number, wayMm: number): void {
  const { nx, ny, stepMm } = p;
  const f = footprintOf(p);
  const [cos, sin] = [Math.cos(b.angle), Math.sin(b.angle)];
  const [halfL, halfW] = [b.lengthMm / 2, b.widthMm / 2];
  const spanX = (Math.abs(halfL * cos) + Math.abs(halfW * sin)) / stepMm;
  const spanY = (Math.abs(halfL * sin) + Math.abs(halfW * cos)) / stepMm;
  const [cx, cy] = [x / stepMm, y / stepMm];
  const bins = Math.max(2, Math.floor(b.lengthMm / stepMm) + 1);
  const { profile, line } = f;
  profile.fill(-Infinity, 0, bins);
  let n = 0;
  const [fromX, toX] = [Math.max(0, Math.ceil(cx - spanX)), Math.min(nx - 1, Math.floor(cx + spanX))];
  const [fromY, toY] = [Math.max(0, Math.ceil(cy - spanY)), Math.min(ny - 1, Math.floor(cy + spanY))];
  const { mm, guide, filmMm } = p;
  const { index, bin: binOf, weight } = f;
  // Thousands of points a press: no calls in these loops.
  for (let iy = fromY; iy <= toY; iy++)
    for (let ix = fromX; ix <= toX; ix++) {
      const dx = ix * stepMm - x;
      const dy = iy * stepMm - y;
      const along = dx * cos + dy * sin;
      const across = dy * cos - dx * sin;
      if (along > halfL || along < -halfL || across > halfW || across < -halfW) continue;
      const i = iy * nx + ix;
      const nearest = ((along + halfL) / stepMm + 0.5) | 0;
      const bin = nearest < bins ? nearest : bins - 1;
      index[n] = i;
      binOf[n++] = bin;
      if (mm[i]! > profile[bin]!) profile[bin] = mm[i]!;
    }
  if (n === 0) return;
  restingLine(profile, line, f.hull, bins, Math.max(2, Math.round(b.bendMm / stepMm)));
  const reach = reachOf(b.grit);
  let carried = 0;
  for (let k = 0; k < n; k++) {
    const gap = line[binOf[k]!]! - mm[index[k]!]!;
    const w = gap < reach ? 1 - gap / reach : 0;
    weight[k] = w;
    carried += w;
  }
  if (carried === 0) return;
  const full = (PASS_SHARE * reach * wayMm) / b.lengthMm;
  const pressure = Math.min(MOST_PRESSURE, n / carried);
  for (let k = 0; k < n; k++) {
    const w = weight[k]!;
    if (w === 0) continue;
    const i = index[k]!;
    const off = full * pressure * w;
    mm[i]! -= off;
    filmMm[i]! -= off;
    const left = guide[i]! - (off * 1000) / GUIDE_UM;
    guide[i] = left > 0 ? left : 0;
  }
}

/**
 * Where a board's face lies along its length: at each place on the upper hull of the profile within its bending length, so over its whole length
 * where it is rigid; its ends go on straight.
 */
function restingLine(profile: Float64Array, line: Float64Array, hull: Int32Array, bins: number, bend: number): void {
  const half = Math.min(bend, bins - 1) >> 1;
  let before: Support | undefined;
  for (let s = half; s <= bins - 1 - half; s++) {
    const here = supportAt(profile, hull, s - half, s + half, s) ?? before;
    if (!here) continue;
    if (!before) for (let i = 0; i < s; i++) line[i] = here.mm - here.slope * (s - i);
    line[s] = here.mm;
    before = here;
  }
  if (!before) return void line.fill(-Infinity, 0, bins);
  const last = bins - 1 - half;
  for (let i = last + 1; i < bins; i++) line[i] = before.mm + before.slope * (i - last);
}

/** Height of what carries a board at a place, mm, and its slope there, mm from one place to the next. */
interface Support {
  mm: number;
  slope: number;
}

/** The upper hull of a profile between two places, at a third. On a peak a board rocks: it lies between both its flanks. */
function supportAt(profile: Float64Array, hull: Int32Array, from: number, to: number, s: number): Support | undefined {
  let top = 0;
  // Monotone chain (Andrew 1979), upper half.
  const isUnder = (a: number, b: number, c: number) =>
    (profile[b]! - profile[a]!) * (c - a) <= (profile[c]! - profile[a]!) * (b - a);
  for (let i = from; i <= to; i++) {
    if (profile[i] === -Infinity) continue;
    while (top >= 2 && isUnder(hull[top - 2]!, hull[top - 1]!, i)) top--;
    hull[top++] = i;
  }
  if (top === 0) return undefined;
  const slope = (k: number) => (profile[hull[k + 1]!]! - profile[hull[k]!]!) / (hull[k + 1]! - hull[k]!);
  for (let k = 0; k + 1 < top; k++)
    if (hull[k]! < s && s < hull[k + 1]!)
      return { mm: profile[hull[k]!]! + slope(k) * (s - hull[k]!), slope: slope(k) };
  for (let k = 0; k < top; k++) {
    if (hull[k] !== s) continue;
    const flanks = [...(k > 0 ? [slope(k - 1)] : []), ...(k + 1 < top ? [slope(k)] : [])];
    return { mm: profile[s]!, slope: flanks.length === 2 ? (flanks[0]! + flanks[1]!) / 2 : 0 };
  }
  // It lies beside all that carries it: over the edge of the panel.
  const end = s < hull[0]! ? hull[0]! : hull[top - 1]!;
  return { mm: profile[end]!, slope: 0 };
}

/** So many times is a board pressed while it goes its own length: between them it lies on much the same. */
const PRESSES = 20;

/** A board is pushed along a line: pressed at every couple of points on its way. @param points mm */
export function push(p: SandedPanel, b: Board, points: readonly { x: number; y: number }[]): void {
  for (let i = 1; i < points.length; i++) {
    const [from, to] = [points[i - 1]!, points[i]!];
    const way = Math.hypot(to.x - from.x, to.y - from.y);
    const n = Math.max(1, Math.ceil(way / Math.max(2 * p.stepMm, b.lengthMm / PRESSES)));
    for (let k = 1; k <= n; k++)
      press(p, b, from.x + ((to.x - from.x) * k) / n, from.y + ((to.y - from.y) * k) / n, way / n);
  }
}

/** A hammer's face, mm across. */
const HAMMER_MM = 36;
/** Pushes metal down, mm: a high goes down by half of what it stands proud of its own edge, and nothing is taken off. */
export function tapDown(p: SandedPanel, x: number, y: number): void {
  const r = HAMMER_MM;
  const around: { i: number; d: number }[] = [];
  let [edge, n] = [0, 0];
  for (let iy = 0; iy < p.ny; iy++)
    for (let ix = 0; ix < p.nx; ix++) {
      const d = Math.hypot(ix * p.stepMm - x, iy * p.stepMm - y);
      if (d <= r) around.push({ i: iy * p.nx + ix, d });
      else if (d <= 1.5 * r) {
        edge += p.mm[iy * p.nx + ix]!;
        n++;
      }
    }
  const level = n > 0 ? edge / n : 0;
  for (const { i, d } of around) {
    const proud = p.mm[i]! - level;
    if (proud > 0) p.mm[i]! -= 0.5 * proud * (1 - (d / r) ** 2);
  }
}
