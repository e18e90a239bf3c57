import type { FitSpan } from '../air/fitSpan';
import { ACTIVATION_J_MOL, arrhenius } from '../cure/kinetics';
import { keysOf } from '../keysOf';
import type { Product } from '../library/product';
import { HELPER_DOES, type Agreed, type KeptWork, type Person } from '../log/days';
import type { SprayEvening } from '../log/evening';
import { KINDS } from '../log/event';
import type { AccessLink, Job } from '../log/job';
import { DAY_MS, MINUTE_MS } from '../units/time';
import { blocksOf, type Block, type ZoneWork } from './blocks';
import { hoursOf, minutesOf } from './hours';
import type { Activity, Calendar, KeptPlan, Lag, Network, Resource } from './network';

/** So far ahead work is put into days. */
export const PLAN_DAYS = 240;
const HORIZON_MIN = PLAN_DAYS * 24 * 60;
/** Moving a step by more than half a day has to bring the end an hour nearer, min. */
const MOVE_COST_MIN = 60;

/** What is known of a job, for a plan of days. */
export interface JobDays {
  job: Job;
  work: readonly ZoneWork[];
  /** Panels that are with somebody, and when they are to be back, ms; null: nobody said. */
  away: ReadonlyMap<string, number | null>;
  /** What is on order for panels: it holds their fitting, ms. */
  onOrder: ReadonlyMap<string, number>;
}

/** What a plan of days is made from: what is to come by the log, and what people said of days. */
export interface DaysInput {
  jobs: readonly JobDays[];
  people: readonly Person[];
  /** Places to spray in at once, and stands; absent: there is room for all. */
  places: number;
  stands?: number;
  products: (id: string) => Product | undefined;
  /** When the air lets a product be sprayed, as far as the forecast goes, and where it ends, ms; absent: nobody knows. */
  fit?: (product: Product) => { spans: readonly FitSpan[]; untilMs: number };
  /** °C that clocks and windows are counted with beyond what the way already knows. */
  tempC: number;
  nowMs: number;
}

/** A block, an agreed evening, a visit or other work, as a plan shows it. */
export interface PlannedWork {
  id: string;
  jobId: string;
  panelIds: readonly string[];
  zoneIds: readonly string[];
  labels: readonly string[];
  block?: Block;
  evening?: SprayEvening;
  visit?: Agreed;
  other?: Agreed;
}

/** Why work is not in the plan at all. */
export interface HeldWork {
  jobId: string;
  panelIds: readonly string[];
  why: 'away' | 'stuck';
}

/** Why a piece begins no sooner, where it is no lag: what `fromMin` stands for. */
export type FromWhy = 'back' | 'on' | 'order';

/** What a lag waits for: the clock of a product; how long that is in a warm room and in a cold spell, min. */
export interface LagMeaning {
  waitsFor?: string;
  warmMin?: number;
  coldMin?: number;
}

export interface DaysNetwork {
  network: Network;
  works: ReadonlyMap<string, PlannedWork>;
  /** What a lag waits for, by its place among them: the clock of a product, or what else was said. */
  lagOf: readonly LagMeaning[];
  from: ReadonlyMap<string, FromWhy>;
  held: readonly HeldWork[];
  kept?: KeptPlan;
}

const PERSON = 'person/';
export const personResource = (id: string): string => PERSON + id;
export const personOf = (resource: string): string | undefined =>
  resource.startsWith(PERSON) ? resource.slice(PERSON.length) : undefined;

/** A warm room or a lamp holds so much, °C: what heat would bring is counted with it. */
const WARM_C = 30;

/** A cold spell is so much colder, K. */
const COLDER_K = 8;
/** How much longer a reaction takes at another temperature, as a factor. */
const slower = (m: keyof typeof ACTIVATION_J_MOL, fromC: number, toC: number): number =>
  arrhenius(fromC, ACTIVATION_J_MOL[m]) / arrhenius(toC, ACTIVATION_J_MOL[m]);

/** The network of all that is to come, with what each of its pieces means. */
export function daysNetwork(input: DaysInput): DaysNetwork {
  const { jobs, people, places, stands, products, fit, tempC, nowMs } = input;
  const minOf = (ms: number) => (ms - nowMs) / MINUTE_MS;
  const activities: Activity[] = [];
  const lags: Lag[] = [];
  const lagOf: LagMeaning[] = [];
  const works = new Map<string, PlannedWork>();
  const from = new Map<string, FromWhy>();
  const held: HeldWork[] = [];
  const addLag = (lag: Lag, meaning: LagMeaning = {}) => {
    lags.push(lag);
    lagOf.push(meaning);
  };
  const resources: Resource[] = people.map((p) => ({
    id: personResource(p.id),
    capacity: 1,
    open: hoursOf(p, nowMs, PLAN_DAYS),
  }));
  resources.push({ id: 'place', capacity: places });
  if (stands !== undefined) resources.push({ id: 'stands', capacity: stands });
  const sprayed = new Set<string>();
  const airOf = (product: Product): Resource => {
    const at = fit?.(product);
    const open: [number, number][] = (at?.spans ?? []).flatMap((s) =>
      s.unfit ? [] : [...minutesOf([[s.fromMs, s.toMs]], nowMs)].map(([a, b]): [number, number] => [a, b]),
    );
    const knownMin = at ? Math.max(0, minOf(at.untilMs)) : 0;
    const last = open[open.length - 1];
    // Beyond the forecast nobody knows: it counts as good, and how sure that is stands with the finish.
    if (last && last[1] >= knownMin - 1) last[1] = HORIZON_MIN;
    else open.push([knownMin, HORIZON_MIN]);
    return { id: `air/${product.id}`, capacity: 10_000, ...(at && { open }) };
  };

  for (const { job, work, away, onOrder } of jobs) {
    const agreed = job.agreed ?? [];
    const visits = agreed.filter((a) => a.kind === 'visit' && (a.untilMs ?? a.atMs) > nowMs);
    const evenings = (job.evenings ?? []).filter((e) => e.untilMs > nowMs && e.endedMs === undefined);
    const eveningOf = (zoneId: string) => evenings.find((e) => e.zoneIds.includes(zoneId))?.id;
    const here: ZoneWork[] = [];
    for (const z of work) {
      const until = away.get(z.panelId);
      if (until === null) held.push({ jobId: job.id, panelIds: [z.panelId], why: 'away' });
      else {
        const eveningId = eveningOf(z.zoneId);
        here.push({ ...z, ...(eveningId !== undefined && { eveningId }) });
        if (z.stuck) held.push({ jobId: job.id, panelIds: [z.panelId], why: 'stuck' });
      }
    }
    for (const e of evenings)
      add({
        work: { id: `evening/${e.id}`, jobId: job.id, panelIds: [], zoneIds: e.zoneIds, labels: [], evening: e },
        minutes: (e.untilMs - Math.max(e.fromMs, nowMs)) / MINUTE_MS,
        fixedMin: Math.max(0, minOf(e.fromMs)),
      });
    for (const v of visits)
      add({
        work: { id: `visit/${v.id}`, jobId: job.id, panelIds: v.panelIds, zoneIds: [], labels: [], visit: v },
        minutes: ((v.untilMs ?? v.atMs) - Math.max(v.atMs, nowMs)) / MINUTE_MS,
        fixedMin: Math.max(0, minOf(v.atMs)),
      });
    for (const o of agreed)
      if (o.kind === 'other')
        add({
          work: {
            id: `other/${o.id}`,
            jobId: job.id,
            panelIds: o.panelIds,
            zoneIds: [],
            labels: [o.text ?? ''],
            other: o,
          },
          minutes: o.minutes ?? 60,
          oneOf: people.map((p) => personResource(p.id)),
          fromMin: Math.max(0, minOf(o.atMs)),
          pauses: true,
        });
    const chains = blocksOf(here, visits, tempC, nowMs);
    /** What a block is in the network: itself, or the evening or visit that does it. */
    const nodeOf = (b: Block): string =>
      b.eveningId !== undefined ? `evening/${b.eveningId}` : b.visitId !== undefined ? `visit/${b.visitId}` : b.id;
    for (const chain of chains) {
      const backMin = Math.max(
        0,
        ...(chain[0]?.panelIds ?? []).map((p) => {
          const ms = Math.max(
            away.get(p) ?? 0,
            ...agreed.flatMap((a) => (a.kind === 'back' && isOn(a, p) ? [a.atMs] : [])),
          );
          return ms > 0 ? minOf(ms) : 0;
        }),
      );
      const dueMs = Math.min(
        ...agreed.flatMap((a) => (a.kind === 'due' && chain[0]?.panelIds.some((p) => isOn(a, p)) ? [a.atMs] : [])),
      );
      for (const [k, b] of chain.entries()) {
        const node = nodeOf(b);
        const before = chain[k - 1];
        const said = agreed.find(
          (a) => a.kind === 'on' && a.work === b.work && a.zoneIds?.some((z) => b.zoneIds.includes(z)),
        );
        if (node === b.id) {
          const orderMs = b.kinds.includes('fit') ? Math.max(0, ...b.panelIds.map((p) => onOrder.get(p) ?? 0)) : 0;
          const starts: { min: number; why: FromWhy }[] = [
            { min: k === 0 ? backMin : 0, why: 'back' },
            { min: orderMs > 0 ? minOf(orderMs) : 0, why: 'order' },
            { min: said ? minOf(said.atMs) : 0, why: 'on' },
          ];
          const latest = starts.reduce((m, s) => (s.min > m.min ? s : m));
          const isRest = b.place === 'rest';
          const product = b.product === undefined ? undefined : products(b.product);
          const can = people.filter((p) => !p.helper || b.kinds.every((kind) => HELPER_DOES[kind]));
          const who = said?.who === undefined ? undefined : can.filter((p) => p.id === said.who);
          const sprays = b.place === 'spray';
          if (sprays && product) sprayed.add(product.id);
          const closesMin = b.closesMs === undefined ? Infinity : minOf(b.closesMs) + b.minutes;
          const agreedMin = Math.min(
            k === chain.length - 1 ? minOf(dueMs) : Infinity,
            said?.untilMs === undefined ? Infinity : minOf(said.untilMs),
          );
          const dueMin = Math.min(agreedMin, closesMin);
          if (latest.min > 0) from.set(b.id, latest.why);
          const atOnce = stands === undefined ? b.pieces : Math.min(stands, b.pieces);
          const uses = {
            ...(sprays && { place: 1, ...(stands !== undefined && { stands: atOnce }) }),
            ...(sprays && product && { [`air/${product.id}`]: 1 }),
          };
          add({
            work: { id: b.id, jobId: job.id, panelIds: b.panelIds, zoneIds: b.zoneIds, labels: b.labels, block: b },
            minutes: b.minutes,
            ...(!isRest && { oneOf: ((who?.length ?? 0) > 0 ? (who ?? []) : can).map((p) => personResource(p.id)) }),
            uses,
            ...(sprays && { holds: { stands: b.dustMin } }),
            ...(latest.min > 0 && { fromMin: latest.min }),
            ...(Number.isFinite(dueMin) && { dueMin }),
            ...(closesMin < agreedMin && { lateIs: 'window' as const }),
            ...(b.pauses && { pauses: true as const }),
          });
        }
        if (!before) {
          // What is running now rests before the first of them.
          if (b.waitMin > 0 && node === b.id) raise(b.id, b.waitMin);
          continue;
        }
        const first = nodeOf(before);
        if (first === node) continue;
        const waited = b.waitsFor === undefined ? undefined : products(b.waitsFor);
        const mechanism = waited?.mechanism;
        addLag(
          {
            first,
            then: node,
            minMin: b.waitMin,
            ...(b.withinMin !== undefined && first === before.id && { maxMin: b.withinMin }),
          },
          {
            ...(b.waitsFor !== undefined && { waitsFor: b.waitsFor }),
            ...(mechanism !== undefined &&
              mechanism !== 'none' && {
                ...(tempC < WARM_C && { warmMin: b.waitMin * slower(mechanism, tempC, WARM_C) }),
                coldMin: b.waitMin * slower(mechanism, tempC, tempC - COLDER_K),
              }),
          },
        );
      }
    }
    for (const l of job.links ?? []) linkLags(l, chains, nodeOf).forEach((lag) => addLag(lag));
  }
  for (const id of sprayed) {
    const product = products(id);
    if (product) resources.push(airOf(product));
  }
  const kept = keptPlan(jobs, works, nowMs);
  return {
    network: { activities, lags: acyclic(activities, lags, lagOf), resources, horizonMin: HORIZON_MIN },
    works,
    lagOf,
    from,
    held: mergeHeld(held),
    ...(kept && { kept }),
  };

  function add({ work, ...a }: Omit<Activity, 'id'> & { work: PlannedWork }): void {
    works.set(work.id, work);
    activities.push({ ...a, id: work.id });
  }
  function raise(id: string, min: number): void {
    const a = activities.find((x) => x.id === id);
    if (a) a.fromMin = Math.max(a.fromMin ?? 0, min);
  }
}

const isOn = (a: Agreed, panelId: string): boolean => a.panelIds.length === 0 || a.panelIds.includes(panelId);

/** One line for all panels that wait for the same. */
function mergeHeld(held: readonly HeldWork[]): HeldWork[] {
  const by = new Map<string, HeldWork>();
  for (const h of held) {
    const key = `${h.jobId}/${h.why}`;
    by.set(key, { ...h, panelIds: [...new Set([...(by.get(key)?.panelIds ?? []), ...h.panelIds])] });
  }
  return [...by.values()];
}

/** What has to be done on one panel before something is done on another, as lags between their blocks. */
function linkLags(l: AccessLink, chains: readonly (readonly Block[])[], nodeOf: (b: Block) => string): Lag[] {
  if (l.kind !== 'before') return [];
  const blocksWith = ({ panelId, kind }: AccessLink['first']) =>
    chains.flatMap((c) => {
      const step = KINDS[kind].step;
      const all = c.filter((b) => step !== null && b.panelIds.includes(panelId) && b.kinds.includes(step));
      return all.length > 0 ? [all] : [];
    });
  return blocksWith(l.first).flatMap((firsts) =>
    blocksWith(l.then).flatMap((thens): Lag[] => {
      // The last time that it is still to be done there, before the first time here.
      const [first, then] = [firsts[firsts.length - 1], thens[0]];
      return first && then && nodeOf(first) !== nodeOf(then)
        ? [{ first: nodeOf(first), then: nodeOf(then), minMin: 0 }]
        : [];
    }),
  );
}

/** Lags without those that would close a ring with what stands before them: two links that contradict each other hold nothing up. */
function acyclic(activities: readonly Activity[], lags: Lag[], lagOf: LagMeaning[]): Lag[] {
  const next = new Map<string, string[]>();
  const reaches = (from: string, to: string): boolean => {
    const seen = new Set<string>();
    const stack = [from];
    for (let at = stack.pop(); at !== undefined; at = stack.pop()) {
      if (at === to) return true;
      if (seen.has(at)) continue;
      seen.add(at);
      stack.push(...(next.get(at) ?? []));
    }
    return false;
  };
  const ids = new Set(activities.map((a) => a.id));
  const meanings: LagMeaning[] = [];
  const out = lags.filter((l, i) => {
    if (!ids.has(l.first) || !ids.has(l.then) || reaches(l.then, l.first)) return false;
    next.set(l.first, [...(next.get(l.first) ?? []), l.then]);
    meanings.push(lagOf[i] ?? {});
    return true;
  });
  lagOf.splice(0, lagOf.length, ...meanings);
  return out;
}

/** The plan that people go by, on what is still to come of it; undefined where none was kept. */
function keptPlan(
  jobs: readonly JobDays[],
  works: ReadonlyMap<string, PlannedWork>,
  nowMs: number,
): KeptPlan | undefined {
  const starts = new Map<string, number>();
  const by = new Map<string, string>();
  for (const { job } of jobs)
    for (const [id, w] of works) {
      const k = w.jobId === job.id ? keptOf(job.kept ?? [], w) : undefined;
      // What was to be done by now is put where it suits.
      if (!k || k.startMs < nowMs) continue;
      starts.set(id, (k.startMs - nowMs) / MINUTE_MS);
      if (k.who !== undefined) by.set(id, personResource(k.who));
    }
  return starts.size === 0 ? undefined : { starts, by, costMin: MOVE_COST_MIN };
}

/** What a piece of work is called in a plan that is kept; undefined: it is agreed, and stands where that says. */
export const keptName = (w: PlannedWork): string | undefined => w.block?.work ?? (w.other && w.id);

/** What was kept of a piece of work: by what it is, on any of its zones. */
const keptOf = (kept: readonly KeptWork[], w: PlannedWork): KeptWork | undefined =>
  kept.find((k) => k.work === keptName(w) && (!w.block || k.zoneIds.some((z) => w.zoneIds.includes(z))));

/** A network in which something is otherwise, as somebody asks: what would it bring? */
export const WHAT_IFS = ['place', 'heat', 'helper', 'hours', 'cold'] as const;
export type WhatIf = (typeof WHAT_IFS)[number];

/** Two hours more on each day of the coming week for who is there then; a helper on the next day off from nine to three. */
const MORE_MIN = 120;
const HELP_MIN = 360;

/** @returns undefined where it would change nothing */
export function whatIf(d: DaysNetwork, what: WhatIf, nowMs: number): Network | undefined {
  const n = d.network;
  switch (what) {
    case 'place':
      return {
        ...n,
        resources: n.resources.map((r) =>
          r.id === 'place' || r.id === 'stands' ? { ...r, capacity: r.capacity * 2 } : r,
        ),
      };
    case 'heat':
      return d.lagOf.some((l) => l.warmMin !== undefined)
        ? { ...n, lags: n.lags.map((l, i) => ({ ...l, minMin: Math.min(l.minMin, d.lagOf[i]?.warmMin ?? Infinity) })) }
        : undefined;
    case 'cold':
      return d.lagOf.some((l) => l.coldMin !== undefined)
        ? { ...n, lags: n.lags.map((l, i) => withoutWindow(l, d.lagOf[i]?.coldMin)) }
        : undefined;
    case 'hours': {
      const weekMin = (7 * DAY_MS) / MINUTE_MS;
      return {
        ...n,
        resources: n.resources.map((r) =>
          personOf(r.id) === undefined || !r.open
            ? r
            : { ...r, open: touching(r.open.map(([f, t]) => (f < weekMin ? [f, t + MORE_MIN] : [f, t]))) },
        ),
      };
    }
    case 'helper': {
      const first = n.resources.find((r) => personOf(r.id) !== undefined);
      if (!first) return undefined;
      // The first day from tomorrow on at which nobody is there, from nine to three.
      const zero = new Date(nowMs);
      const nine = (d0: number) =>
        (new Date(zero.getFullYear(), zero.getMonth(), zero.getDate() + d0, 9).getTime() - nowMs) / MINUTE_MS;
      const day =
        Array.from({ length: 7 }, (_, i) => nine(i + 1)).find(
          (m) => !(first.open ?? []).some(([f, t]) => f < m + HELP_MIN && t > m),
        ) ?? nine(1);
      const id = personResource('more');
      const helps = new Set(keysOf(HELPER_DOES).filter((k) => HELPER_DOES[k]));
      return {
        ...n,
        resources: [...n.resources, { id, capacity: 1, open: [[day, day + HELP_MIN]] }],
        activities: n.activities.map((a) =>
          a.oneOf && (d.works.get(a.id)?.block?.kinds.every((k) => helps.has(k)) ?? false)
            ? { ...a, oneOf: [...a.oneOf, id] }
            : a,
        ),
      };
    }
  }
}

/** A rest that lasts longer; its window, which is longer then too, is left out. */
const withoutWindow = ({ maxMin, ...l }: Lag, minMin: number | undefined): Lag =>
  minMin === undefined ? { ...l, ...(maxMin !== undefined && { maxMin }) } : { ...l, minMin };

/** Spans that run into each other are one. */
function touching(spans: readonly (readonly [number, number])[]): Calendar {
  const out: [number, number][] = [];
  for (const [f, t] of spans) {
    const last = out[out.length - 1];
    if (last && f <= last[1]) last[1] = Math.max(last[1], t);
    else out.push([f, t]);
  }
  return out;
}
