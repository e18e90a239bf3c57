import { keysOf } from '../keysOf';
import { KINDS, type PlainEvent } from './event';
import { panelOf, type Job } from './job';
import type { WorkAct } from './workActs';

/** Time that hands spent, minutes, by what they did. */
export type WorkTime = Readonly<Partial<Record<WorkAct, number>>>;

/** All of it, minutes. */
export const totalMin = (t: WorkTime): number => keysOf(t).reduce((sum, act) => sum + (t[act] ?? 0), 0);

/** What the time of an entry was spent on. */
export const actOf = (e: PlainEvent): WorkAct | null => (e.kind === 'worked' ? e.act : KINDS[e.kind].act);

/** Work time of a job: of each panel by its id, and of the whole. */
export interface JobWorkTime {
  job: WorkTime;
  panels: ReadonlyMap<string, WorkTime>;
}

/**
 * Adds up the work time of a job's entries. One that is about several panels is shared among them by the areas of its zones.
 * @param events those that count, in any order
 */
export function workTimeOf(job: Job, events: readonly PlainEvent[]): JobWorkTime {
  const whole: Partial<Record<WorkAct, number>> = {};
  const panels = new Map<string, Partial<Record<WorkAct, number>>>();
  for (const e of events) {
    const act = e.workMin === undefined ? null : actOf(e);
    if (act === null || e.workMin === undefined) continue;
    whole[act] = (whole[act] ?? 0) + e.workMin;
    for (const [panelId, share] of sharesOf(job, e.zoneIds)) {
      const panel = panels.get(panelId) ?? {};
      panel[act] = (panel[act] ?? 0) + e.workMin * share;
      panels.set(panelId, panel);
    }
  }
  return { job: whole, panels };
}

/** Which part of something done on some zones each panel has, by area; the parts add up to one. */
function sharesOf(job: Job, zoneIds: readonly string[]): Map<string, number> {
  const areas = new Map<string, number>();
  for (const z of job.zones) if (zoneIds.includes(z.id)) areas.set(z.panelId, (areas.get(z.panelId) ?? 0) + z.areaCm2);
  const whole = [...areas.values()].reduce((a, b) => a + b, 0);
  return new Map([...areas].map(([id, area]) => [id, whole > 0 ? area / whole : 1 / areas.size]));
}

/** A clock that somebody started on a panel. */
export interface WorkClock {
  jobId: string;
  panelId: string;
  /** Zones that the work is about. */
  zoneIds: string[];
  act: WorkAct;
  startedMs: number;
  /** Somebody said that it runs on rightly, ms. */
  confirmedMs?: number;
}

/** After so long without a word a clock was likely forgotten, ms: nobody works longer without a break. */
export const FORGOTTEN_MS = 4 * 3_600_000;

/** A page looks at its clock every few seconds; further back than this a device was set back, ms. */
const BACK_MS = 2 * 60_000;

/** Whether the device's clock was set back behind the start of a work clock. */
export const isSetBack = (c: WorkClock, nowMs: number): boolean => nowMs < c.startedMs - BACK_MS;

/** Whole minutes on a clock, at least one; none where the device's clock was set back behind its start. */
export const minutesOn = (c: WorkClock, nowMs: number): number =>
  isSetBack(c, nowMs) ? 0 : Math.max(1, Math.round((nowMs - c.startedMs) / 60_000));

/** Whether a clock has to be asked about: it ran on for hours, over midnight, or its start has not come yet. */
export const isForgotten = (c: WorkClock, nowMs: number): boolean =>
  isSetBack(c, nowMs) || nowMs - Math.max(c.startedMs, c.confirmedMs ?? 0) > FORGOTTEN_MS;

/** The clock whose time goes with an entry: on its panel, for the same work. */
export const clockFor = (
  clocks: readonly WorkClock[],
  job: Job,
  zoneIds: readonly string[],
  act: WorkAct | null,
): WorkClock | undefined =>
  clocks.find((c) => c.jobId === job.id && c.act === act && zoneIds.some((z) => panelOf(job, z)?.id === c.panelId));
