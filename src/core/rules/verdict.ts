import { dewPointC } from '../air/dewPoint';
import { fitFrom } from '../air/fit';
import type { AirHistory } from '../air/history';
import type { ProductLookup } from '../library/product';
import type { JobState } from '../strata/fold';
import { agreedFinish, panelOf, withoutCards, zoneLabel, type Job } from '../log/job';
import { cacheByKey } from '../cache';
import { FAMILIES } from '../library/families';
import { colourId, isOfColour, type Colour } from '../library/finish';
import { colourFacts } from '../colour/cards';
import type { OnSpots } from '../log/event';
import { SURFACE_NAMES } from '../systems/surfaces';
import { lowerFirst, phrase } from '../units/phrase';
import { jobConstraints } from './access';
import { entryKindOf } from './entryKind';
import type { SpotStatus, ZoneStatus } from '../cure/status';
import type { Strata } from '../strata/types';
import { AIR_RULES } from './air';
import { AWAY_RULES } from './away';
import { CAUTION_RULES } from './caution';
import { CLEAN_RULES } from './clean';
import { COLOUR_RULES } from './colour';
import { FILM_RULES } from './film';
import { DEFECT_RULES } from './defects';
import { FINISH_RULES } from './finish';
import { OVER_RULES } from './over';
import { REPAIR_RULES } from './repair';
import type { HouseMethod } from '../library/method';
import {
  care,
  type Finding,
  type Level,
  type Remedy,
  type Rule,
  type RuleAir,
  type RuleContext,
  type RuleJobContext,
  type Step,
  type StepKind,
} from './rule';
import { REMEDIES } from './remedies';
import { spotsName, surfaceOf } from './surfaceKind';

export const RULES: readonly Rule[] = [
  ...AWAY_RULES,
  ...OVER_RULES,
  ...FILM_RULES,
  ...DEFECT_RULES,
  ...FINISH_RULES,
  ...CLEAN_RULES,
  ...AIR_RULES,
  ...REPAIR_RULES,
  ...COLOUR_RULES,
  ...CAUTION_RULES,
];

/** The rules that speak of a kind of step, in their order. */
const rulesFor = cacheByKey((kind: StepKind) => RULES.filter((r) => r.kinds.includes(kind)));

/** allowed: nothing against it. care: may be done, knowing the reasons. stop: not now. */
export type VerdictLevel = 'allowed' | 'care' | 'stop';

export interface Verdict {
  level: VerdictLevel;
  /** What fired, gravest first. */
  findings: (Finding & { ruleId: string })[];
  /** When the clock alone would clear every stop, ms; undefined if hands are needed, or nothing stops it. */
  clearsMs?: number;
}

/** What a verdict is made from. */
export interface VerdictInput {
  strata: Strata;
  status: ZoneStatus;
  air: { tempC: number; rh: number; surfaceC?: number };
  /** Room air and this panel's surface with their forecast: says when the air will fit. */
  ahead?: { air: AirHistory; surface: AirHistory };
  method: HouseMethod;
  products: ProductLookup;
  nowMs: number;
  /** The job that the zone is part of; absent where only the zone itself is asked about. */
  within?: { job: Job; state: JobState; zoneId: string };
}

function aroundIn(
  { job, state, zoneId }: NonNullable<VerdictInput['within']>,
  step: Step,
  products: ProductLookup,
): RuleJobContext {
  const finish = agreedFinish(job, zoneId);
  return {
    ...jobConstraints(job, state, [zoneId], entryKindOf(step), 'product' in step ? step.product.family : undefined),
    areaCm2: job.zones.find((z) => z.id === zoneId)?.areaCm2 ?? Infinity,
    finish,
    isCard: panelOf(job, zoneId)?.card !== undefined,
    colour: () => colourFacts(job, state, finish.colour ? colourId(finish.colour) : '', products),
    beside: () => (finish.colour ? colourBeside(job, state, zoneId, finish.colour) : []),
  };
}

/** Other zones of the vehicle whose colour coat is out of a known batch. */
function colourBeside(job: Job, state: JobState, zoneId: string, colour: Colour): ReturnType<RuleJobContext['beside']> {
  return withoutCards(job).zones.flatMap((z) => {
    if (z.id === zoneId) return [];
    const base = state.zones.get(z.id)?.strata?.layers.findLast((l) => FAMILIES[l.family].coloured);
    return base?.batchId === undefined || !isOfColour(base, colour)
      ? []
      : [{ zone: zoneLabel(job, z.id), batchId: base.batchId }];
  });
}

/** Stops that the weather lifts by itself. */
const AIR_STOPS = new Set(['air.dewPoint', 'air.tooCold', 'air.tooDamp']);

const WEIGHT: Record<Level, number> = { stop: 0, care: 1, note: 2 };

type Found = Verdict['findings'][number];

/** What the rules are asked of a zone. */
function contextOf(step: Step, input: VerdictInput, air: RuleAir): RuleContext {
  const { strata, status, products, method, nowMs } = input;
  const { top } = status;
  const topProduct = top?.productId ? products(top.productId) : undefined;
  return {
    step,
    strata,
    status,
    ...(top && { top }),
    ...(topProduct && { topProduct }),
    air,
    method,
    products,
    nowMs,
    ...(input.ahead && { ahead: input.ahead.surface }),
    ...(input.within && { around: aroundIn(input.within, step, products) }),
  };
}

/** A spot of a zone: what lies there is its own, all else is the zone's. */
function spotContext(zone: RuleContext, { spot, strata, status }: SpotStatus): RuleContext {
  const { top: _, topProduct: __, ...rest } = zone;
  const product = status.top?.productId ? zone.products(status.top.productId) : undefined;
  return {
    ...rest,
    strata,
    status,
    spotId: spot.id,
    ...(status.top && { top: status.top }),
    ...(product && { topProduct: product }),
  };
}

const onSpots = (step: Step): OnSpots | undefined => ('on' in step ? step.on : undefined);

/** Spots that a step reaches: filler is not spread on the ring round filler. */
function spotsUnder(step: Step, { spots = [], touchedIn = [] }: ZoneStatus): readonly SpotStatus[] {
  const on = onSpots(step);
  if (!on) return step.kind === 'fill' ? spots.filter((x) => x.spot.cause !== 'ring') : spots;
  return [...spots, ...touchedIn].filter((x) => on.includes(x.spot.id));
}

/** Rules of what lies at a place. The others speak of the whole zone, the air, the cup. */
const ASKED_AT_SPOTS = (id: string): boolean =>
  (id.startsWith('over.') && id !== 'over.windowClosing' && id !== 'over.temporary') ||
  ['clean.before', 'film.most', 'guide.soft', 'sand.clogs', 'sand.burns'].includes(id);

/** Rules of paint that has to be hard: what was touched in is younger than what is round it. */
const ASKED_WHERE_TOUCHED_IN = (id: string): boolean =>
  ['polish.soft', 'sand.burns', 'sand.clogs', 'tape.soft', 'mask.soft', 'wax.fresh', 'fit.fresh'].includes(id);

function foundBy(c: RuleContext, asked: (ruleId: string) => boolean = () => true): Found[] {
  return rulesFor(c.step.kind).flatMap((r) => {
    const f = asked(r.id) ? r.check(c) : undefined;
    if (!f) return [];
    const { spotId } = c;
    const remedies = f.level === 'stop' && f.clearsMs === undefined ? REMEDIES[r.id]?.(c) : undefined;
    return [
      {
        ...f,
        ruleId: r.id,
        ...(remedies && { remedies: spotId ? remedies.map((x): Remedy => ({ ...x, on: [spotId] })) : remedies }),
      },
    ];
  });
}

const isStop = (f: Found): boolean => f.level === 'stop';

/** Of the same thing at two places what is said once is over when both are. */
function waitForBoth(said: Found, f: Found): void {
  if (!isStop(said) || !isStop(f) || said.clearsMs === undefined) return;
  if (f.clearsMs !== undefined && f.clearsMs <= said.clearsMs) return;
  delete said.clearsMs;
  delete said.clears;
  Object.assign(said, {
    ...(f.clears !== undefined && { clears: f.clears }),
    ...(f.clearsMs !== undefined && { clearsMs: f.clearsMs }),
  });
}

/** What is found on a zone and on its spots, each thing once. */
function zoneFindings(zone: RuleContext, spots: readonly RuleContext[], touchedIn: readonly RuleContext[]): Found[] {
  const field = foundBy(zone);
  if (spots.length === 0 && touchedIn.length === 0) return field;
  const there = [
    ...spots.map((c) => ({ c, found: foundBy(c, ASKED_AT_SPOTS) })),
    ...touchedIn.map((c) => ({ c, found: foundBy(c, ASKED_WHERE_TOUCHED_IN) })),
  ];
  // What does not belong on the field, and does on a spot, is dabbed there.
  const dab = there.slice(0, spots.length).find((x) => !x.found.some(isStop));
  const { step } = zone;
  if (dab && 'product' in step && field.some((f) => f.ruleId === 'over.table' && isStop(f)))
    return [
      ...field.filter((f) => !ASKED_AT_SPOTS(f.ruleId)),
      {
        ...care(
          `${step.product.name} only where ${SURFACE_NAMES[surfaceOf(dab.c)]} shows, not on ${SURFACE_NAMES[surfaceOf(zone)]} round it.`,
          'Mask or dab the spots.',
        ),
        ruleId: 'over.table',
      },
      ...dab.found,
    ];
  const onField = [...field];
  const said = new Map<string, Found>();
  for (const { c, found } of there)
    for (const f of found) {
      const key = `${f.ruleId} ${spotsName(c)}`;
      const same = onField.find((x) => x.ruleId === f.ruleId && String(x.says) === String(f.says)) ?? said.get(key);
      if (same) {
        waitForBoth(same, f);
        continue;
      }
      const one = { ...f, says: phrase`${spotsName(c)}: ${lowerFirst(f.says)}` };
      said.set(key, one);
      field.push(one);
    }
  return field;
}

/** What is found where a step is done on the spots alone. */
function spotFindings(zone: RuleContext, spots: readonly RuleContext[]): Found[] {
  const [first, ...more] = spots;
  if (!first) return foundBy(zone, (id) => id === 'over.spots');
  const found = foundBy(first);
  for (const c of more)
    for (const f of foundBy(c, ASKED_AT_SPOTS)) {
      const same = found.find((x) => x.ruleId === f.ruleId);
      if (same) waitForBoth(same, f);
      else found.push({ ...f, says: phrase`${spotsName(c)}: ${lowerFirst(f.says)}` });
    }
  return found;
}

/** Whether a step may be done now, and why not. A pure function of strata, clocks, air, library and house method. */
export function verdictOn(step: Step, input: VerdictInput): Verdict {
  const { status, nowMs } = input;
  const air: RuleAir = {
    tempC: input.air.tempC,
    rh: input.air.rh,
    surfaceC: input.air.surfaceC ?? input.air.tempC,
    dewPointC: dewPointC(input.air.tempC, input.air.rh),
  };
  const here = contextOf(step, input, air);
  const spots = spotsUnder(step, status).map((at) => spotContext(here, at));
  const touchedIn = (status.touchedIn ?? []).map((at) => spotContext(here, at));
  const findings = onSpots(step) ? spotFindings(here, spots) : zoneFindings(here, spots, touchedIn);
  const product = 'product' in step ? step.product : undefined;
  const airStops = findings.filter((f) => f.level === 'stop' && AIR_STOPS.has(f.ruleId));
  if (product && input.ahead && airStops.length > 0) {
    const fitMs = fitFrom(input.ahead.air, input.ahead.surface, product.limits, nowMs);
    if (fitMs !== undefined)
      for (const f of airStops)
        Object.assign(f, {
          clears: f.clears ? phrase`${f.clears} By the forecast it fits from` : 'By the forecast it fits from',
          clearsMs: fitMs,
        });
  }
  findings.sort((a, b) => WEIGHT[a.level] - WEIGHT[b.level]);
  const stops = findings.filter((f) => f.level === 'stop');
  const clears = stops.map((f) => f.clearsMs);
  const clearsMs = stops.length > 0 && clears.every((m) => m !== undefined) ? Math.max(...clears) : undefined;
  return {
    level: stops.length > 0 ? 'stop' : findings.some((f) => f.level === 'care') ? 'care' : 'allowed',
    findings,
    ...(clearsMs !== undefined && { clearsMs }),
  };
}
