import { FINISHES, USUAL_FINISH } from '../library/finish';
import { isPrimer, isTopcoat } from '../library/product';
import { topLayer, type Strata } from '../strata/types';
import type { SpotStatus } from '../cure/status';
import { spotsName } from '../rules/surfaceKind';
import { layStep, POLISH, recent, REFIT, sandStep, toSpots, unique, WAX, type Candidate, type WayInput } from './acts';
import { isFinished, NEEDS_BODY } from './recipe';
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

/** The way of paint that stays: what is marked is mended, what is open there is touched in, the rest is polished, or left. */
export function keptWay(w: WayInput, keeps: 'polished' | 'asItIs'): Candidate[] {
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
  if ((keeps === 'polished' || isScratched) && surface.polished === undefined) {
    const refine: Candidate[] =
      isScratched && (surface.scratch?.grit ?? 0) < 2000 ? [sandStep(2000, w.strata, 'Refine')] : [];
    out.push(...waits, ...(surface.clean || isScratched ? [] : cleans), ...refine, POLISH);
  }
  if (surface.guideCoat) out.unshift(...cleans);
  return unique([...out, ...(fittedMs === undefined ? [REFIT] : []), ...cleans, WAX]);
}
