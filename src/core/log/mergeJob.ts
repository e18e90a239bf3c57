import { keysOf } from '../keysOf';
import { fieldsOf, isSame, mergeFields, mergeMoments, namesIn } from '../lastWriter';
import type { FinalCheck } from './assembly';
import type { Agreed, KeptWork } from './days';
import type { SprayEvening } from './evening';
import type { Photo } from './photos';
import type { AccessLink, Bag, BlastItem, Decided, Gone, Job, Panel, Zone } from './job';

/**
 * Two devices change copies of one job and put them together again. What a job is about is cut into parts (the name, a panel, one field of a
 * zone …), each with the moment at which it was last changed; of two forms of a part the one changed last counts (see `lastWriter`). What was taken away is remembered with its moment, so that it does not come back from the other
 * device, unless that one changed it afterwards or did something on it. Merging is commutative, associative and idempotent: whatever
 * the order in which copies meet, and however often, all end alike.
 */

type Listed = Gone['was'];

/** The lists of a job: members have ids, and each field of a member is a part. */
export const LISTS = [
  'panels',
  'zones',
  'decisions',
  'bags',
  'links',
  'staging',
  'evenings',
  'agreed',
  'kept',
  'finalChecks',
  'photos',
] as const;
type List = (typeof LISTS)[number];
/** The panels without which a member of a list means nothing. Complete by type: what is forgotten here would be lost. */
const HANGS_ON: { readonly [L in Exclude<List, 'panels' | 'zones'>]: (m: Lists[L]) => readonly string[] } = {
  bags: (m) => [m.panelId],
  decisions: (m) => [m.panelId],
  staging: (m) => [m.panelId],
  links: (m) => [m.first.panelId, m.then.panelId],
  evenings: () => [],
  agreed: () => [],
  kept: () => [],
  finalChecks: () => [],
  photos: (m) => [m.panelId],
};
interface Lists {
  panels: Panel;
  zones: Zone;
  decisions: Decided;
  bags: Bag;
  links: AccessLink;
  staging: BlastItem;
  evenings: SprayEvening;
  agreed: Agreed;
  kept: KeptWork;
  finalChecks: FinalCheck;
  photos: Photo;
}
/** What never changes, and what this file keeps itself. */
const NOT_PARTS: readonly string[] = ['id', 'createdMs', 'changed', 'gone', ...LISTS];

const membersOf = (job: Job, list: List): readonly Listed[] => job[list] ?? [];

/**
 * The job with the moment at every part that a change has changed. A moment is always after the one that stood there, also on a device whose
 * clock was set back.
 * @param before what it was changed from @param after what was made of it, of the same id
 */
export function stampJob(before: Job, after: Job, nowMs: number): Job {
  if (before === after) return after;
  const changed: Record<string, number> = { ...before.changed };
  const gone = new Map(Object.entries(before.gone ?? {}));
  const stamp = (part: string) => {
    changed[part] = Math.max(nowMs, (changed[part] ?? 0) + 1, (gone.get(part)?.atMs ?? 0) + 1);
  };
  for (const k of namesIn(before, after))
    if (!NOT_PARTS.includes(k) && !isSame(fieldsOf(before)[k], fieldsOf(after)[k])) stamp(k);
  for (const list of LISTS) {
    const [had, has] = [membersOf(before, list), membersOf(after, list)];
    if (had === has) continue;
    const old = new Map(had.map((m) => [m.id, m]));
    for (const m of has) {
      const part = `${list}/${m.id}`;
      const was = old.get(m.id);
      old.delete(m.id);
      if (was === m) continue;
      if (!was) {
        stamp(part);
        gone.delete(part);
      } else for (const k of namesIn(was, m)) if (!isSame(fieldsOf(was)[k], fieldsOf(m)[k])) stamp(`${part}/${k}`);
    }
    const base = old.size > 0 ? baseOf(before, list) : [];
    for (const [id, was] of old) {
      const part = `${list}/${id}`;
      const at = base.indexOf(id);
      gone.set(part, { atMs: Math.max(nowMs, lastChange(changed, part) + 1), was, ...(at >= 0 && { at }) });
    }
  }
  return withStamps(after, changed, Object.fromEntries(gone));
}

function withStamps(job: Job, changed: Record<string, number>, gone: Record<string, Gone>): Job {
  const { changed: _, gone: __, ...rest } = job;
  return {
    ...rest,
    ...(Object.keys(changed).length > 0 && { changed }),
    ...(Object.keys(gone).length > 0 && { gone }),
  };
}

/** When a member was last changed, in any of its fields. */
function lastChange(changed: Readonly<Record<string, number>> | undefined, part: string): number {
  let last = changed?.[part] ?? 0;
  for (const [k, ms] of Object.entries(changed ?? {})) if (ms > last && k.startsWith(`${part}/`)) last = ms;
  return last;
}

/** One field as one side has it: the member's own moment counts for fields that were never changed by themselves. */
const momentOf = (job: Job, part: string, field: string): number =>
  Math.max(job.changed?.[part] ?? 0, job.changed?.[`${part}/${field}`] ?? 0);

/** A member as both sides make it, field by field. */
function mergeMember(a: Job, b: Job, part: string, one: Listed, other: Listed): Listed {
  if (one === other) return one;
  const of = { a, b };
  const out = mergeFields(one, other, (side, k) => momentOf(of[side], part, k));
  return isSame(out, one) ? one : (out as unknown as Listed);
}

/**
 * One job of two copies of it.
 * @param needed zones on which an entry of either log says that something was done: they stay, with their panels, also where one side took them away
 */
export function mergeJob(a: Job, b: Job, needed: ReadonlySet<string>): Job {
  const changed = mergeMoments(a.changed, b.changed);
  const of = { a: a.changed, b: b.changed };
  const out = mergeFields(a, b, (side, k) => of[side]?.[k] ?? 0, NOT_PARTS);
  const gone: Record<string, Gone> = {};
  const here = new Map<List, Listed[]>();
  for (const list of LISTS) {
    const members: Listed[] = [];
    for (const id of orderOf(a, b, list, changed)) {
      const part = `${list}/${id}`;
      const [x, y] = [memberOf(a, list, id), memberOf(b, list, id)];
      const member = x && y ? mergeMember(a, b, part, x, y) : (x ?? y);
      if (!member) continue;
      const atMs = Math.max(a.gone?.[part]?.atMs ?? 0, b.gone?.[part]?.atMs ?? 0);
      const isTakenAway = atMs > 0 && lastChange(changed, part) < atMs;
      const at = a.gone?.[part]?.at ?? b.gone?.[part]?.at;
      if (isTakenAway) gone[part] = { atMs, was: member, ...(at !== undefined && { at }) };
      members.push(member);
    }
    here.set(list, members);
  }
  const stays = whatStays(here, gone, needed);
  for (const list of LISTS) {
    const known = here.get(list) ?? [];
    const base = known.flatMap((m) => (changed[`${list}/${m.id}`] === undefined ? [m.id] : []));
    const members = known.filter((m) => {
      const part = `${list}/${m.id}`;
      if (stays.has(part)) return true;
      const at = base.indexOf(m.id);
      gone[part] ??= { was: m, ...(at >= 0 && { at }) };
      return false;
    });
    if (members.length > 0 || list === 'panels' || list === 'zones' || a[list] || b[list]) out[list] = members;
  }
  return withStamps(
    { ...out, id: a.id, createdMs: Math.min(a.createdMs, b.createdMs) } as unknown as Job,
    changed,
    gone,
  );
}

const memberOf = (job: Job, list: List, id: string): Listed | undefined =>
  membersOf(job, list).find((m) => m.id === id) ?? job.gone?.[`${list}/${id}`]?.was;

/** Members of a list that were there before anybody kept moments, in their order, with those that were taken away in their places. */
function baseOf(job: Job, list: List): string[] {
  const isBase = (id: string) => job.changed?.[`${list}/${id}`] === undefined;
  const base = membersOf(job, list).flatMap((m) => (isBase(m.id) ? [m.id] : []));
  const away = Object.entries(job.gone ?? {})
    .flatMap(([part, { at, was }]) => (part === `${list}/${was.id}` && at !== undefined ? [{ at, id: was.id }] : []))
    .sort((x, y) => x.at - y.at);
  for (const { at, id } of away) if (!base.includes(id)) base.splice(at, 0, id);
  return base;
}

/** Every id of a list, what was there from the beginning first and in its order, then what was added, by when it was. */
function orderOf(a: Job, b: Job, list: List, changed: Readonly<Record<string, number>>): string[] {
  const ids = (job: Job) => [
    ...membersOf(job, list).map((m) => m.id),
    ...Object.keys(job.gone ?? {}).flatMap((p) => (p.startsWith(`${list}/`) ? [p.slice(list.length + 1)] : [])),
  ];
  const all = [...new Set([...ids(a), ...ids(b)])];
  const addedMs = (id: string) => changed[`${list}/${id}`] ?? 0;
  const [inA, inB] = [baseOf(a, list), baseOf(b, list)];
  // Copies of one job have what they both began with in one order.
  const base = [...new Set([...inA, ...inB])].filter((id) => addedMs(id) === 0);
  const place = (id: string) => (inA.includes(id) ? inA : inB).indexOf(id);
  base.sort((x, y) => place(x) - place(y) || (x < y ? -1 : 1));
  const added = all.filter((id) => addedMs(id) > 0).sort((x, y) => addedMs(x) - addedMs(y) || (x < y ? -1 : 1));
  return [...base, ...added];
}

/** The members that stand in their lists: what nobody took away or something was done on, and what all of that hangs on. */
function whatStays(
  here: ReadonlyMap<List, readonly Listed[]>,
  gone: Readonly<Record<string, Gone>>,
  needed: ReadonlySet<string>,
): ReadonlySet<string> {
  const of = <L extends List>(list: L) => here.get(list) as readonly Lists[L][];
  const zones = new Map(of('zones').map((z) => [z.id, z]));
  // A zone needs the one that it was cut out of; a set that grows while one goes over it also gives what was added.
  const keep = new Set(needed);
  for (const id of keep) {
    const origin = zones.get(id)?.cutFrom?.zoneId;
    if (origin !== undefined) keep.add(origin);
  }
  const stays = new Set<string>();
  const isThere = (list: List, m: Listed) => gone[`${list}/${m.id}`] === undefined;
  const keptPanels = new Set(of('zones').flatMap((z) => (keep.has(z.id) ? [z.panelId] : [])));
  for (const p of of('panels')) if (isThere('panels', p) || keptPanels.has(p.id)) stays.add(`panels/${p.id}`);
  const hasPanel = (id: string) => stays.has(`panels/${id}`);
  /** Also where it hangs in a ring, as only a file from outside can have it. */
  const zoneStays = (z: Zone | undefined, depth = 0): boolean =>
    z !== undefined &&
    depth <= zones.size &&
    hasPanel(z.panelId) &&
    (isThere('zones', z) || keep.has(z.id)) &&
    (!z.cutFrom || zoneStays(zones.get(z.cutFrom.zoneId), depth + 1));
  for (const z of zones.values()) if (zoneStays(z)) stays.add(`zones/${z.id}`);
  for (const list of keysOf(HANGS_ON))
    for (const m of of(list))
      if (isThere(list, m) && HANGS_ON[list](m as never).every(hasPanel)) stays.add(`${list}/${m.id}`);
  return stays;
}
