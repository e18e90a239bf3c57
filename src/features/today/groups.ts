import {
  finishOf,
  CLOSING_SOON_MS,
  NEXT_ACT,
  wayFrom,
  zonesOf,
  type Job,
  type Moment,
  type Panel,
  type Zone,
  type ZoneStage,
  type ZoneStatus,
  type Statuses,
  type WayInput,
} from '@/core';
import { withoutCards } from '@/core/log/job';
import type { LiveJob, OpenJob } from '@/data';

/** Zones of one panel that stand at the same place: they are one line on the list. */
export interface TodayRow {
  key: string;
  open: OpenJob;
  panel: Panel;
  zones: Zone[];
  status: ZoneStatus;
  /** What happens next by itself, for rows on the clock. */
  moment?: Moment;
}

export interface TodayLists {
  closing: TodayRow[];
  running: TodayRow[];
  ready: TodayRow[];
  stuck: TodayRow[];
  /** Sent out: their clocks run, but nobody's hands are on them. */
  away: TodayRow[];
  temporary: TodayRow[];
}

/** Moments of one panel within this are told as one. */
const SAME_MS = 60_000;

/** In the order in which a person would want to pick it up: what spoils first, then what is nearest to done. */
const READY_ORDER: ZoneStage[] = [
  'bare',
  'baseOn',
  'toSand',
  'toBlock',
  'readyForColour',
  'toPolish',
  'converted',
  'filled',
  'primed',
  'pastWindow',
  'asFound',
  'unknown',
];

/**
 * Sorts every zone of the shop into what the day asks: windows that close soon, clocks in the order of what happens
 * next, work that can start now, and layers that will not cure as it is.
 */
export function todayLists(jobs: readonly LiveJob[], now: number): TodayLists {
  const lists: TodayLists = { closing: [], running: [], ready: [], stuck: [], away: [], temporary: [] };
  for (const { open, statuses } of jobs)
    for (const panel of withoutCards(open.job).panels) {
      const rows = merge(open, open.job, panel, statuses);
      for (const r of rows) {
        const soon = r.status.closesMs !== undefined && r.status.closesMs - now < CLOSING_SOON_MS;
        if (r.status.away) lists.away.push(r);
        else if (soon) lists.closing.push(r);
        else if (r.status.stage === 'curing') (r.moment ? lists.running : lists.stuck).push(r);
        else if (r.status.stage !== 'finished') lists.ready.push(r);
        if (r.status.temporaryUntilMs !== undefined) lists.temporary.push(r);
      }
    }
  lists.away.sort((a, b) => dueOf(a) - dueOf(b));
  lists.closing.sort((a, b) => (a.status.closesMs ?? 0) - (b.status.closesMs ?? 0));
  lists.running.sort((a, b) => (a.moment?.atMs ?? 0) - (b.moment?.atMs ?? 0));
  lists.ready.sort(
    (a, b) =>
      READY_ORDER.indexOf(a.status.stage) - READY_ORDER.indexOf(b.status.stage) || b.status.sinceMs - a.status.sinceMs,
  );
  return lists;
}

const dueOf = ({ status }: TodayRow): number => status.away?.dueMs ?? Infinity;

function merge(open: OpenJob, job: Job, panel: Panel, statuses: Statuses): TodayRow[] {
  const rows: TodayRow[] = [];
  for (const zone of zonesOf(job, panel.id)) {
    const status = statuses.get(zone.id);
    if (!status) continue;
    const moment = status.moments.find((m) => m.kind === 'opens');
    const same = rows.find(
      (r) =>
        r.status.stage === status.stage &&
        r.status.top?.productId === status.top?.productId &&
        r.status.temporaryUntilMs === status.temporaryUntilMs &&
        (r.status.away === undefined) === (status.away === undefined) &&
        Math.abs((r.moment?.atMs ?? 0) - (moment?.atMs ?? 0)) < SAME_MS,
    );
    if (same) same.zones.push(zone);
    else rows.push({ key: `${job.id}/${zone.id}`, open, panel, zones: [zone], status, ...(moment && { moment }) });
  }
  return rows;
}

/** 'Left door, lower and edges'; only the panel's name when all of it is meant. */
export function rowName(r: TodayRow): string {
  const all = zonesOf(r.open.job, r.panel.id);
  if (all.length === r.zones.length) return r.panel.name;
  return `${r.panel.name}, ${r.zones.map((z) => z.name.toLowerCase()).join(' and ')}`;
}

/** What to do on a ready row: the first step of its way. */
export function readyWords({ open, zones, status }: TodayRow, w: Pick<WayInput, 'all' | 'method' | 'nowMs'>): string {
  const strata = open.state.zones.get(zones[0]?.id ?? '')?.strata;
  const finish = finishOf(open.job, zones[0]?.id);
  const [first] = strata ? wayFrom({ strata, status, state: open.state, level: finish.level, finish, ...w }) : [];
  return first?.label ?? NEXT_ACT[status.stage];
}
