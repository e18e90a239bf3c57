import type { Evening, EveningCup, EveningPart, EveningPlan, EveningStep, LeftWhy } from './evening';
import { beginning, boundOf, chainMin, hasStand, layNext, pieceG, type Laid } from './schedule';

/** So many half-made evenings are gone on with at once; and so few coats are searched through whole. */
const BEAM = 40;
const EXACT_COATS = 10;
/** So many parts come into question next at each place of a large evening. */
const LIKELY = 8;
/** More states than that are not looked at in a whole search. */
const MOST_STATES = 60_000;

/** Coats that a part still wants. */
const coatsLeft = (p: EveningPart): number => Math.max(0, p.coats.length - (p.done?.coats ?? 0));
const coatsOf = (e: Evening): number => e.parts.reduce((n, p) => n + coatsLeft(p), 0);
const isDone = (e: Evening, l: Laid): boolean => e.parts.every((p, i) => (l.coats[i] ?? 0) >= p.coats.length);

/** A part whose window closes before hands could be there again is lost: half an evening with one is no evening. */
function isLost(e: Evening, l: Laid): boolean {
  return e.parts.some((p, i) => {
    const done = l.coats[i] ?? 0;
    const before = done < p.coats.length ? p.coats[done - 1] : undefined;
    if (before?.windowMin === undefined) return false;
    return l.nowMin - (l.endedMin[i] ?? 0) > before.windowMin;
  });
}

/** All evenings that are one coat further. */
const further = (e: Evening, l: Laid, parts: readonly number[] = e.parts.map((_, i) => i)): Laid[] =>
  parts.flatMap((i) => {
    const next = layNext(e, l, i);
    return next && !isLost(e, next) ? [next] : [];
  });

/** Of many parts those that hands would turn to: what is ready soonest, and whose window closes soonest. */
function likelyNext(e: Evening, l: Laid): number[] {
  const open = e.parts.flatMap((p, i) => {
    const done = l.coats[i] ?? 0;
    if (done >= p.coats.length) return [];
    const before = p.coats[done - 1];
    const ended = l.endedMin[i] ?? 0;
    const readyMin = before ? ended + before.flashMin : 0;
    return [
      {
        i,
        readyMin: Math.max(l.nowMin, readyMin),
        closesMin: before ? ended + (before.windowMin ?? Infinity) : Infinity,
      },
    ];
  });
  if (open.length <= LIKELY) return open.map((o) => o.i);
  const ready = [...open].sort((a, b) => a.readyMin - b.readyMin || a.i - b.i).slice(0, LIKELY - 2);
  const closing = [...open].sort((a, b) => a.closesMin - b.closesMin || a.i - b.i).slice(0, 2);
  return [...new Set([...ready, ...closing].map((o) => o.i))];
}

/** The best order of all of the parts, by going through all of them; undefined where there is none, or it takes too long to look. */
function searchWhole(e: Evening): Laid | undefined {
  let best: Laid | undefined;
  let seen = 0;
  const walk = (l: Laid): void => {
    if (seen++ > MOST_STATES || boundOf(e, l) >= (best?.doneMin ?? Infinity)) return;
    if (isDone(e, l)) best = l;
    else for (const n of further(e, l).sort((a, b) => boundOf(e, a) - boundOf(e, b))) walk(n);
  };
  walk(beginning(e));
  return best;
}

/** A good order: the most promising evenings are gone on with, coat by coat (beam search). */
function searchBeam(e: Evening): Laid | undefined {
  const total = coatsOf(e);
  let beam = [beginning(e)];
  for (let n = 0; n < total; n++) {
    const rated = beam
      .flatMap((l) => further(e, l, likelyNext(e, l)))
      .map((l) => ({ l, bound: boundOf(e, l), cups: l.cupCount }));
    // The same coats laid, by another order, to a later minute: nothing is gained by it.
    const seen = new Map<string, (typeof rated)[number]>();
    for (const r of rated) {
      const key = `${r.l.coats.join()} ${r.l.inGun ?? ''} ${r.cups}`;
      const had = seen.get(key);
      if (!had || r.bound < had.bound || (r.bound === had.bound && r.l.nowMin < had.l.nowMin)) seen.set(key, r);
    }
    beam = [...seen.values()]
      .sort((a, b) => a.bound - b.bound || a.l.nowMin - b.l.nowMin || a.cups - b.cups)
      .slice(0, BEAM)
      .map((r) => r.l);
    if (beam.length === 0) return undefined;
  }
  return beam[0];
}

/** An order of all of the parts; undefined where none was found. */
const orderAll = (e: Evening): Laid | undefined =>
  coatsOf(e) <= EXACT_COATS ? (searchWhole(e) ?? searchBeam(e)) : searchBeam(e);

/** Why a part cannot be done even alone; undefined where it can. */
function whyNotAlone(e: Evening, part: EveningPart): LeftWhy | undefined {
  if (!part.fixed && !part.done?.coats && e.stands.length > 0) {
    if (!hasStand(e, e.parts.indexOf(part))) return 'stand';
    if (e.hands && !e.hands.helper && pieceG(e, e.parts.indexOf(part)) > e.hands.liftG) return 'lift';
  }
  for (const c of part.coats.slice(part.done?.coats ?? 0)) {
    const product = e.products[c.product];
    if (!product || c.ml > product.cupMl) return 'cup';
    if (product.potLifeMin !== undefined && c.minutes > product.potLifeMin) return 'potLife';
    if (c.windowMin !== undefined && c.windowMin < c.flashMin) return 'window';
  }
  const { order: _, ...free } = e;
  const alone = { ...free, parts: [{ ...part, after: [] }] };
  if (orderAll(alone)) return undefined;
  // Its last coat is too old for the next one: what is on it has to be sanded first.
  if (isLost(alone, beginning(alone))) return 'window';
  if (chainMin(part, part.done?.coats ?? 0, 0) > e.endMin) return 'end';
  return orderAll({ ...alone, fitFromMin: 0, fitUntilMin: Infinity }) ? 'air' : 'end';
}

function planOf(e: Evening, laid: Laid | undefined, left: EveningPlan['left']): EveningPlan {
  const steps: EveningStep[] = [];
  const cups: EveningCup[] = [];
  for (let at = laid?.last; at; at = at.before) {
    steps.unshift(at.step);
    if (at.cup) cups.unshift({ no: at.cup.no, product: at.cup.product, mixedMin: at.cup.mixedMin, ml: 0 });
  }
  for (const [i, c] of (e.openCups ?? []).entries())
    if (steps.some((x) => x.cup === i + 1)) cups.push({ no: i + 1, product: c.product, mixedMin: c.mixedMin, ml: 0 });
  cups.sort((a, b) => a.no - b.no);
  for (const cup of cups)
    cup.ml = steps.reduce((s, x) => {
      const coat = x.cup === cup.no ? e.parts.find((p) => p.id === x.partId)?.coats[x.coat - 1] : undefined;
      return s + (coat?.ml ?? 0);
    }, 0);
  return { steps, cups, left, doneMin: laid?.doneMin ?? 0, boundMin: boundOf(e, beginning(e)) };
}

/**
 * An evening in order: which coat on which part, when, on which stand, from which cup; and which parts wait for another evening, with the reason. Small
 * evenings are searched through whole (branch and bound), larger ones along the most promising orders. The same evening gives the same plan. No flash, window,
 * pot life, stand or end is broken by it.
 */
export function planEvening(evening: Evening): EveningPlan {
  const left: { partId: string; why: LeftWhy }[] = [];
  let parts = evening.parts.filter((p) => {
    const why = coatsLeft(p) === 0 ? undefined : whyNotAlone(evening, p);
    if (why) left.push({ partId: p.id, why });
    // What is done stays: it takes a stand, and has to dry.
    return !why && p.coats.length > 0;
  });
  for (;;) {
    const e = { ...evening, parts };
    const open = parts.filter((p) => coatsLeft(p) > 0);
    const laid = open.length === 0 ? undefined : orderAll(e);
    if (laid || open.length === 0) return planOf(e, laid ?? beginning(e), left);
    // What takes longest makes the most room for the others; what others wait for goes last.
    const waitedFor = new Set(parts.flatMap((p) => p.after ?? []));
    const work = (p: EveningPart) => p.coats.reduce((s, c) => s + c.minutes, 0) + p.dustFreeMin;
    // What has begun is finished where it can be.
    const rank = (p: EveningPart) => (p.done?.coats ? 2 : 0) + (waitedFor.has(p.id) ? 1 : 0);
    const out = open.reduce((a, b) => (rank(a) !== rank(b) ? (rank(a) > rank(b) ? b : a) : work(b) > work(a) ? b : a));
    left.push({ partId: out.id, why: 'time' });
    parts = parts.filter((p) => p !== out);
  }
}

/** Whose coat comes when in a plan: a part's id for each coat. */
export const turnsOf = (plan: EveningPlan): string[] => plan.steps.map((s) => s.partId);

/**
 * What is left of an evening, with coats in the turns that were agreed: what was late moves what comes after it, and nothing jumps. Only where the
 * turns hold no more (a window would close, a cup go off, the end pass, a part came or went) it is put in order anew.
 * @param turns part ids, one for each coat from the begin of the evening
 */
export function planInTurns(evening: Evening, turns: readonly string[]): EveningPlan & { kept: boolean } {
  const { order: _, ...e } = evening;
  const toSkip = new Map(e.parts.map((p) => [p.id, p.done?.coats ?? 0]));
  const todo = turns.filter((id) => {
    const skip = toSkip.get(id) ?? 0;
    if (skip > 0) toSkip.set(id, skip - 1);
    return skip <= 0 && e.parts.some((p) => p.id === id);
  });
  let laid: Laid | undefined = beginning(e);
  for (const id of todo) {
    const i = e.parts.findIndex((p) => p.id === id);
    if ((laid.coats[i] ?? 0) >= (e.parts[i]?.coats.length ?? 0)) continue;
    laid = layNext(e, laid, i);
    if (!laid || isLost(e, laid)) return { ...planEvening(evening), kept: false };
  }
  return isDone(e, laid) ? { ...planOf(e, laid, []), kept: true } : { ...planEvening(evening), kept: false };
}

/** The evenings after the first one, of which all is asked that is not said of the first. */
export type LaterEvening = Pick<Evening, 'endMin' | 'fitFromMin' | 'fitUntilMin'>;

/**
 * On which of the evenings that follow each part that waits fits: they are filled one after the other.
 * @returns index of the evening by part; parts that fit on none are not in it
 */
export function spreadEvenings(first: Evening, plan: EveningPlan, later: readonly LaterEvening[]): Map<string, number> {
  const on = new Map<string, number>();
  let waiting = plan.left.map((l) => l.partId);
  const { fitFromMin: _, fitUntilMin: __, openCups: ___, inGun: ____, order: _____, ...usual } = first;
  for (const [i, l] of later.entries()) {
    if (waiting.length === 0) break;
    const parts = first.parts.filter((p) => waiting.includes(p.id)).map(({ done: _done, ...p }) => p);
    const there = planEvening({ ...usual, ...l, parts });
    const out = new Set(there.left.map((x) => x.partId));
    for (const p of parts) if (!out.has(p.id)) on.set(p.id, i);
    waiting = waiting.filter((id) => out.has(id));
  }
  return on;
}
