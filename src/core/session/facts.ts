import { APPLICATIONS } from '../library/application';
import { FAMILIES, type Product, type ProductLookup } from '../library/product';
import { KINDS, type EventOf } from '../log/event';
import { panelOf, type Job } from '../log/job';
import { keepOutsOn } from '../outline/keepOutsOn';
import { estimatedMl } from '../stock/use';
import type { JobState } from '../strata/fold';
import { openSpots } from '../strata/spots';
import { maskedFor } from '../systems/maskEdges';
import { MINUTE_MS } from '../units/time';
import { coatsTonight, type EveningPick } from './assemble';
import { stageMin } from './fromTasks';
import { edgeOutlook, type EdgeOutlook, type EdgeTimes } from './wetEdge';
import type { ReadyZone } from './readiness';

/** What the log knows of the zones of an evening: wiped and masked since hands last worked on them. */
export function readyZones(job: Job, state: JobState, zoneIds: readonly string[]): ReadyZone[] {
  return zoneIds.flatMap((id): ReadyZone[] => {
    const panel = panelOf(job, id);
    if (!panel) return [];
    const events = state.zones.get(id)?.events ?? [];
    const worked = events.findLastIndex((e) => KINDS[e.kind].unmasks);
    const since = events.slice(worked + 1);
    const cleaned = since.findLast((e) => e.kind === 'cleaned');
    const masked = since.findLast((e) => e.kind === 'masked');
    return [
      {
        id,
        substrate: panel.substrate,
        keepOuts: keepOutsOn(job, id).length,
        ...(cleaned && { cleanedMs: cleaned.atMs }),
        ...(since.findLast((e) => e.kind === 'cleaned' || e.kind === 'coated')?.kind === 'coated' && { coated: true }),
        ...(masked && { maskedMs: masked.atMs }),
      },
    ];
  });
}

/** Figures of a product's film for an edge in it, min at a temperature; from its sheet. */
export function edgeTimes(p: Product, tempC: number): EdgeTimes {
  const flashMin = stageMin(p, 'flash', tempC, 'opensMin') ?? 10;
  const recoatMin = stageMin(p, 'recoat', tempC, 'opensMin');
  const closesMin = stageMin(p, 'recoat', tempC, 'closesMin');
  const sandMin = stageMin(p, 'sand', tempC, 'opensMin');
  return {
    flashMin,
    dustFreeMin: stageMin(p, 'dustFree', tempC, 'opensMin') ?? Math.max(20, flashMin * 2),
    ...(recoatMin !== undefined && { recoatMin }),
    ...(closesMin !== undefined && { closesMin }),
    ...(sandMin !== undefined && { sandMin }),
  };
}

/** An edge at which a coat of an evening stopped, and what becomes of it. */
export interface OpenEdge extends EdgeOutlook {
  zoneId: string;
  product: Product;
  atMs: number;
  leftOutCm2: number;
}

/** Edges of an evening that nobody has gone over since: where a coat stopped short of all of its zone. */
export function openEdges(
  job: Job,
  state: JobState,
  evening: EveningPick,
  products: ProductLookup,
  tempC: number,
  nowMs: number,
): OpenEdge[] {
  return evening.zoneIds.flatMap((zoneId): OpenEdge[] => {
    const strata = state.zones.get(zoneId)?.strata;
    const last = coatsTonight(state, zoneId, evening).findLast((e) => e.leftOutCm2 !== undefined);
    const product = last && products(last.productId);
    const role = product && maskedFor(FAMILIES[product.family].role);
    if (!last?.leftOutCm2 || !role || !strata || !openSpots(strata).some((s) => s.cause === 'leftOut')) return [];
    const outlook = edgeOutlook(role, (nowMs - last.atMs) / MINUTE_MS, edgeTimes(product, tempC));
    return [{ ...outlook, zoneId, product, atMs: last.atMs, leftOutCm2: last.leftOutCm2 }];
  });
}

/** Hands are so much longer behind the mask than the gun spits. */
const MASK_TIME = 1.5;

/** Hours that somebody sprayed since a moment: as they were clocked, else from what went through the gun. For the cartridges of the mask. */
export function sprayedHours(
  jobs: readonly { job: Job; state: JobState }[],
  products: ProductLookup,
  sinceMs: number,
): number {
  const seen = new Set<string>();
  let hours = 0;
  for (const { job, state } of jobs)
    for (const zone of state.zones.values())
      for (const e of zone.events) {
        if (e.kind !== 'coated' || e.atMs < sinceMs || seen.has(e.id) || !APPLICATIONS[e.application].sprayed) continue;
        seen.add(e.id);
        hours += e.workMin !== undefined ? e.workMin / 60 : gunMinutes(job, e, products) / 60;
      }
  return hours;
}

function gunMinutes(job: Job, e: EventOf<'coated'>, products: ProductLookup): number {
  const product = products(e.productId);
  const areaCm2 = job.zones.reduce((s, z) => (e.zoneIds.includes(z.id) ? s + z.areaCm2 : s), 0);
  const ml = e.batch?.usedMl ?? (product && estimatedMl(e, product, areaCm2)) ?? 0;
  return (MASK_TIME * ml) / APPLICATIONS[e.application].flowMlMin;
}
