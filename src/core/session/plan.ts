import type { Evening, EveningCup, EveningPart, EveningPlan, EveningStep, LeftWhy } from './evening';
import { beginning, boundOf, chainMin, layNext, type Laid } from './schedule';

/** So many half-made evenings are gone on with at once; and so few coats are searched through whole. */
const BEAM = 40;
const EXACT_COATS = 10;
/** So many parts come into question next at each place of a large evening. */
const LIKELY = 8;
/** More states than that are not looked at in a whole search. */
const MOST_STATES = 60_000;

const coatsOf = (e: Evening): number => e.parts.reduce((n, p) => n + p.coats.length, 0);
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
  if (e.stands.length > 0 && !e.stands.some((s) => s.bearsG >= part.weightG)) return 'stand';
  for (const c of part.coats) {
    const product = e.products[c.product];
    if (!product || c.ml > product.cupMl) return 'cup';
    if (product.potLifeMin !== undefined && c.minutes > product.potLifeMin) return 'potLife';
    if (c.windowMin !== undefined && c.windowMin < c.flashMin) return 'window';
  }
  const alone = { ...e, parts: [{ ...part, after: [] }] };
  if (orderAll(alone)) return undefined;
  if (chainMin(part, 0, 0) > e.endMin) return 'end';
  return orderAll({ ...alone, fitUntilMin: Infinity }) ? 'air' : 'end';
}

function planOf(e: Evening, laid: Laid | undefined, left: EveningPlan['left']): EveningPlan {
  const steps: EveningStep[] = [];
  const cups: EveningCup[] = [];
  for (let at = laid?.last; at; at = at.before) {
    steps.unshift(at.step);
    if (at.cup) cups.unshift({ no: at.cup.no, product: at.cup.product, mixedMin: at.cup.mixedMin, ml: 0 });
  }
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
    const why = p.coats.length === 0 ? undefined : whyNotAlone(evening, p);
    if (why) left.push({ partId: p.id, why });
    return !why && p.coats.length > 0;
  });
  for (;;) {
    const e = { ...evening, parts };
    const laid = parts.length === 0 ? undefined : orderAll(e);
    if (laid || parts.length === 0) return planOf(e, laid, left);
    // What takes longest makes the most room for the others; what others wait for goes last.
    const waitedFor = new Set(parts.flatMap((p) => p.after ?? []));
    const work = (p: EveningPart) => p.coats.reduce((s, c) => s + c.minutes, 0) + p.dustFreeMin;
    const out = parts.reduce((a, b) => {
      const [wa, wb] = [waitedFor.has(a.id), waitedFor.has(b.id)];
      return wa !== wb ? (wa ? b : a) : work(b) > work(a) ? b : a;
    });
    left.push({ partId: out.id, why: 'time' });
    parts = parts.filter((p) => p !== out);
  }
}
