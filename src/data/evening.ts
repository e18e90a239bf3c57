import { useQuery } from '@tanstack/react-query';
import { useMemo } from 'react';
import { airAt, DAY_MS, DEFAULT_METHOD, MINUTE_MS } from '@/core';
import { dewPointC } from '@/core/air/dewPoint';
import { fitWithin } from '@/core/air/fitSpan';
import { ROOM_LAG_MS } from '@/core/air/heat';
import type { SprayEvening } from '@/core/log/evening';
import { cautionsFor } from '@/core/safety/cautions';
import { readyZones, sprayedHours } from '@/core/session/facts';
import { readiness, type ReadyLine } from '@/core/session/readiness';
import { usualTransfer, type TransferOf } from '@/core/mix';
import { assembleEvening, type Assembled, type EveningPick } from '@/core/session/assemble';
import { lastsFor, solventGH, type ProductEnough } from '@/core/session/lasts';
import type { Evening, LaterEvening } from '@/core/session';
import { openCups, type OpenCup } from '@/core/stock';
import type { EveningSpread } from '@/core/session/spread';
import { planEveningAway, spreadEveningAway, type EveningFound } from '@/workers/evening';
import { useAdvice, useJobs, useLibrary } from './jobs';
import { useLanding } from './landing';
import type { OpenJob } from './openJob';
import { useCupUses, useShelf } from './shelf';
import { useSettings } from './shop';
import { useConditions, useRoom, useStatuses } from './status';

/** So many evenings after this one are looked at for what does not fit. */
const LATER = 6;
/** So far ahead the air is looked at, h. */
const HOURS_AHEAD = 24;
/** Where nobody has read the room, °C. */
const USUAL_C = 20;

export interface EveningNow extends Assembled {
  tempC: number;
  cups: readonly OpenCup[];
  enough: readonly ProductEnough[];
  /** Undefined while it is being worked out. */
  found: EveningFound | undefined;
  /** How sure it is; undefined while that is being drawn. */
  spread: EveningSpread | undefined;
  error: Error | null;
}

/** An evening of a job as it stands now, put in order; undefined while something of it is loading. @param order who is begun first, as somebody wants it */
export function useEvening(
  open: OpenJob | undefined,
  pick: EveningPick | undefined,
  now: number,
  order?: readonly string[],
): EveningNow | undefined {
  const { all, lookup } = useLibrary();
  const settings = useSettings();
  const statuses = useStatuses(open, now);
  const advice = useAdvice();
  const room = useRoom(now);
  const shelf = useShelf()?.shelf;
  const uses = useCupUses();
  const landing = useLanding();
  const tempC = useConditions(open, now)?.().tempC ?? USUAL_C;
  const given = useMemo(() => {
    if (!open || !pick || !settings || !advice || !room || !shelf) return undefined;
    const used = new Map<string, number>();
    for (const u of uses) used.set(u.batchId, (used.get(u.batchId) ?? 0) + u.usedMl);
    const cups = openCups(shelf, lookup, (id) => used.get(id) ?? 0, now, tempC);
    const transfer: TransferOf = (application, id) => landing(application, id) ?? usualTransfer(application, id);
    const shop = {
      all,
      method: settings.method ?? DEFAULT_METHOD,
      statuses,
      tempC,
      transfer,
      cups,
      ...(settings.liftG !== undefined && { liftG: settings.liftG }),
    };
    const first = assembleEvening(open.job, open.state, pick, shop, now);
    const limits = first.tasks[0]?.product.limits;
    // What nobody read says nothing of an evening's air.
    const fitOn = (fromMs: number, untilMs: number) =>
      limits && room.here.basis !== 'set'
        ? fitWithin(advice.fitSpans(room.air, room.surface, limits, fromMs, HOURS_AHEAD), fromMs, untilMs)
        : undefined;
    const fit = fitOn(Math.max(now, pick.fromMs), pick.untilMs);
    const made = fit ? assembleEvening(open.job, open.state, pick, { ...shop, fit }, now) : first;
    const turns = order ?? pick.turns ?? pick.zoneIds;
    const lasts = lastsFor(made, turns, open.job, { shelf, products: lookup, cups, transfer, nowMs: now });
    const later = Array.from({ length: LATER }, (_, i): LaterEvening => {
      const [fromMs, untilMs] = [pick.fromMs + (i + 1) * DAY_MS, pick.untilMs + (i + 1) * DAY_MS];
      const there = fitOn(fromMs, untilMs);
      return {
        endMin: (untilMs - fromMs) / MINUTE_MS,
        ...(there && {
          fitFromMin: (there.fromMs - fromMs) / MINUTE_MS,
          fitUntilMin: (there.untilMs - fromMs) / MINUTE_MS,
        }),
      };
    });
    return { made, cups, enough: lasts, later };
  }, [open, pick, settings, advice, room, shelf, uses, lookup, now, tempC, landing, all, statuses, order]);
  const evening: Evening | undefined = given && { ...given.made.evening, ...(order && { order }) };
  const turns = order ? undefined : pick?.turns;
  const key = JSON.stringify([evening, turns, given?.later]);
  const plan = useQuery({
    queryKey: ['evening', key],
    queryFn: () =>
      evening ? planEveningAway(evening, turns, given?.later ?? []) : Promise.reject(new Error('No evening')),
    enabled: evening !== undefined,
    placeholderData: (before) => before,
    gcTime: 60_000,
  });
  // The plan is shown without waiting for it. A query has to give something.
  const sure = useQuery({
    queryKey: ['evening sure', key, plan.dataUpdatedAt],
    queryFn: async () => (evening && plan.data ? ((await spreadEveningAway(evening, plan.data.plan)) ?? null) : null),
    enabled: evening !== undefined && plan.data !== undefined && !plan.isPlaceholderData,
    gcTime: 60_000,
  });
  if (!given) return undefined;
  return {
    ...given.made,
    ...(evening && { evening }),
    tempC,
    cups: given.cups,
    enough: given.enough,
    found: plan.data,
    spread: sure.data ?? undefined,
    error: plan.error,
  };
}

/** What is ready for an evening, by log, air and shelf, and by what somebody said; undefined while something of it is loading. */
export function useReadiness(
  open: OpenJob,
  record: SprayEvening,
  evening: EveningNow | undefined,
  now: number,
): ReadyLine[] | undefined {
  const settings = useSettings();
  const room = useRoom(now);
  const { jobs } = useJobs();
  const { lookup } = useLibrary();
  const here = useConditions(open, now)?.();
  const cartridge = settings?.cartridge;
  const usedH = useMemo(
    () => (cartridge ? sprayedHours(jobs, lookup, cartridge.sinceMs) : 0),
    [cartridge, jobs, lookup],
  );
  if (!settings || !evening || !here) return undefined;
  const forecast = room?.climate.forecast;
  const products = [...new Map(evening.tasks.map((t) => [t.product.id, t.product])).values()];
  return readiness({
    evening: record,
    nowMs: now,
    zones: readyZones(open.job, open.state, record.zoneIds),
    products: products.map((p) => ({
      family: p.family,
      mechanism: p.mechanism,
      minTempC: p.limits.minTempC,
      isocyanate: cautionsFor('coated', p, false).some((c) => c.id === 'isocyanate'),
    })),
    solventGH: solventGH(evening.tasks, evening.tempC, evening.found?.plan.doneMin ?? 0),
    air: {
      atMs: here.readMs ?? 0,
      tempC: here.tempC,
      dewC: dewPointC(here.tempC, here.rh),
      surfaceC: here.surfaceC,
      measured: here.basis === 'read',
    },
    ...(forecast && { outsideC: airAt(forecast.points, now).tempC }),
    lagMin: ROOM_LAG_MS / MINUTE_MS,
    ...(settings.place && { place: settings.place }),
    ...(cartridge && { cartridge: { usedH, limitH: cartridge.limitH } }),
  });
}
