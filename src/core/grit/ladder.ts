import { SHAPE_CLASSES, type ShapeClass } from '../library/shapeClass';
import { GRITS } from '../log/tools';
import { grainUm } from './grain';

export type Grit = (typeof GRITS)[number];

/** What is sanded: how far one paper may be from the next, and how deep a scratch is against the grain. */
export const LADDER_ON = {
  filler: { name: 'Filler', ratio: 2.2, scratch: 0.15 },
  primer: { name: 'Primer', ratio: 2, scratch: 0.15 },
  clear: { name: 'Clear or topcoat', ratio: 2, scratch: 0.1 },
} as const;
export type LadderOn = keyof typeof LADDER_ON;

/** What holds the paper, by shape. */
export type Held = (typeof SHAPE_CLASSES)[ShapeClass]['held'];

/** Grits that stand on most shelves. */
const SHELF: readonly Grit[] = [40, 80, 120, 180, 240, 320, 400, 500, 600, 800, 1000, 1500, 2000, 3000, 5000];

/** Minutes for a square metre of flat panel, one pair of hands, by the coarsest grit to which it holds: usual figures. */
const MIN_PER_M2: readonly (readonly [grit: number, min: number])[] = [
  [80, 45],
  [150, 30],
  [320, 22],
  [600, 18],
  [8000, 14],
];
/** Sheets or discs for a square metre: coarse paper clogs. */
const DISCS_PER_M2: readonly (readonly [grit: number, discs: number])[] = [
  [120, 6],
  [320, 4],
  [8000, 3],
];
const byGrit = (table: readonly (readonly [number, number])[], grit: number): number =>
  table.find(([to]) => grit <= to)?.[1] ?? table[table.length - 1]![1];

/** Minutes for a square metre of flat panel with a paper, one pair of hands. */
export const sandMinPerM2 = (grit: number): number => byGrit(MIN_PER_M2, grit);

/** One paper of a ladder. */
export interface Rung {
  grit: Grit;
  /** What it has to take off so that the last paper's scratch is gone, µm. */
  removesUm: number;
  /** What it leaves behind, µm. */
  scratchUm: number;
  minutes: number;
  discs: number;
  wet: boolean;
  /** What holds it: shape is cut with the longest board, scratches are taken out with a softer one. */
  held: Held | 'pad';
  /** Strokes over each place: a paper takes about a twelfth of its own scratch off with each. */
  passes: number;
  /** Diagonally across the last one's scratches, so that they show until they are gone. */
  crossing: boolean;
}

/** A stroke takes off so much of its own scratch: a usual figure of boards under a hand. So shape takes about so many. */
const PASS_SHARE = 0.08;
const SHAPING_PASSES = 30;
/** From here on paper is used wet, which keeps it open. */
const WET_FROM = 800;

/**
 * Papers from a scratch to another, each at most so much finer than the last that it takes its scratch out in reasonable time (a ratio of the
 * grains, ISO 6344): as few as that allows.
 * @param from the scratch that is there; absent: shape-cutting comes first, with `first`
 * @param to the scratch that the next coat hides and still keys to
 * @returns empty where the scratch is there already, or is finer
 */
export function gritLadder(
  from: Grit | undefined,
  to: Grit,
  on: LadderOn,
  areaCm2 = 0,
  shape: ShapeClass = 'flat',
  first: Grit = 80,
): Rung[] {
  const { ratio, scratch } = LADDER_ON[on];
  const papers: Grit[] = from === undefined ? [first] : [];
  let last = from ?? first;
  while (grainUm(last) > grainUm(to)) {
    const reach = [...SHELF, to].filter(
      (g) => grainUm(g) < grainUm(last) && grainUm(g) >= grainUm(to) && grainUm(last) / grainUm(g) <= ratio,
    );
    // Where the shelf has a gap, every grit of the standard is looked at.
    const all = GRITS.filter((g) => grainUm(g) < grainUm(last) && grainUm(g) >= grainUm(to));
    const next = finest(reach) ?? all[0] ?? to;
    papers.push(next);
    last = next;
  }
  const m2 = (areaCm2 / 10_000) * SHAPE_CLASSES[shape].factor;
  return papers.map((grit, i): Rung => {
    const before = papers[i - 1] ?? from;
    return {
      grit,
      removesUm: before === undefined ? 0 : scratch * grainUm(before),
      scratchUm: scratch * grainUm(grit),
      minutes: byGrit(MIN_PER_M2, grit) * m2,
      discs: Math.ceil(byGrit(DISCS_PER_M2, grit) * (areaCm2 / 10_000)),
      wet: grit >= WET_FROM,
      held: grit >= WET_FROM && SHAPE_CLASSES[shape].held === 'board' ? 'pad' : SHAPE_CLASSES[shape].held,
      passes: before === undefined ? SHAPING_PASSES : Math.ceil(grainUm(before) / (PASS_SHARE * grainUm(grit))),
      crossing: before !== undefined,
    };
  });
}

const finest = (grits: readonly Grit[]): Grit | undefined =>
  grits.reduce<Grit | undefined>((best, g) => (best === undefined || grainUm(g) < grainUm(best) ? g : best), undefined);

/** What a ladder takes off in all, µm, and whether the film bears it with so much left. */
export const ladderRemovalUm = (rungs: readonly Rung[]): number => rungs.reduce((sum, r) => sum + r.removesUm, 0);

/** Boards, longest first, mm. */
export const BOARDS = [
  { name: 'Long board', lengthMm: 700 },
  { name: 'Board', lengthMm: 400 },
  { name: 'Block', lengthMm: 200 },
  { name: 'Small block', lengthMm: 120 },
] as const;

/**
 * The board for a wave: longer than half of it, or it follows the wave instead of bridging it; and no longer than the panel.
 * @returns undefined where no board is long enough: work by straightedge and guide coat there
 */
export const boardFor = (waveMm: number, panelMm: number): (typeof BOARDS)[number] | undefined =>
  [...BOARDS].reverse().find((b) => b.lengthMm >= waveMm / 2 && b.lengthMm <= panelMm);
