import { useMemo } from 'react';
import { lastReading } from '@/core';
import { besideOthers, sprayFigures, type Beside } from '@/core/defects/beside';
import type { AirThen, DefectCase } from '@/core/defects/fromLog';
import { cleanSessions, coatsIn, readyAt, rememberedOf, type DefectHere, type Remembered } from '@/core/defects/inShop';
import { useJobs, useLibrary } from './jobs';
import type { OpenJob } from './openJob';
import { useShelf } from './shelf';
import { useRoom } from './status';

/** Air that was read so long before still says what it was, ms. */
const STILL_MS = 90 * 60_000;

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
    const coats = coatsIn(events, layer?.eventIds ?? []);
    const ready = coats[0] && readyAt(open.job, zoneId, coats[0].atMs);
    const clean = cleanSessions(jobs, here, layer?.productId, lookup, airAt);
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

const NOTHING: readonly Remembered[] = [];

/** What is remembered of a product over all jobs; the last time first. */
export function useRemembered(productId: string | undefined): readonly Remembered[] {
  const { jobs } = useJobs();
  return useMemo(() => (productId === undefined ? NOTHING : rememberedOf(jobs, productId)), [jobs, productId]);
}
