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
import type { EventKind } from '../log/event';
import { phrase } from '../units/phrase';
import { jobConstraints } from './access';
import { entryKindOf } from './entryKind';
import type { ZoneStatus } from '../cure/status';
import type { Strata } from '../strata/types';
import { AIR_RULES } from './air';
import { AWAY_RULES } from './away';
import { CAUTION_RULES } from './caution';
import { CLEAN_RULES } from './clean';
import { COLOUR_RULES } from './colour';
import { FILM_RULES } from './film';
import { FINISH_RULES } from './finish';
import { OVER_RULES } from './over';
import { REPAIR_RULES } from './repair';
import type { HouseMethod } from '../library/method';
import type { Finding, Level, Rule, RuleAir, RuleJobContext, RuleContext, Step, StepKind } from './rule';

export const RULES: readonly Rule[] = [
  ...AWAY_RULES,
  ...OVER_RULES,
  ...FILM_RULES,
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
  kind: EventKind,
  products: ProductLookup,
): RuleJobContext {
  const finish = agreedFinish(job, zoneId);
  return {
    ...jobConstraints(job, state, [zoneId], kind),
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

/** Whether a step may be done now, and why not. A pure function of strata, clocks, air, library and house method. */
export function verdictOn(step: Step, input: VerdictInput): Verdict {
  const { strata, status, products, method, nowMs } = input;
  const air: RuleAir = {
    tempC: input.air.tempC,
    rh: input.air.rh,
    surfaceC: input.air.surfaceC ?? input.air.tempC,
    dewPointC: dewPointC(input.air.tempC, input.air.rh),
  };
  const top = status.top;
  const topProduct = top?.productId ? products(top.productId) : undefined;
  const c: RuleContext = {
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
    ...(input.within && { around: aroundIn(input.within, entryKindOf(step), products) }),
  };
  const findings: Verdict['findings'] = [];
  for (const r of rulesFor(step.kind)) {
    const f = r.check(c);
    if (f) findings.push({ ...f, ruleId: r.id });
  }
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
