import type { QualityLevel } from '../library/level';
import type { GapRead } from '../log/event';
import { fail, ok, type Result } from '../result';
import { figure, phrase, type Message } from '../units/phrase';

/** How far a gap may be off what it should be, and how far one face may stand off the other, mm: usual figures, by what was agreed. */
export const GAP_OFF_MM: Readonly<Record<QualityLevel, number>> = { tidy: 1.5, driver: 1, show: 0.5 };
export const FLUSH_OFF_MM: Readonly<Record<QualityLevel, number>> = { tidy: 1, driver: 0.7, show: 0.4 };
/** Light filler breaks off an edge that is built further than that; up to the second, glass-reinforced lies below; beyond it, metal is welded on. mm */
const EDGE_LIGHT_MM = 2;
const EDGE_MOST_MM = 6;
/** So much of an edge shows in a gap and is built up, mm: a usual door. */
export const EDGE_MM = 8;
/** Primer, base and clear on both edges close a gap by about this, mm. */
export const PAINT_CLOSES_MM = 0.5;
/** Fewer places do not say whether a gap is tapered or bent. */
export const MIN_GAP_READINGS = 3;

/** What a gap comes to. */
export const GAP_ACTS = {
  fits: 'It fits as agreed',
  hinges: 'Set it at its hinges or bolts first',
  buildUp: 'Build the edge up',
  takeOff: 'Take some off the other side',
  metal: 'Weld metal to the edge first',
} as const;
export type GapAct = keyof typeof GAP_ACTS;

export interface GapPlan {
  act: GapAct;
  why: Message;
  /** How far it is off at each place that was read, mm; plus is too wide. */
  off: { atMm: number; mm: number }[];
  /** What is left once it is set as well as hinges can: shifted and turned, mm at the worst place. */
  afterSettingMm: number;
  /** How far to move it at its first and last place, mm; plus closes the gap. */
  setMm: { first: number; last: number };
  /** To build on where it stays too wide, thickest, mm, and cured filler in all, mL. */
  buildMm: number;
  buildMl: number;
  /** Of it glass-reinforced, below, mL. */
  glassMl: number;
  /** To take off where it stays too tight, mm. */
  takeOffMm: number;
  /** Worst step from this face to the other, mm; plus is proud. undefined where nobody read it. */
  flushMm: number | undefined;
  isFlush: boolean;
}

/**
 * What to do about a gap: what hinges can put right comes first (a shift and a turn, by which the worst place is as little off as it can
 * be), since that costs no filler and no metal; then an edge is built up where it stays too wide, and the other side is eased where it
 * stays too tight.
 * @param edgeMm how deep the edge is that is built up, mm: as much as shows in the gap
 */
export function planGap(gap: GapRead, level: QualityLevel, edgeMm = EDGE_MM): Result<GapPlan, string> {
  const n = gap.widthMm.length;
  const step = n > 1 ? gap.lengthMm / (n - 1) : 0;
  const off = gap.widthMm.flatMap((w, i) => (w === null ? [] : [{ atMm: i * step, mm: w - gap.agreedMm }]));
  if (off.length < MIN_GAP_READINGS) return fail(`Read it in at least ${MIN_GAP_READINGS} places along its length`);
  const bears = GAP_OFF_MM[level];
  const worst = (list: readonly { mm: number }[]) => Math.max(...list.map((o) => Math.abs(o.mm)));
  const isOff = worst(off) > bears;
  const setBy = (line: { a: number; b: number }) =>
    off.map((o) => ({ atMm: o.atMm, mm: o.mm - line.a - line.b * o.atMm }));
  // Hinges are asked whether the worst place comes right; where it does not, the rest is filled on what lies right in most places.
  const narrow = lineThrough(off);
  const { a, b } = worst(setBy(narrow)) <= bears ? narrow : leastSquares(off);
  const set = setBy({ a, b });
  const afterSettingMm = worst(set);
  // Where setting does not do, it is still done first, and the rest is filler's and file's.
  const left = isOff ? set : off;
  const wide = left.map((o) => ({ atMm: o.atMm, mm: o.mm > bears ? o.mm : 0 }));
  const buildMm = Math.max(0, ...wide.map((o) => o.mm));
  const takeOffMm = Math.max(0, ...left.map((o) => (o.mm < -bears ? -o.mm : 0)));
  const flush = gap.flushMm.flatMap((v) => v ?? []);
  const flushMm = flush.length === 0 ? undefined : flush.reduce((m, v) => (Math.abs(v) > Math.abs(m) ? v : m), 0);
  const plan = {
    off,
    afterSettingMm,
    setMm: { first: a, last: a + b * gap.lengthMm },
    buildMm,
    buildMl: volumeMl(wide, edgeMm, (mm) => mm),
    glassMl: volumeMl(wide, edgeMm, (mm) => (buildMm > EDGE_LIGHT_MM ? Math.max(0, mm - EDGE_LIGHT_MM / 2) : 0)),
    takeOffMm,
    flushMm,
    isFlush: flushMm === undefined || Math.abs(flushMm) <= FLUSH_OFF_MM[level],
  };
  return ok({ ...plan, ...actOn(plan, isOff, bears) });
}

function actOn(p: Omit<GapPlan, 'act' | 'why'>, isOff: boolean, bears: number): { act: GapAct; why: Message } {
  const mm = (v: number) => figure('thickness', Math.abs(v), 1);
  if (!isOff) return { act: 'fits', why: phrase`Nowhere more than ${mm(bears)} off.` };
  if (p.afterSettingMm <= bears)
    return {
      act: 'hinges',
      why: phrase`It is shifted or tapered, not bent: move its first end by ${mm(p.setMm.first)} and its last by ${mm(p.setMm.last)}, and ${mm(p.afterSettingMm)} is left.`,
    };
  if (p.buildMm > EDGE_MOST_MM)
    return {
      act: 'metal',
      why: phrase`${mm(p.buildMm)} of filler breaks off an edge; ${mm(EDGE_MOST_MM)} is the most. Weld a rod or a strip on, then read it again.`,
    };
  if (p.buildMm >= p.takeOffMm)
    return {
      act: 'buildUp',
      why:
        p.buildMm > EDGE_LIGHT_MM
          ? phrase`Set as well as it goes, it stays up to ${mm(p.buildMm)} too wide: glass-reinforced below, light filler over it.`
          : phrase`Set as well as it goes, it stays up to ${mm(p.buildMm)} too wide.`,
    };
  return {
    act: 'takeOff',
    why: phrase`Set as well as it goes, it stays up to ${mm(p.takeOffMm)} too tight. File or weld-grind the other edge, never through its spot welds.`,
  };
}

/**
 * The line through places from which the worst of them is as little off as it can be. Its slope is that of two of the places, since the band
 * round it touches three of them: each pair is tried.
 */
function lineThrough(points: readonly { atMm: number; mm: number }[]): { a: number; b: number } {
  let best = bandOf(points, 0);
  for (const [i, p] of points.entries())
    for (const q of points.slice(i + 1)) {
      if (q.atMm === p.atMm) continue;
      const band = bandOf(points, (q.mm - p.mm) / (q.atMm - p.atMm));
      // Of two that are as good the one that moves less.
      const gain = best.width - band.width;
      if (gain > 1e-9 || (gain > -1e-9 && Math.abs(band.b) < Math.abs(best.b))) best = band;
    }
  return best;
}

/** A line through places by least squares. */
function leastSquares(points: readonly { atMm: number; mm: number }[]): { a: number; b: number } {
  const n = points.length;
  const mx = points.reduce((s, p) => s + p.atMm, 0) / n;
  const my = points.reduce((s, p) => s + p.mm, 0) / n;
  const sxx = points.reduce((s, p) => s + (p.atMm - mx) ** 2, 0);
  const b = sxx > 0 ? points.reduce((s, p) => s + (p.atMm - mx) * (p.mm - my), 0) / sxx : 0;
  return { a: my - b * mx, b };
}

/** The narrowest band of a slope that holds all places: its middle, and how wide it is. */
function bandOf(points: readonly { atMm: number; mm: number }[], b: number): { a: number; b: number; width: number } {
  const rest = points.map((p) => p.mm - b * p.atMm);
  const [low, high] = [Math.min(...rest), Math.max(...rest)];
  return { a: (low + high) / 2, b, width: high - low };
}
/** Along a line, by trapezes, over the depth of an edge, mL. */
function volumeMl(line: readonly { atMm: number; mm: number }[], edgeMm: number, part: (mm: number) => number): number {
  let mm2 = 0;
  for (let i = 1; i < line.length; i++)
    mm2 += ((part(line[i]!.mm) + part(line[i - 1]!.mm)) / 2) * (line[i]!.atMm - line[i - 1]!.atMm);
  return (mm2 * edgeMm) / 1000;
}
