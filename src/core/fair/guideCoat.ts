import { scratchUm } from '../grit/grain';
import type { GuideMark, GuideRound } from '../log/event';
import type { SandTool } from '../log/tools';
import type { HeightLimit, WeightedPlace } from './evidence';
import type { PanelSize } from './panelSize';

/**
 * How far what holds the paper gives way into a low, mm: colour goes from a low that is shallower, whatever the paper. Usual figures; a hand
 * follows everything.
 */
const GIVE_MM: Readonly<Record<SandTool, number>> = {
  bodyFile: 0.005,
  longBoard: 0.01,
  block: 0.015,
  orbital: 0.08,
  pad: 0.1,
  hand: 0.3,
};
/** What holds the paper is so long, mm, where nobody said how long. */
export const TOOL_LENGTH_MM: Readonly<Record<SandTool, number>> = {
  bodyFile: 350,
  longBoard: 400,
  block: 200,
  orbital: 150,
  pad: 150,
  hand: 80,
};

/** How far below the line of its board a paper takes colour off, mm: one scratch of it, and what the board gives. An estimate. */
export const paperReachMm = (r: Pick<GuideRound, 'grit' | 'tool'>): number =>
  scratchUm(r.grit) / 1000 + GIVE_MM[r.tool];

/** Length of the board of a round, mm: as it was said, or as the tool usually has. */
export const boardLengthMm = (r: Pick<GuideRound, 'boardMm' | 'tool'>): number => r.boardMm ?? TOOL_LENGTH_MM[r.tool];

/** How sharp the edge of a mark is against its limit: a share of the reach. */
const EDGE = 0.35;
/** What came off evenly stands for places so far apart, as a share of the board, and so many along the longer side at most. */
const EVEN_STEP = 0.2;
const EVEN_MOST = 12;
/** And no nearer to a mark than so, as a share of the board. */
const EVEN_FROM = 0.35;

/** Ways in which a board is pushed: in an X; where an edge leaves no room for that, along it. */
const STROKES = [
  [
    [Math.SQRT1_2, Math.SQRT1_2],
    [Math.SQRT1_2, -Math.SQRT1_2],
  ],
  [
    [1, 0],
    [0, 1],
  ],
] as const;
/** With less than that on one side nothing carries a board there, as a share of half its length. */
const CARRIES = 0.1;

/**
 * How far a place lies off the line of a board that is pushed over it, as a weighted sum of heights: the place itself against what carries the
 * board, half its length away on either side, or as far as the panel goes.
 * @param p mm on the drawing
 * @returns nothing in a corner, where no board says anything
 */
export function underBoard(p: { x: number; y: number }, boardMm: number, size: PanelSize): WeightedPlace[] {
  for (const ways of STROKES) {
    const strokes = ways.flatMap(([ux, uy]) => strokeThrough(p, ux, uy, boardMm / 2, size));
    if (strokes.length > 0)
      return [
        { x: p.x, y: p.y, weight: 1 },
        ...strokes.map((s) => ({ ...s, weight: (2 * s.weight) / strokes.length })),
      ];
  }
  return [];
}

/** Both ends of a board over a place, each with what it carries; none where it hangs over an edge. */
function strokeThrough(
  p: { x: number; y: number },
  ux: number,
  uy: number,
  half: number,
  size: PanelSize,
): WeightedPlace[] {
  const room = (sign: 1 | -1): number => {
    const to = (at: number, from: number, length: number, by: number) =>
      by === 0 ? Infinity : ((by > 0 ? from + length : from) - at) / by;
    return Math.min(half, to(p.x, size.x0, size.width, sign * ux), to(p.y, size.y0, size.height, sign * uy));
  };
  const [before, after] = [room(-1), room(1)];
  if (Math.min(before, after) < CARRIES * half) return [];
  return [
    { x: p.x - before * ux, y: p.y - before * uy, weight: -after / (before + after) },
    { x: p.x + after * ux, y: p.y + after * uy, weight: -before / (before + after) },
  ];
}

/** What a mark says of the height of its place against its board, mm. */
function limitOf(showed: GuideMark['showed'] | 'even', reachMm: number): { lowMm: number; highMm: number } {
  switch (showed) {
    case 'low':
      return { lowMm: -Infinity, highMm: -reachMm };
    case 'high':
      return { lowMm: reachMm, highMm: Infinity };
    case 'even':
      return { lowMm: -reachMm, highMm: reachMm };
  }
}

/**
 * What a round of guide coat says of the heights of a panel: where colour stayed the place lies deeper under the board than its paper reaches,
 * where it went at once it stands as much proud of it, and what came off evenly lies in between.
 */
export function limitsOf(round: GuideRound, size: PanelSize): HeightLimit[] {
  const reachMm = paperReachMm(round);
  const boardMm = boardLengthMm(round);
  const noiseMm = EDGE * reachMm;
  const at = (p: { x: number; y: number }, showed: GuideMark['showed'] | 'even'): HeightLimit => ({
    places: underBoard(p, boardMm, size),
    ...limitOf(showed, reachMm),
    noiseMm,
  });
  const even = round.rest === 'even' ? evenPlaces(round, boardMm, size) : [];
  return [...round.marks.map((m) => at(m, m.showed)), ...even.map((p) => at(p, 'even'))].filter(
    (l) => l.places.length > 0,
  );
}

/** Whether a round says something of a place: all of the panel was blocked, or a mark stands near. */
export const looksAt = (round: GuideRound, p: { x: number; y: number }): boolean =>
  round.rest === 'even' || round.marks.some((m) => isNear(m, p, round));
const isNear = (m: GuideMark, p: { x: number; y: number }, round: GuideRound): boolean =>
  Math.hypot(p.x - m.x, p.y - m.y) <= EVEN_FROM * boardLengthMm(round);

/** Places that stand for all that came off evenly. */
function evenPlaces(round: GuideRound, boardMm: number, size: PanelSize): { x: number; y: number }[] {
  const step = Math.max(EVEN_STEP * boardMm, Math.max(size.width, size.height) / EVEN_MOST);
  const along = (from: number, length: number): number[] => {
    const n = Math.max(2, Math.round(length / step));
    // Edges too: what comes off there is seen as well.
    return Array.from({ length: n + 1 }, (_, i) => from + (i * length) / n);
  };
  return along(size.y0, size.height)
    .flatMap((y) => along(size.x0, size.width).map((x) => ({ x, y })))
    .filter((p) => !round.marks.some((m) => isNear(m, p, round)));
}
