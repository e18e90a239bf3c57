import type { ProductLookup } from '../library/product';
import type { DefectCause } from '../log/defectCauses';
import type { EventOf, PlainEvent } from '../log/event';
import { zoneLabel, zonesOf, type Job } from '../log/job';
import type { JobState } from '../strata/fold';
import type { Defect, Strata } from '../strata/types';
import { sprayFigures, type SprayFigures } from './beside';
import type { AirThen, DefectCase } from './fromLog';

/** A job with its log, folded. */
export interface FoldedJob {
  job: Job;
  state: JobState;
}

/** A defect with the zone that it is on, as it stands now. */
export interface DefectHere {
  zoneId: string;
  defect: Defect;
  strata: Strata;
}

/** Defects of a panel that nothing has put right, those that stay as agreed too; the oldest first. */
export function defectsOn({ job, state }: FoldedJob, panelId: string): DefectHere[] {
  return zonesOf(job, panelId)
    .flatMap((z) => {
      const strata = state.zones.get(z.id)?.strata;
      return (strata?.defects ?? []).flatMap((defect) =>
        strata && defect.doneMs === undefined ? [{ zoneId: z.id, defect, strata }] : [],
      );
    })
    .sort((a, b) => a.defect.atMs - b.defect.atMs);
}

/** Coats of one layer, in the order in which they were laid. @param ids the layer's entries */
export const coatsIn = (events: readonly PlainEvent[], ids: readonly string[]): EventOf<'coated'>[] =>
  events.filter((e): e is EventOf<'coated'> => e.kind === 'coated' && ids.includes(e.id));

/** What was ready on the evening on which a coat was laid; undefined where it was on none. @param atMs when it was laid, ms */
export function readyAt(job: Job, zoneId: string, atMs: number): DefectCase['ready'] {
  const evening = job.evenings?.find(
    (e) =>
      e.zoneIds.includes(zoneId) && e.begunMs !== undefined && e.begunMs <= atMs && atMs <= (e.endedMs ?? Infinity),
  );
  return evening && new Set(evening.ready.map((r) => r.item));
}

/** How the same product was sprayed over all jobs where this defect did not come of it: one for each layer. */
export function cleanSessions(
  jobs: readonly FoldedJob[],
  { defect }: Pick<DefectHere, 'defect'>,
  productId: string | undefined,
  products: ProductLookup,
  airAt?: (ms: number) => AirThen | undefined,
): SprayFigures[] {
  if (productId === undefined) return [];
  return jobs.flatMap(({ state }) =>
    [...state.zones.values()].flatMap(({ strata, events }) =>
      (strata?.layers ?? []).flatMap((l) => {
        if (l.productId !== productId || l.id === defect.layerId) return [];
        if (strata?.defects?.some((d) => d.layerId === l.id && d.kind === defect.kind)) return [];
        const coats = coatsIn(events, l.eventIds);
        return coats.length > 0 ? [sprayFigures(coats, products, airAt)] : [];
      }),
    ),
  );
}

/** What went wrong with a product before, and what made it, as somebody agreed. */
export interface Remembered {
  defect: Defect;
  cause: DefectCause;
  where: string;
}

/** What is remembered of a product over all jobs; the last time first. */
export function rememberedOf(jobs: readonly FoldedJob[], productId: string): Remembered[] {
  return jobs
    .flatMap(({ job, state }) =>
      job.zones.flatMap((z) => {
        const zone = state.zones.get(z.id);
        return (zone?.strata?.defects ?? []).flatMap((defect): Remembered[] => {
          const laid = zone?.events.find((e) => e.id === defect.layerId);
          return defect.cause && laid?.kind === 'coated' && laid.productId === productId
            ? [{ defect, cause: defect.cause, where: zoneLabel(job, z.id) }]
            : [];
        });
      }),
    )
    .sort((a, b) => b.defect.atMs - a.defect.atMs);
}
