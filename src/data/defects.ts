import type { DefectCause } from '@/core/log/defectCauses';
import { useMemo } from 'react';
import { lastReading, zoneLabel, zonesOf, type EventOf, type Job, type PlainEvent } from '@/core';
import type { AirThen, DefectCase } from '@/core/defects/fromLog';
import { besideOthers, sprayFigures, type Beside } from '@/core/defects/beside';
import type { Defect, Strata } from '@/core';
import { useJobs, useLibrary } from './jobs';
import type { OpenJob } from './openJob';
import { useShelf } from './shelf';
import { useRoom } from './status';

/** Air that was read so long before still says what it was, ms. */
const STILL_MS = 90 * 60_000;

/** A defect with the zone that it is on, as it stands now. */
export interface DefectHere {
  zoneId: string;
  defect: Defect;
  strata: Strata;
}

/** Defects of a panel that nothing has put right, oldest first. */
export function defectsOn({ job, state }: OpenJob, panelId: string): DefectHere[] {
  return zonesOf(job, panelId)
    .flatMap((z) => {
      const strata = state.zones.get(z.id)?.strata;
      return (strata?.defects ?? []).flatMap((defect) =>
        strata && defect.doneMs === undefined ? [{ zoneId: z.id, defect, strata }] : [],
      );
    })
    .sort((a, b) => a.defect.atMs - b.defect.atMs);
}

/** Coats of one layer, in the order in which they were laid. */
const coatsOf = (events: readonly PlainEvent[], ids: readonly string[]): EventOf<'coated'>[] =>
  events.filter((e): e is EventOf<'coated'> => e.kind === 'coated' && ids.includes(e.id));

/** What was ready on the evening on which a coat was laid; undefined where it was on none. */
function readyAt(job: Job, zoneId: string, atMs: number): DefectCase['ready'] {
  const evening = job.evenings?.find(
    (e) =>
      e.zoneIds.includes(zoneId) && e.begunMs !== undefined && e.begunMs <= atMs && atMs <= (e.endedMs ?? Infinity),
  );
  return evening && new Set(evening.ready.map((r) => r.item));
}

/** What is known of a defect by the log, and how the same product was sprayed where it came out clean; undefined while something is loading. */
export function useDefectCase(
  open: OpenJob,
  here: DefectHere | undefined,
  now: number,
): { case: DefectCase; beside: Beside[]; clean: number } | undefined {
  const room = useRoom(now);
  const shelf = useShelf()?.shelf;
  const { jobs } = useJobs();
  const { lookup } = useLibrary();
  return useMemo(() => {
    if (!here || !room || !shelf) return undefined;
    const { zoneId, defect, strata } = here;
    const airAt = (ms: number): AirThen | undefined => {
      const r = lastReading(room.days, ms);
      return r && ms - r.atMs <= STILL_MS ? { tempC: r.tempC, rh: r.rh } : undefined;
    };
    const layer = strata.layers.find((l) => l.id === defect.layerId);
    const events = open.state.zones.get(zoneId)?.events ?? [];
    const coats = coatsOf(events, layer?.eventIds ?? []);
    const ready = coats[0] && readyAt(open.job, zoneId, coats[0].atMs);
    const clean = jobs.flatMap((j) =>
      [...j.state.zones].flatMap(([id, z]) =>
        (z.strata?.layers ?? []).flatMap((l) => {
          const isIt = j.job.id === open.job.id && id === zoneId && l.id === layer?.id;
          const isHurt = z.strata?.defects?.some((d) => d.layerId === l.id && d.kind === defect.kind);
          if (isIt || isHurt || l.productId === undefined || l.productId !== layer?.productId) return [];
          const theirs = coatsOf(z.events, l.eventIds);
          return theirs.length > 0 ? [sprayFigures(theirs, lookup, airAt)] : [];
        }),
      ),
    );
    return {
      case: {
        defect,
        events,
        strata,
        products: lookup,
        airAt,
        mixedMs: (id: string) => shelf.batches.get(id)?.atMs,
        ...(ready && { ready }),
      },
      beside: coats.length > 0 ? besideOthers(sprayFigures(coats, lookup, airAt), clean) : [],
      clean: clean.length,
    };
  }, [open, here, room, shelf, jobs, lookup]);
}

/** What went wrong with a product before, and what made it, as somebody agreed: the last time first. */
export interface Remembered {
  defect: Defect;
  cause: DefectCause;
  where: string;
}

/** What is remembered of a product over all jobs. */
export function useRemembered(productId: string | undefined): readonly Remembered[] {
  const { jobs } = useJobs();
  return useMemo(
    () =>
      productId === undefined
        ? []
        : jobs
            .flatMap(({ job, state }) =>
              job.zones.flatMap((z) => {
                const strata = state.zones.get(z.id)?.strata;
                return (strata?.defects ?? []).flatMap((defect): Remembered[] => {
                  const events = state.zones.get(z.id)?.events ?? [];
                  const laid = events.find((e) => e.id === defect.layerId);
                  return defect.cause && laid?.kind === 'coated' && laid.productId === productId
                    ? [{ defect, cause: defect.cause, where: zoneLabel(job, z.id) }]
                    : [];
                });
              }),
            )
            .sort((a, b) => b.defect.atMs - a.defect.atMs),
    [jobs, productId],
  );
}
