import { airAt } from '../air/history';
import type { ClockShop } from '../cure/stages';
import { zoneStatus } from '../cure/status';
import type { ShapeClass } from '../library/shapeClass';
import { FINISHES, USUAL_FINISH, type Finish } from '../library/finish';
import type { QualityLevel } from '../library/level';
import type { Product } from '../library/product';
import { FAMILIES, isFiller, type ProductFamily } from '../library/product';
import { KINDS, type PlainEvent } from '../log/event';
import { applyEvent } from '../strata/apply';
import type { JobState } from '../strata/fold';
import { spotsOf } from '../strata/spots';
import { openFaults, SUBSTRATE, topLayer, type Strata } from '../strata/types';
import { MINUTE_MS } from '../units/time';
import type { PlannedSkim, ZoneFill } from '../fair/zoneSkims';
import type { Step } from '../rules/rule';
import { verdictOn, type Verdict, type VerdictInput } from '../rules/verdict';
import { coatDefaults } from './draft';
import { cacheByKey } from '../cache';
import type { Candidate, Preference, WayInput } from './acts';
import { isIdle, leadOn } from './leadOn';
import { compatibleByTable } from './compatible';
import { lowerFirst, phrase, type Message } from '../units/phrase';
import { ON_BARE } from './recipe';
import { wayFrom } from './way';
import { paceOn, pieceClass, workMinutes, type OwnPaces } from '../labour/hours';

/** One step that is still to come. */
export interface RouteStep {
  label: string;
  step: Step;
  /** When it can begin at the earliest, ms. */
  fromMs: number;
  /** Work of one pair of hands, minutes: an estimate. */
  workMin: number;
  /** How much of the zone it works on, cm². */
  areaCm2?: number;
  /** What is mixed for it, where a plan says so. */
  skim?: PlannedSkim;
}

/** What is still to come on a zone until it is fitted. */
export interface Route {
  steps: readonly RouteStep[];
  /** When the last of them is done at the earliest, as if somebody were there day and night, ms; null where it does not get there. */
  doneMs: number | null;
  /** Minutes of work, and of waiting for clocks. */
  workMin: number;
  waitMin: number;
  /** Why it does not get there. */
  stuck?: Message;
}

/** A spot of which nobody said how large it is, cm². */
const SPOT_CM2 = 25;
/** More steps than any way has: it would go round in a ring. */
const MOST_STEPS = 40;

/** The entry that a step will be, as it is usually made. */
export function entryOfStep(
  { step }: Pick<Candidate, 'step'>,
  strata: Strata,
  id: string,
  atMs: number,
): PlainEvent | undefined {
  const common = { id, atMs, writtenMs: atMs, zoneIds: [], ...('on' in step && step.on && { on: step.on }) };
  switch (step.kind) {
    case 'coat':
      return FAMILIES[step.product.family].usedIn === 'treated'
        ? { ...common, kind: 'treated', productId: step.product.id, coats: 1, filmUm: step.product.film.nominalUm }
        : { ...common, kind: 'coated', ...coatDefaults(step.product) };
    case 'fill':
      return {
        ...common,
        kind: 'filled',
        productId: step.product.id,
        filmUm: step.filmUm ?? step.product.film.nominalUm,
        ...(step.product.mechanism === 'polyester' && { hardenerFraction: step.hardenerFraction ?? 0.02 }),
      };
    case 'clean':
      return { ...common, kind: 'cleaned', productId: step.product.id };
    case 'guide':
      return { ...common, kind: 'guideCoated', productId: '' };
    case 'sand':
      return {
        ...common,
        kind: 'sanded',
        grit: step.grit,
        tool: 'block',
        wet: step.grit >= 1000,
        removedUm: step.removedUm ?? 0,
      };
    case 'polish':
      return { ...common, kind: 'polished', grit: 3000, removedUm: 2 };
    case 'strip':
      return {
        ...common,
        kind: 'stripped',
        to: SUBSTRATE,
        method: step.method,
        ...(step.method === 'sander' && { grit: 80 }),
      };
    case 'repair':
      return {
        ...common,
        kind: 'repaired',
        method: step.treatment ?? 'Repair',
        faultIds: openFaults(strata).flatMap((f) => (f.mark.treatment === step.treatment ? [f.id] : [])),
      };
    default:
      return undefined;
  }
}

/** What the way is found from: a verdict's input, and what the way asks besides. */
export interface RouteInput {
  input: VerdictInput;
  state: JobState;
  all: readonly Product[];
  /** Clocks of the panel, over its forecast. */
  clocks: ClockShop;
  level?: QualityLevel | undefined;
  finish?: Finish | undefined;
  areaCm2: number;
  prefer?: Preference | undefined;
  /** Steps that somebody put off, by `stepKey`. */
  putOff?: readonly string[] | undefined;
  /** The shop's own pace, from what it logged. */
  paces?: OwnPaces | undefined;
  /** What the panel's surface is like to work on. */
  shape?: ShapeClass | undefined;
  /** What a plan fills on the zone; absent: nobody has read it. */
  fill?: ZoneFill | undefined;
}

/**
 * What is still to come on a zone, step by step, to where it is fitted: each time the first step of the way that the verdict allows, made on
 * strata that are worked out like those of the log, at the moment at which the clocks let it.
 */
export function routeFrom({
  input,
  state,
  all,
  clocks,
  level,
  finish,
  areaCm2,
  prefer,
  putOff,
  paces = {},
  shape,
  fill,
}: RouteInput): Route {
  const { products, method } = input;
  const steps: RouteStep[] = [];
  let strata: Strata = input.strata;
  let now = input.nowMs;
  let skims = fill?.left;
  let [work, wait] = [0, 0];
  const end = (doneMs: number | null, stuck?: Message): Route => ({
    steps,
    doneMs,
    ...(stuck !== undefined && { stuck }),
    workMin: Math.round(work),
    waitMin: Math.round(wait),
  });
  const waitUntil = (ms: number) => {
    wait += (ms - now) / MINUTE_MS;
    now = ms;
  };
  for (let n = 0; n < 4 * MOST_STEPS && steps.length < MOST_STEPS; n++) {
    const status = zoneStatus({ events: [], strata }, clocks, now, products);
    const w = {
      strata,
      status,
      state,
      all,
      method,
      compatible: compatibleByTable,
      level,
      finish,
      prefer,
      nowMs: now,
      putOff,
      skims,
    };
    const judged: VerdictInput = { ...input, strata, status, nowMs: now, air: airThen(input, now) };
    delete judged.within;
    const judge = cacheByKey((step: Step) => verdictOn(step, judged));
    const way = leadOn(wayFrom(w), w, judge);
    const chosen = choose(way, w, judge);
    if (!chosen) return end(null, whyStuck(way, w, judge));
    if (chosen.untilMs !== undefined) {
      if (chosen.untilMs === null) return end(null, COLD);
      waitUntil(Math.max(chosen.untilMs, now + MINUTE_MS));
      continue;
    }
    const { candidate } = chosen;
    const { step } = candidate;
    const worked = workedCm2(candidate, strata, areaCm2, fill);
    const workMin = Math.max(
      1,
      Math.round(workMinutes(step.kind, worked, gritOf(step), shape) * paceOf(candidate, paces, shape, areaCm2)),
    );
    const { label, skim } = candidate;
    steps.push({ label, step, fromMs: now, workMin, areaCm2: worked, ...(skim && { skim }) });
    work += workMin;
    now += workMin * MINUTE_MS;
    if (step.kind === 'fit') return end(now);
    if (candidate.skim) skims = skims?.slice(1);
    const entry = entryOfStep(candidate, strata, `route-${n}`, now);
    const next = entry && applyEvent(strata, entry, { products, first: (id) => id });
    if (!next) return end(null);
    strata = next;
  }
  return end(null, whyStuck([], { strata, all, finish, putOff }));
}

const COLD = 'It stands still in this cold: warm the part or the room.';

/** Why a way goes no further: nothing to lay, what was put off, or what stops its first step. */
function whyStuck(
  way: readonly Candidate[],
  w: Pick<WayInput, 'strata' | 'all' | 'finish' | 'putOff'>,
  judge?: (s: Step) => Verdict,
): Message {
  const { system } = w.finish ?? USUAL_FINISH;
  const wants: (readonly ProductFamily[])[] = [
    FINISHES[system].over,
    ...(system === 'baseClear' || FINISHES[system].keeps === 'spotRepair' ? [['clear'] as const] : []),
    ...(w.strata.layers.length === 0 ? [ON_BARE[w.strata.substrate].primers] : []),
  ];
  const missing = wants.find((f) => f.length > 0 && !w.all.some((p) => f.includes(p.family)));
  if (missing)
    return `Nothing here to lay as ${missing.map((f) => FAMILIES[f].name.toLowerCase()).join(' or ')}: ${FINISHES[system].name.toLowerCase()} needs it.`;
  if (w.putOff && w.putOff.length > 0) return 'What was put off is needed on every way from here: take it up again.';
  const [first] = way;
  const stop = first && judge?.(first.step).findings.find((f) => f.level === 'stop');
  if (!first || !stop) return 'From here no step leads on: look what was logged last.';
  return stop.clears
    ? phrase`${first.label}: ${lowerFirst(stop.says)} ${stop.clears}`
    : phrase`${first.label}: ${lowerFirst(stop.says)}`;
}

/** How much of a zone a step works on, cm²: a skim is spread, and filler sanded, only where the plan has it. */
function workedCm2(c: Candidate, strata: Strata, areaCm2: number, fill: ZoneFill | undefined): number {
  if (c.skim) return c.skim.areaCm2;
  const on = 'on' in c.step ? c.step.on : undefined;
  if (on) return spotsOf(strata).reduce((cm2, x) => (on.includes(x.id) ? cm2 + (x.areaCm2 ?? SPOT_CM2) : cm2), 0);
  const top = topLayer(strata);
  return fill && fill.areaCm2 > 0 && c.step.kind === 'sand' && top && isFiller(top.family) ? fill.areaCm2 : areaCm2;
}

const gritOf = (step: Step): number | undefined => (step.kind === 'sand' ? step.grit : undefined);

/** How much longer this shop is at it than is usual. */
function paceOf({ logs }: Candidate, paces: OwnPaces, shape: ShapeClass | undefined, areaCm2: number): number {
  const act = logs && KINDS[logs].act;
  return act ? paceOn(paces, act, pieceClass(shape, areaCm2)).times : 1;
}

/** The air at a moment of the forecast; without one it stays as it is. */
function airThen({ air, ahead }: VerdictInput, atMs: number): VerdictInput['air'] {
  if (!ahead || ahead.air.length === 0) return air;
  const { tempC, rh } = airAt(ahead.air, atMs);
  return { tempC, rh, surfaceC: airAt(ahead.surface, atMs).tempC };
}

type Choice = { candidate: Candidate; untilMs?: undefined } | { candidate?: undefined; untilMs: number | null };

/** The first step of the way that may be done now; where none may, until when to wait for the first that only waits. */
function choose(way: readonly Candidate[], w: WayInput, judge: (s: Step) => Verdict): Choice | undefined {
  const steps = way.filter((c) => !isIdle(c, w));
  const [first] = steps;
  if (!first) return undefined;
  if (first.step.kind === 'wait') return { untilMs: first.untilMs ?? null };
  const verdict = judge(first.step);
  if (verdict.level !== 'stop') return { candidate: first };
  if (verdict.clearsMs !== undefined) return { untilMs: verdict.clearsMs };
  for (const c of steps.slice(1)) {
    if (c.step.kind === 'wait') return { untilMs: c.untilMs ?? null };
    if (judge(c.step).level !== 'stop') return { candidate: c };
  }
  // What only the clock holds up comes by itself.
  const clears = steps.flatMap((c) => judge(c.step).clearsMs ?? []);
  return clears.length > 0 ? { untilMs: Math.min(...clears) } : undefined;
}
