import type { FitSpan } from '../air/fitSpan';
import { ACTIVATION_J_MOL, arrhenius } from '../cure/kinetics';
import type { Product } from '../library/product';
import type { Agreed, Person } from '../log/days';
import type { SprayEvening } from '../log/evening';
import type { Job } from '../log/job';
import type { ToDo } from '../log/toDos';
import { MINUTE_MS } from '../units/time';
import { blocksOf, type Block, type ZoneWork } from './blocks';
import { hoursOf, joined, minutesOf, PLAN_DAYS, type Span } from './hours';
import { keptPlan } from './kept';
import { linkLags, withoutRings } from './links';
import type { Activity } from './network';
import { airResource, canHelp, personResource } from './people';
import type { DaysLag, DaysNetwork, DaysResource, FromWhy, HeldWork, PlannedWork } from './planned';

const HORIZON_MIN = PLAN_DAYS * 24 * 60;

/** What is known of a job, for a plan of days. */
export interface JobDays {
  job: Job;
  work: readonly ZoneWork[];
  /** Panels that are with somebody, and when they are to be back, ms; null: nobody said. */
  away: ReadonlyMap<string, number | null>;
  /** What is on order for panels: it holds their fitting, ms. */
  onOrder: ReadonlyMap<string, number>;
  /** What is written down to be done, with its minutes. */
  toDos: readonly ToDo[];
}

/** What a plan of days is made from: what is to come by the log, and what people said of days. */
export interface DaysInput {
  jobs: readonly JobDays[];
  people: readonly Person[];
  /** Places to spray in at once, and stands; absent: there is room for all. */
  places: number;
  stands?: number;
  /** Lamps to bake with, and what feeds guns and nozzles; absent: nobody waits for them. */
  lamps?: number;
  compressors?: number;
  products: (id: string) => Product | undefined;
  /** When the air lets a product be sprayed, as far as the forecast goes, and where it ends, ms; absent: nobody knows. */
  fit?: (product: Product) => { spans: readonly FitSpan[]; untilMs: number };
  /** When it lets it beyond that, on usual days of the year, ms; absent: nobody said what a year is like. */
  usual?: (product: Product) => readonly (readonly [number, number])[];
  /** °C that clocks and windows are counted with beyond what the way already knows. */
  tempC: number;
  nowMs: number;
}

/** A warm room or a lamp holds so much, °C: what heat would bring is counted with it. */
export const WARM_C = 30;

/** A cold spell is so much colder, K. */
export const COLDER_K = 8;
/** How much longer a reaction takes at another temperature, as a factor. */
const slower = (m: keyof typeof ACTIVATION_J_MOL, fromC: number, toC: number): number =>
  arrhenius(fromC, ACTIVATION_J_MOL[m]) / arrhenius(toC, ACTIVATION_J_MOL[m]);

/** The network of all that is to come, with what each of its pieces means. */
export function daysNetwork(input: DaysInput): DaysNetwork {
  const { jobs, people, places, stands, lamps, compressors, products, fit, usual, tempC, nowMs } = input;
  const minOf = (ms: number) => (ms - nowMs) / MINUTE_MS;
  const activities: Activity[] = [];
  const lags: DaysLag[] = [];
  const works = new Map<string, PlannedWork>();
  const from = new Map<string, FromWhy>();
  const held: HeldWork[] = [];
  const evenings = jobs.flatMap(({ job }) => eveningsAhead(job, nowMs));
  // Who sprays in an evening is at nothing else then: the first who does everything. It may lie outside of the hours of the week.
  const sprayer = people.find((p) => !p.helper);
  const resources: DaysResource[] = people.map((p) => ({
    id: personResource(p.id),
    capacity: 1,
    open: hoursOf(p === sprayer ? { ...p, off: [...p.off, ...evenings] } : p, nowMs, PLAN_DAYS),
  }));
  resources.push({ id: 'place', capacity: places });
  for (const [id, capacity] of Object.entries({ stands, lamp: lamps, compressor: compressors }))
    if (capacity !== undefined) resources.push({ id, capacity });
  const compressed: Readonly<Record<string, number>> = compressors === undefined ? {} : { compressor: 1 };
  const sprayed = new Set<string>();
  const airOf = (product: Product): DaysResource => {
    const at = fit?.(product);
    const known: Span[] = (at?.spans ?? []).flatMap((s) => (s.unfit ? [] : minutesOf([[s.fromMs, s.toMs]], nowMs)));
    const knownMin = at ? Math.max(0, minOf(at.untilMs)) : 0;
    const beyond: Span[] = [[knownMin, HORIZON_MIN]];
    // Beyond the forecast a usual year counts. Where nobody said what it is like the air counts as good, and how sure that is stands with the finish.
    const year =
      usual &&
      minutesOf(usual(product), nowMs).flatMap(([f, t]): Span[] => (t > knownMin ? [[Math.max(f, knownMin), t]] : []));
    return {
      id: airResource(product.id),
      ...((at || year) && { open: joined([...known, ...(year ?? beyond)]) }),
      ...(year && { year: { usual: year, warm: joined([...known, ...beyond]) } }),
    };
  };

  for (const { job, work, away, onOrder, toDos } of jobs) {
    const agreed = job.agreed ?? [];
    const visits = agreed.filter((a) => a.kind === 'visit' && (a.untilMs ?? a.atMs) > nowMs);
    const mine = eveningsAhead(job, nowMs);
    const eveningOf = (zoneId: string) => mine.find((e) => e.zoneIds.includes(zoneId))?.id;
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
    for (const e of mine)
      add({
        work: { id: `evening/${e.id}`, jobId: job.id, panelIds: [], zoneIds: e.zoneIds, evening: e },
        minutes: (e.untilMs - Math.max(e.fromMs, nowMs)) / MINUTE_MS,
        uses: { place: 1, ...compressed },
        fixedMin: Math.max(0, minOf(e.fromMs)),
      });
    for (const v of visits)
      add({
        work: { id: `visit/${v.id}`, jobId: job.id, panelIds: v.panelIds, zoneIds: [], visit: v },
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
            other: o,
          },
          minutes: o.minutes ?? 60,
          oneOf: people.map((p) => personResource(p.id)),
          fromMin: Math.max(0, minOf(o.atMs)),
          pauses: true,
        });
    for (const t of toDos)
      add({
        work: {
          id: `todo/${t.id}`,
          jobId: job.id,
          panelIds: [...new Set(job.zones.flatMap((z) => (t.zoneIds.includes(z.id) ? [z.panelId] : [])))],
          zoneIds: t.zoneIds,
          toDo: t,
        },
        minutes: t.minutes ?? 0,
        oneOf: people.map((p) => personResource(p.id)),
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
        const said = putOn(agreed, b);
        if (node === b.id) {
          const orderMs = b.steps.some((x) => x.kind === 'fit')
            ? Math.max(0, ...b.panelIds.map((p) => onOrder.get(p) ?? 0))
            : 0;
          const starts: { min: number; why: FromWhy }[] = [
            { min: k === 0 ? backMin : 0, why: 'back' },
            { min: orderMs > 0 ? minOf(orderMs) : 0, why: 'order' },
            { min: said ? minOf(said.atMs) : 0, why: 'on' },
          ];
          const latest = starts.reduce((m, s) => (s.min > m.min ? s : m));
          const isRest = b.place === 'rest';
          const product = b.product === undefined ? undefined : products(b.product);
          const can = people.filter((p) => !p.helper || canHelp(b));
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
            ...(sprays && product && { [airResource(product.id)]: 1 }),
            ...((sprays || b.place === 'blast') && compressed),
            ...(lamps !== undefined && b.steps.some((x) => x.kind === 'bake') && { lamp: 1 }),
          };
          add({
            work: { id: b.id, jobId: job.id, panelIds: b.panelIds, zoneIds: b.zoneIds, block: b },
            minutes: b.minutes,
            ...(!isRest && { oneOf: ((who?.length ?? 0) > 0 ? (who ?? []) : can).map((p) => personResource(p.id)) }),
            uses,
            ...(sprays && stands !== undefined && { holds: { stands: b.dustMin } }),
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
        lags.push({
          first,
          then: node,
          minMin: b.waitMin,
          ...(b.withinMin !== undefined && first === before.id && { maxMin: b.withinMin }),
          ...(b.waitsFor !== undefined && { waitsFor: b.waitsFor }),
          ...(mechanism !== undefined &&
            mechanism !== 'none' && {
              ...(tempC < WARM_C && { warmTimes: slower(mechanism, tempC, WARM_C) }),
              coldTimes: slower(mechanism, tempC, tempC - COLDER_K),
            }),
        });
      }
    }
    for (const l of job.links ?? []) lags.push(...linkLags(l, chains, nodeOf));
  }
  for (const id of sprayed) {
    const product = products(id);
    if (product) resources.push(airOf(product));
  }
  const kept = keptPlan(jobs, works, nowMs);
  return {
    network: { activities, lags: withoutRings(activities, lags), resources, horizonMin: HORIZON_MIN },
    works,
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

/** Evenings of spraying that are ahead, or under way. */
const eveningsAhead = (job: Job, nowMs: number): SprayEvening[] =>
  (job.evenings ?? []).filter((e) => e.untilMs > nowMs && e.endedMs === undefined);

/** On which day a piece of work was put; of two phones that put it on different ones the later word counts (ids sort by time). */
const putOn = (agreed: readonly Agreed[], b: Pick<Block, 'work' | 'zoneIds'>): Agreed | undefined =>
  agreed.reduce<Agreed | undefined>(
    (last, a) =>
      a.kind === 'on' && a.work === b.work && a.zoneIds?.some((z) => b.zoneIds.includes(z)) && !(last && last.id > a.id)
        ? a
        : last,
    undefined,
  );

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
