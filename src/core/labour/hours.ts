import { keysOf } from '../keysOf';
import { SHAPE_CLASSES, type ShapeClass } from '../library/shapeClass';
import { KINDS, type PlainEvent, type StepKind } from '../log/event';
import type { Job } from '../log/job';
import type { WorkAct } from '../log/workActs';
import { actOf } from '../log/workTime';
import { sandMinPerM2 } from '../grit/ladder';

/**
 * What each act takes: setting up, and a square metre of it, minutes. Plausible figures of one pair of hands, as in `plan/level`.
 */
const WORK_MIN: { readonly [K in StepKind]: { once: number; perM2: number } } = {
  coat: { once: 8, perM2: 9 },
  fill: { once: 8, perM2: 30 },
  clean: { once: 3, perM2: 5 },
  sand: { once: 4, perM2: 36 },
  guide: { once: 2, perM2: 2 },
  polish: { once: 10, perM2: 54 },
  strip: { once: 10, perM2: 42 },
  blast: { once: 30, perM2: 15 },
  repair: { once: 60, perM2: 0 },
  fit: { once: 30, perM2: 0 },
  tape: { once: 5, perM2: 5 },
  clamp: { once: 10, perM2: 0 },
  wax: { once: 5, perM2: 10 },
  mask: { once: 10, perM2: 10 },
  bake: { once: 10, perM2: 0 },
  remove: { once: 20, perM2: 0 },
  wait: { once: 0, perM2: 0 },
};

/** Acts in which paper goes over every line of a shape. */
const SANDED: readonly StepKind[] = ['sand', 'polish', 'strip'];

/**
 * Minutes of one pair of hands for an act on an area: an estimate from usual figures.
 * @param areaCm2 cm²
 * @param grit of a sanding: coarse paper that cuts shape takes longest
 * @param shape lines and edges take a hand longer
 */
export function workMinutes(kind: StepKind, areaCm2: number, grit?: number, shape: ShapeClass = 'flat'): number {
  const { once, perM2 } = WORK_MIN[kind];
  const times = SANDED.includes(kind) ? SHAPE_CLASSES[shape].factor : 1;
  return once + ((kind === 'sand' && grit !== undefined ? sandMinPerM2(grit) : perM2) * times * areaCm2) / 10_000;
}

/** Minutes of setting up for an act: done once for all that the hand then goes over together. */
export const setUpMinutes = (kind: StepKind): number => WORK_MIN[kind].once;

/** How much longer a shop is at something than is usual, as a factor, and how sure that is. */
export interface OwnPace {
  times: number;
  /** One standard deviation of it, as a factor: 1.2 is 20 % either way. */
  spread: number;
  /** On how many entries of one's own it rests. */
  entries: number;
}

/** Hands differ from what is usual by about this, and from themselves from one time to the next, as standard deviations of the logarithm. */
const HANDS = 0.35;
const DAYS = 0.5;
/** Further off than that is a clock that was forgotten, as a factor. */
const FORGOTTEN = 8;

/** Nobody has logged any time yet. */
export const USUAL_PACE: OwnPace = { times: 1, spread: Math.exp(HANDS), entries: 0 };

/**
 * The pace of a shop from what it logged, shrunk towards what is usual while that is little: the mean of a normal distribution of logarithms with a
 * normal prior about zero (Gelman et al. 2013, section 2.5).
 * @param logged pairs of minutes, as they are usual and as they were
 * @param hands how far hands differ from what is usual, as a standard deviation of the logarithm
 */
export function ownPace(logged: readonly { usualMin: number; tookMin: number }[], hands = HANDS): OwnPace {
  const logs = logged
    .filter((l) => l.usualMin > 0 && l.tookMin > 0)
    .map((l) => Math.log(l.tookMin / l.usualMin))
    .filter((x) => Math.abs(x) <= Math.log(FORGOTTEN));
  const precision = 1 / hands ** 2 + logs.length / DAYS ** 2;
  const mean = logs.reduce((a, b) => a + b, 0) / DAYS ** 2 / precision;
  return { times: Math.exp(mean), spread: Math.exp(1 / Math.sqrt(precision)), entries: logs.length };
}

/** Sizes of what is worked on, up to so much, cm²: what is small takes its setting up. */
export const SIZE_CLASSES = {
  small: { name: 'small', mostCm2: 1500 },
  middle: { name: 'middling', mostCm2: 7000 },
  large: { name: 'large', mostCm2: Infinity },
} as const;
export type SizeClass = keyof typeof SIZE_CLASSES;
export const sizeClass = (areaCm2: number): SizeClass =>
  keysOf(SIZE_CLASSES).find((s) => areaCm2 <= SIZE_CLASSES[s].mostCm2) ?? 'large';

/** How unsure a shop's pace is over all acts, as a factor, weighed by what was clocked; and on how many entries that rests: on none it is the usual one. */
export function pooledSpread(paces: OwnPaces): { spread: number; entries: number } {
  const acts = Object.values(paces);
  const entries = acts.reduce((n, p) => n + p.entries, 0);
  if (entries === 0) return { spread: USUAL_PACE.spread, entries };
  return { spread: Math.exp(acts.reduce((s, p) => s + p.entries * Math.log(p.spread), 0) / entries), entries };
}

/** What kind of piece an act is done on. */
export type PieceClass = `${ShapeClass}/${SizeClass}`;
/** The kind of a piece; a part of which nobody said more is flat or nearly. */
export const pieceClass = (shape: ShapeClass | undefined, areaCm2: number): PieceClass =>
  `${shape ?? 'flat'}/${sizeClass(areaCm2)}`;

/** The pace at an act: over all, and by the kind of piece where something was clocked on one. */
export interface ActPace extends OwnPace {
  by: Readonly<Partial<Record<PieceClass, OwnPace>>>;
}
/** Pace by what is done. */
export type OwnPaces = Readonly<Partial<Record<WorkAct, ActPace>>>;

/** Kinds of pieces differ from one another by about this, as a standard deviation of the logarithm. */
const PIECES = 0.4;

/** The pace at an act on a kind of piece: that of the piece where one was clocked, else that of the act, and the usual one where neither was. */
export const paceOn = (paces: OwnPaces, act: WorkAct, piece: PieceClass): OwnPace =>
  paces[act]?.by[piece] ?? paces[act] ?? USUAL_PACE;

/** As {@link ownPace}, about the pace of the act instead of the usual one. */
function paceAbout(of: OwnPace, logged: readonly { usualMin: number; tookMin: number }[]): OwnPace {
  const about = ownPace(
    logged.map((l) => ({ ...l, usualMin: l.usualMin * of.times })),
    Math.hypot(PIECES, Math.log(of.spread)),
  );
  return { ...about, times: about.times * of.times };
}

/**
 * The pace of a shop over all of its jobs, from entries that say how long they took: by act, and within it by the kind of piece, which leans on the act's as
 * long as little was clocked on it (a hierarchical normal model, Gelman et al. 2013, chapter 5, with known spreads).
 * @param jobs each with its entries that count
 */
export function ownPaces(jobs: readonly { job: Job; events: readonly PlainEvent[] }[]): OwnPaces {
  const logged: Partial<Record<WorkAct, { usualMin: number; tookMin: number; piece: PieceClass }[]>> = {};
  for (const { job, events } of jobs) {
    const zones = new Map(job.zones.map((z) => [z.id, z]));
    const shapes = new Map(job.panels.map((p) => [p.id, p.shape]));
    for (const e of events) {
      const { step } = KINDS[e.kind];
      const act = actOf(e);
      if (e.workMin === undefined || step === null || act === null) continue;
      const on = e.zoneIds.flatMap((id) => zones.get(id) ?? []);
      const areaCm2 = on.reduce((sum, z) => sum + z.areaCm2, 0);
      const first = on[0];
      const shape = first && shapes.get(first.panelId);
      const piece = pieceClass(shape, areaCm2 / Math.max(1, on.length));
      const usualMin = workMinutes(step, areaCm2, e.kind === 'sanded' ? e.grit : undefined, shape);
      (logged[act] ??= []).push({ usualMin, tookMin: e.workMin, piece });
    }
  }
  return Object.fromEntries(
    keysOf(logged).map((act) => {
      const list = logged[act] ?? [];
      const over = ownPace(list);
      const pieces = [...new Set(list.map((l) => l.piece))];
      const by = Object.fromEntries(
        pieces.map((piece) => [
          piece,
          paceAbout(
            over,
            list.filter((l) => l.piece === piece),
          ),
        ]),
      );
      return [act, { ...over, by }];
    }),
  );
}
