import { cacheByObject } from '../cache';
import { effectiveForm } from '../log/corrections';
import { KINDS } from '../log/event';
import { panelOf, zonesOf, type Job } from '../log/job';
import type { JobState } from '../strata/fold';
import { openSpots } from '../strata/spots';
import type { Strata } from '../strata/types';
import type { Statuses } from './book';
import { CLOSING_SOON_MS, type ZoneStatus } from './status';

/** What a panel or a zone says from across the room, the most pressing first. */
export const STANDINGS = ['closing', 'closed', 'stuck', 'bare', 'curing', 'ready', 'unknown', 'finished'] as const;
export type Standing = (typeof STANDINGS)[number];

/** @param nowMs ms since 1970 */
export function standingOf(s: ZoneStatus, nowMs: number): Standing {
  if (s.closesMs !== undefined && s.closesMs - nowMs < CLOSING_SOON_MS) return 'closing';
  switch (s.stage) {
    case 'pastWindow':
      return 'closed';
    case 'bare':
      return 'bare';
    case 'curing':
      return s.moments.some((m) => m.kind === 'opens') ? 'curing' : 'stuck';
    case 'unknown':
      return 'unknown';
    case 'finished':
      return 'finished';
    case 'asFound':
    case 'spots':
    case 'converted':
    case 'toSand':
    case 'filled':
    case 'primed':
    case 'toBlock':
    case 'readyForColour':
    case 'baseOn':
    case 'toPolish':
      return 'ready';
  }
}

/** Whether a zone waits for hands: something may be done to it now, or its window closes soon. What is away waits for nobody here. */
export function waitsForHands(s: ZoneStatus, nowMs: number): boolean {
  const standing = standingOf(s, nowMs);
  return s.away === undefined && standing !== 'curing' && standing !== 'stuck' && standing !== 'finished';
}

/** The zone that speaks for several: the one that stands at what presses most. @returns undefined for none */
export function mostPressing(all: readonly ZoneStatus[], nowMs: number): ZoneStatus | undefined {
  const rank = (s: ZoneStatus) => STANDINGS.indexOf(standingOf(s, nowMs));
  const soonest = (s: ZoneStatus) => s.closesMs ?? s.moments[0]?.atMs ?? Infinity;
  return [...all].sort((a, b) => rank(a) - rank(b) || soonest(a) - soonest(b))[0];
}

/** How a stack and its surface read to the hand that takes the next step; ids and times do not matter to it. */
function stackKey(s: Strata): string {
  const { substrate, layers, surface, away } = s;
  const top = layers[layers.length - 1];
  const exposed = layers.findIndex((l) => l.id === surface.exposes);
  return [
    substrate,
    layers.map((l) => `${l.productId ?? l.family}x${l.coats}`).join('+'),
    exposed,
    surface.scratch?.grit,
    surface.guideCoat && 'guide',
    surface.clean && 'clean',
    ...openSpots(s).map((x) => `spot ${x.surface.exposes} ${x.wants ?? ''}`),
    surface.polished && 'polished',
    top?.hardenerId,
    away && 'away',
  ].join('|');
}

/** A zone as it stands: what its log made, and what its clocks say. */
export interface StandingZone {
  strata: Strata | undefined;
  status: ZoneStatus;
}

/** Whether two zones stand alike: what is done to the one next may be done to the other in the same go. */
export const standAlike = (a: StandingZone, b: StandingZone): boolean =>
  a.status.stage === b.status.stage &&
  (a.strata === undefined
    ? b.strata === undefined
    : b.strata !== undefined && stackKey(a.strata) === stackKey(b.strata));

/** The entry on a stack that was written last. */
const lastOnStack = cacheByObject((state: JobState) => {
  let last: { writtenMs: number; zoneIds: string[] } | undefined;
  for (const e of state.events) {
    const form = effectiveForm(e, state.dead);
    if (form && form.zoneIds.length > 0 && KINDS[form.kind].onStack && (!last || form.writtenMs >= last.writtenMs))
      last = form;
  }
  return { last };
});

/** The zones that the last entry was about: most entries follow on it. The job's first zone before there is one. */
export const lastZones = (job: Job, state: JobState): string[] =>
  lastOnStack(state).last?.zoneIds ?? job.zones.slice(0, 1).map((z) => z.id);

/** Those of some zones that stand as one of the job does; none where nobody knows where that one stands. */
function alikeAmong(ids: readonly string[], state: JobState, statuses: Statuses, zoneId: string): string[] {
  const at = (id: string): StandingZone | undefined => {
    const status = statuses.get(id);
    return status && { status, strata: state.zones.get(id)?.strata };
  };
  const like = at(zoneId);
  if (!like) return [];
  return ids.filter((id) => {
    const other = at(id);
    return other !== undefined && standAlike(like, other);
  });
}

/** Zones of a job that stand as one of them does, that one among them. */
export const zonesAlike = (job: Job, state: JobState, statuses: Statuses, zoneId: string | undefined): string[] =>
  zoneId === undefined
    ? []
    : alikeAmong(
        job.zones.map((z) => z.id),
        state,
        statuses,
        zoneId,
      );

/**
 * The zones that the next entry on one of them is likely about, that one first: those that were worked on with it last and still stand
 * as it does; otherwise those of its panel that do.
 */
export function zonesTogether(job: Job, state: JobState, statuses: Statuses, zoneId: string): string[] {
  const last = lastZones(job, state);
  const panel = panelOf(job, zoneId);
  const near = last.includes(zoneId) ? last : panel ? zonesOf(job, panel.id).map((z) => z.id) : [];
  const others = near.filter((id) => id !== zoneId);
  return [zoneId, ...alikeAmong(others, state, statuses, zoneId)];
}
