import type { Job } from '../log/job';
import { lowerFirst } from '../units/phrase';
import { DAY_MS, MINUTE_MS } from '../units/time';
import type { DaysNetwork, PlannedWork } from './days';
import { personOf } from './days';
import { causeOf, type Cause } from './reasons';
import type { Schedule } from './network';
import { prepare } from './times';

/** A beginning up to this is now, min. */
const SOON_MIN = 20;
/** Of many steps that are named in a line, so many. */
const MOST_NAMED = 3;

/** What a piece of work is, in a line: its steps without those that go with another, such as wiping before a coat, and the same coat again. */
export function workName(w: PlannedWork): string {
  if (w.evening) return 'The evening of spraying';
  if (w.visit) return w.visit.text ?? `Somebody comes: ${w.visit.act ?? 'work'}`;
  if (w.other) return w.other.text ?? 'Other work';
  const first = w.labels.filter((l) => !l.startsWith('Another coat'));
  const labels = first.length > 0 ? first : w.labels.slice(0, 1);
  const kinds = w.block?.kinds ?? [];
  const hasMore = kinds.some((k) => k !== 'clean');
  const main = hasMore ? labels.filter((l) => !/^Clean:/.test(l)) : labels;
  const named = (main.length > 0 ? main : labels).map((l, i) => (i === 0 ? l : lowerFirst(l)));
  const more = named.length - MOST_NAMED;
  return more > 0 ? `${named.slice(0, MOST_NAMED).join(', ')} and ${more} more` : named.join(', ');
}

/** Which panels, in a line. */
export function workPlace(job: Job | undefined, w: PlannedWork, most = 2): string {
  const names = w.panelIds.flatMap((id) => job?.panels.find((p) => p.id === id)?.name ?? []);
  const zones = w.zoneIds.flatMap((id) => job?.zones.find((z) => z.id === id) ?? []);
  if (names.length === 0 && zones.length > 0) return `${zones.length} parts`;
  if (names.length === 0) return job?.name ?? '';
  // Of one panel it says which zone, where it is not all of it.
  const [only] = zones;
  if (names.length === 1 && zones.length === 1 && only) {
    const all = job?.zones.filter((z) => z.panelId === only.panelId).length ?? 1;
    return all > 1 ? `${names[0]}, ${String(lowerFirst(only.name))}` : (names[0] ?? '');
  }
  const more = names.length - most;
  return more > 0 ? `${names.slice(0, most).join(', ')} and ${more} more` : names.join(' and ');
}

export interface SayHow {
  jobOf(id: string): Job | undefined;
  personName(id: string): string;
  productName(id: string): string | undefined;
  /** A moment of the plan, min, as a person says it. */
  when(min: number): string;
}

/** Why a piece of work begins no sooner, in words. */
export function causeWords(c: Cause, id: string, d: DaysNetwork, s: Schedule, how: SayHow): string {
  const nameOf = (other: string): string => {
    const w = d.works.get(other);
    return w ? `${String(lowerFirst(workName(w)))} on ${workPlace(how.jobOf(w.jobId), w)}` : 'what is before it';
  };
  switch (c.kind) {
    case 'free':
      return (s.starts.get(id) ?? 0) > SOON_MIN
        ? 'Sooner it would be in the way of something else.'
        : 'Nothing waits before it.';
    case 'fixed':
      return 'It is agreed for then.';
    case 'from': {
      const why = d.from.get(id);
      return why === 'back'
        ? 'The part is not here before.'
        : why === 'order'
          ? 'What is on order comes then.'
          : why === 'on'
            ? 'You put it on that day.'
            : 'What is on it rests until then.';
    }
    case 'window':
      return `Sooner, and its window would close before ${nameOf(c.then)}.`;
    case 'opens': {
      const person = personOf(c.resource);
      return person === undefined
        ? 'The air does not let it before.'
        : `${how.personName(person)} is not there before.`;
    }
    case 'busy': {
      const person = personOf(c.resource);
      const who =
        person === undefined
          ? c.resource === 'stands'
            ? 'The stands are taken'
            : 'The place to spray is taken'
          : `${how.personName(person)} is busy`;
      return `${who} until then: ${nameOf(c.first)}.`;
    }
    case 'lag': {
      const product = d.lagOf[c.lag]?.waitsFor;
      const name = product === undefined ? undefined : how.productName(product);
      const ended = s.ends.get(c.first) ?? 0;
      return c.waitMin > 0
        ? `${name ?? 'What is before it'} rests until ${how.when(ended + c.waitMin)}.`
        : `After ${nameOf(c.first)}.`;
    }
  }
}

/** Work of a day of the plan, in its order. */
export interface PlanDay {
  /** Its midnight, ms. */
  dayMs: number;
  rows: readonly PlanRow[];
}
export interface PlanRow {
  work: PlannedWork;
  startMs: number;
  endMs: number;
  who?: string;
  cause: Cause;
  /** By the plan the end of all hangs on it. */
  decides: boolean;
}

/** The plan by days. @param deciding ids on the deciding chain @param days so many with work in them */
export function planDays(
  d: DaysNetwork,
  s: Schedule,
  zeroMs: number,
  deciding: ReadonlySet<string>,
  days = Infinity,
): PlanDay[] {
  const out = new Map<number, PlanRow[]>();
  const p = prepare(d.network);
  const rows = [...s.starts].sort((a, b) => a[1] - b[1]);
  for (const [id, start] of rows) {
    const work = d.works.get(id);
    if (!work) continue;
    const startMs = zeroMs + start * MINUTE_MS;
    const midnight = new Date(startMs);
    midnight.setHours(0, 0, 0, 0);
    const dayMs = midnight.getTime();
    let list = out.get(dayMs);
    if (!list) {
      if (out.size >= days) break;
      out.set(dayMs, (list = []));
    }
    const by = s.by.get(id);
    const who = by === undefined ? undefined : personOf(by);
    list.push({
      work,
      startMs,
      endMs: zeroMs + (s.ends.get(id) ?? start) * MINUTE_MS,
      ...(who !== undefined && { who }),
      cause: causeOf(d.network, s, id, p),
      decides: deciding.has(id),
    });
  }
  return [...out].map(([dayMs, list]) => ({ dayMs, rows: list }));
}

/** What fits into so many minutes from now on, in the order of the plan: what may begin at once, or after what stands before it in the list. */
export function fitsInto(
  d: DaysNetwork,
  s: Schedule,
  minutes: number,
): { work: PlannedWork; minutes: number; whole: boolean }[] {
  const out: { work: PlannedWork; minutes: number; whole: boolean }[] = [];
  let left = minutes;
  const doneAt = new Map<string, number>();
  const order = [...s.starts].sort((a, b) => a[1] - b[1]).map(([id]) => id);
  for (const id of order) {
    const a = d.network.activities.find((x) => x.id === id);
    const work = d.works.get(id);
    if (!a || !work?.block || !a.oneOf || left <= 0) continue;
    const at = minutes - left;
    const before = d.network.lags.filter((l) => l.then === id);
    const isReady =
      (a.fromMin ?? 0) <= at && before.every((l) => (doneAt.get(l.first) ?? Infinity) + l.minMin <= at + 1e-6);
    const airs = d.network.resources.filter((r) => r.id.startsWith('air/') && (a.uses?.[r.id] ?? 0) > 0);
    const isAir = airs.every((r) => !r.open || r.open.some(([f, t]) => f <= at && t >= at + a.minutes));
    if (!isReady || !isAir) continue;
    if (a.minutes <= left) {
      out.push({ work, minutes: a.minutes, whole: true });
      left -= a.minutes;
      doneAt.set(id, minutes - left);
    } else if (a.pauses && left >= LEAST_MIN) {
      out.push({ work, minutes: left, whole: false });
      left = 0;
    }
  }
  return out;
}
/** Less than this is not begun, min. */
const LEAST_MIN = 20;

/** So long before a day's midnight and after it a row belongs to that day, ms. */
export const dayEnd = (dayMs: number): number => {
  const d = new Date(dayMs + DAY_MS + DAY_MS / 2);
  d.setHours(0, 0, 0, 0);
  return d.getTime();
};
