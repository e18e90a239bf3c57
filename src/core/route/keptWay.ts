import { FINISHES, USUAL_FINISH, type Keeps } from '../library/finish';
import { isBase, isPrimer, isTopcoat, type Product, type Stage, isFinished } from '../library/product';
import { levelCoats } from '../library/level';
import { topLayer, type Strata, type Surface } from '../strata/types';
import type { SpotStatus } from '../cure/status';
import { spotsName } from '../rules/surfaceKind';
import {
  findProduct,
  layStep,
  POLISH,
  recent,
  REFIT,
  sandStep,
  toSpots,
  unique,
  WAX,
  type Candidate,
  type WayInput,
} from './acts';
import { COLOUR_KEY, KEY_FOR, NEEDS_BODY } from './recipe';
import { groupsOf, spotWay } from './spotsWay';
import { wayOf } from './zoneWay';

/** Whether there is paint that can be kept. */
export function hasPaint(s: Strata): boolean {
  const top = topLayer(s);
  return top !== undefined && (isTopcoat(top.family) || isFinished(top.family));
}

/** A spot in paint that stays: sealed, coloured and cleared by dabs. Where it was filled it is built and blocked first. */
function touchInWay(w: WayInput, x: SpotStatus): Candidate[] {
  const own = spotWay({ ...w, finish: USUAL_FINISH, level: 'tidy' }, x);
  const top = topLayer(x.strata);
  if (x.spot.cause === 'repaired' || !top || !isPrimer(top.family) || NEEDS_BODY.includes(top.family)) return own;
  const base = recent(w.state, w.all, (p) => FINISHES.baseClear.over.includes(p.family));
  const early = x.status.clocks.find((c) => c.stage === 'recoat' && !c.reached);
  return [
    ...(early ? [{ step: { kind: 'wait' as const }, label: 'Leave it to dry', untilMs: early.opensMs }] : []),
    ...(base ? [layStep(base)] : []),
    ...own,
  ];
}

/** Paper that levels a dab of paint with what is round it. */
const LEVELLED = 2000;

/** What is touched in, made level with what is round it: enough clear to cut, then cut, then all of it is polished. */
function levelWay(w: WayInput, dabs: readonly SpotStatus[]): Candidate[] {
  for (const group of groupsOf(dabs)) {
    const [{ strata, status }] = group;
    const on = group.map((g) => g.spot.id);
    const grit = strata.surface.scratch?.grit ?? 0;
    if (grit >= LEVELLED) continue;
    if ((topLayer(strata)?.coats ?? CLEAR_TO_CUT) < CLEAR_TO_CUT)
      return wayOf({ ...w, strata, status, finish: USUAL_FINISH, level: 'driver', skims: [] })
        .map((c) => toSpots(c, on, TOUCHED_IN))
        .filter((c) => 'on' in c.step || c.step.kind === 'wait');
    return [...waitOn(group, 'sand'), toSpots(sandStep(LEVELLED, strata, 'Level'), on, TOUCHED_IN)];
  }
  return dabs.length > 0 ? [...waitOn(dabs, 'polish'), POLISH] : [];
}
const TOUCHED_IN = 'What is touched in';
/** Coats of clear of which one may be cut away. */
const CLEAR_TO_CUT = 2;

/** Waiting for the youngest paint among spots. */
function waitOn(spots: readonly SpotStatus[], stage: Stage): Candidate[] {
  const open = spots.flatMap((x) => x.status.clocks.filter((c) => c.stage === stage && !c.reached));
  if (open.length === 0) return [];
  const untilMs = open.some((c) => c.opensMs === null) ? null : Math.max(...open.map((c) => c.opensMs ?? 0));
  return [
    { step: { kind: 'wait' }, label: 'Leave what is touched in to harden: wait, or bake it', logs: 'baked', untilMs },
  ];
}

/**
 * Colour on a repair and clear over the whole face: the repair is built and blocked, the paint round it keyed, colour goes on the repair alone,
 * clear over all. From clear on it is any other paint.
 */
function spotRepairWay(w: WayInput): Candidate[] {
  const top = topLayer(w.strata);
  const spots = w.status.spots ?? [];
  const usual: WayInput = { ...w, finish: USUAL_FINISH };
  if (top && (isTopcoat(top.family) || isBase(top.family)) && spots.length === 0 && !w.status.touchedIn)
    return wayOf(usual);
  const plain = wayOf(usual);
  const repairs = plain.filter((c) => c.step.kind === 'repair');
  const cleans = plain.filter((c) => c.step.kind === 'clean');
  if (spots.length === 0) return keptWay(w, 'asItIs');
  const { surface } = w.strata;
  const grit = surface.scratch?.grit;
  const isKeyed = grit !== undefined && grit >= COLOUR_KEY && grit <= 1200 && !surface.polished;
  const clear = findProduct(w, 'clear');
  const all = layAll(clear, sandStep(KEY_FOR.spotRepair, w.strata, 'Sand all of it to key'), isKeyed, surface, cleans);
  for (const group of groupsOf(spots)) {
    const [x] = group;
    const there = topLayer(x.strata);
    if (there && isBase(there.family) && x.spot.wants === undefined) continue;
    const own = spotWay(usual, x);
    const next = own.find((c) => c.step.kind !== 'clean');
    // Colour follows on its heels: what is round it is made ready for clear first.
    if (next?.step.kind === 'coat' && isBase(next.step.product.family) && !isKeyed) return unique([...repairs, ...all]);
    const on = group.map((g) => g.spot.id);
    return unique([...repairs, ...own.map((c) => toSpots(c, on, spotsName({ ...x, nowMs: w.nowMs }))), ...all]);
  }
  const flash = spots.flatMap((x) => x.status.clocks.filter((c) => c.stage === 'flash' && !c.reached));
  const another = groupsOf(spots).flatMap((group) =>
    wayOf({ ...usual, strata: group[0].strata, status: group[0].status })
      .filter((c) => c.step.kind === 'coat' && isBase(c.step.product.family))
      .slice(0, 1)
      .map((c) =>
        toSpots(
          c,
          group.map((g) => g.spot.id),
          spotsName({ ...group[0], nowMs: w.nowMs }),
        ),
      ),
  );
  const wantsMore = spots.some((x) => (topLayer(x.strata)?.coats ?? 9) < (levelCoats(w.level, 'baseSolvent') ?? 2));
  return unique([
    ...repairs,
    ...(flash.length > 0
      ? [
          {
            step: { kind: 'wait' as const },
            label: 'Let it flash off',
            untilMs: Math.max(...flash.map((c) => c.opensMs ?? 0)),
          },
        ]
      : []),
    ...(wantsMore ? another : []),
    ...all,
    ...another,
  ]);
}

/** Clear over all of it, keyed and wiped before. */
const layAll = (
  clear: Product | undefined,
  key: Candidate,
  isKeyed: boolean,
  surface: Surface,
  cleans: readonly Candidate[],
): Candidate[] =>
  !isKeyed
    ? [...(surface.polished && !surface.clean ? cleans : []), key]
    : surface.clean
      ? clear
        ? [layStep(clear)]
        : []
      : [...cleans, ...(clear ? [layStep(clear)] : [])];

/** The way of paint that stays: what is marked is mended, what is open there is touched in, the rest is polished, or left. */
export function keptWay(w: WayInput, keeps: Keeps): Candidate[] {
  if (keeps === 'spotRepair') return spotRepairWay(w);
  const { surface, fittedMs } = w.strata;
  const plain = wayOf({ ...w, finish: USUAL_FINISH });
  const repairs = plain.filter((c) => c.step.kind === 'repair');
  const cleans = plain.filter((c) => c.step.kind === 'clean');
  const waits = plain.filter((c) => c.step.kind === 'wait');
  const out = [...repairs];
  for (const group of groupsOf(w.status.spots ?? [])) {
    const [x] = group;
    const on = group.map((g) => g.spot.id);
    const own = touchInWay(w, x).map((c) => toSpots(c, on, spotsName({ ...x, nowMs: w.nowMs })));
    out.push(...own.filter((c) => 'on' in c.step || c.step.kind === 'wait'));
    return unique([...out, REFIT]);
  }
  // Scratches of sanding do not stay as they are: they are polished out, or the face is painted.
  const isScratched = surface.scratch !== undefined && surface.polished === undefined;
  const dabs = w.status.touchedIn ?? [];
  if (keeps === 'touchedIn' && surface.polished === undefined) out.push(...levelWay(w, dabs));
  if ((keeps === 'polished' || isScratched) && surface.polished === undefined) {
    out.push(...waitOn(dabs, 'polish'));
    const refine: Candidate[] =
      isScratched && (surface.scratch?.grit ?? 0) < 2000 ? [sandStep(2000, w.strata, 'Refine')] : [];
    out.push(...waits, ...(surface.clean || isScratched ? [] : cleans), ...refine, POLISH);
  }
  if (surface.guideCoat) out.unshift(...cleans);
  return unique([...out, ...(fittedMs === undefined ? [REFIT] : []), ...cleans, WAX]);
}
