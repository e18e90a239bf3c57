import { useQuery } from '@tanstack/react-query';
import { airAt, HOUR_MS, MINUTE_MS, type Product } from '@/core';
import type { Route, RouteInput } from '@/core/advice';
import { pooledSpread } from '@/core/labour/hours';
import { badDayShare, usualFit } from '@/core/schedule/badDays';
import type { Person } from '@/core/log/days';
import {
  daysNetwork,
  finerJob,
  jobDays,
  PLAN_DAYS,
  WHAT_IFS,
  whatIf,
  type DaysInput,
  type DaysNetwork,
  type WhatIf,
} from '@/core/schedule';
import type { Planned } from '@/core/schedule/solve';
import type { FinishSpread } from '@/core/schedule/spread';
import { planWorker, type PlanWorker } from '@/workers/plan';
import { useClimate } from './climate';
import { useJobs, useLibrary } from './jobs';
import type { OpenJob } from './openJob';
import { yieldToPage } from './slices';
import { useRoom, type Room } from './status';
import { routeInputOf, useWayShop, type WayShop } from './ways';

/** A plan is made anew so often although nothing was logged, ms: clocks go on. */
const EVERY_MS = 15 * MINUTE_MS;
/** Single pieces of work take longer or shorter than hands otherwise do by about this, as a factor. */
const PIECE_SPREAD = 1.35;

let plansMade = 0;

/** The compiler of components does not take an update of a module's own variable within one. */
function nextPlanNo(): number {
  plansMade += 1;
  return plansMade;
}

/** What is planned, and what it rests on. */
export interface PlanNow {
  /** Of this plan among those that this page made: what is worked out from it is asked for by it. */
  no: number;
  days: DaysNetwork;
  plan: Planned;
  /** The plan's zero, ms. */
  zeroMs: number;
  /** The forecast ends there, ms; undefined: there is none. */
  knownMs: number | undefined;
  /** Days beyond it on which nothing can be sprayed. */
  unsure: UnsureAir;
  /** The network of the same jobs a level finer; undefined where none can be. */
  finer(): Promise<DaysNetwork | undefined>;
}

interface Way {
  route: Route | undefined;
  closesMs: number | undefined;
}
const ways = new WeakMap<object, { from: readonly unknown[]; way: Way }>();
/** The way of a zone; what stands as it stood is not worked out anew within a quarter of an hour. */
function wayOf(shop: WayShop, open: OpenJob, zoneId: string, at: number): Way | undefined {
  const stack = open.state.zones.get(zoneId);
  const zone = open.job.zones.find((z) => z.id === zoneId);
  if (!stack || !zone) return undefined;
  const panel = open.job.panels.find((p) => p.id === zone.panelId);
  const { finish, level, colour } = open.job;
  const from = [shop.air, shop.settings, shop.all, shop.paces, at, zone, panel, finish, level, colour];
  const had = ways.get(stack);
  if (had?.from.every((x, i) => x === from[i])) return had.way;
  const way = findWay(shop, open, zoneId, at);
  ways.set(stack, { from, way });
  return way;
}

/** The way of a zone, worked out. */
function findWay(shop: WayShop, open: OpenJob, zoneId: string, at: number): Way {
  const input = routeInputOf(shop, open, zoneId, at);
  // When the air lets one spray is said once, by the plan's own calendar of air: the way counts clocks alone.
  return { route: input && shop.advice.routeFrom(inGoodAir(input)), closesMs: input?.input.status?.closesMs };
}

/** The same question as if the air were always good: what is left of the waits is clocks. */
function inGoodAir(input: RouteInput): RouteInput {
  const { ahead: _, ...judged } = input.input;
  return { ...input, input: { ...judged, air: GOOD_AIR } };
}
const GOOD_AIR = { tempC: 20, rh: 0.5, surfaceC: 20 };

/** The air for spraying as far as the forecast goes. */
function airAhead(shop: WayShop, room: Room, at: number): DaysInput['fit'] {
  const { forecast } = room.climate;
  const last = forecast?.points.at(-1);
  if (!last || last.atMs <= at) return undefined;
  const spans = new Map<string, ReturnType<NonNullable<DaysInput['fit']>>>();
  return (product: Product) => {
    const had = spans.get(product.id);
    if (had) return had;
    const hours = (last.atMs - at) / HOUR_MS;
    const made = {
      spans: shop.advice.fitSpans(room.air, room.surface, product.limits, at, hours),
      untilMs: last.atMs,
    };
    spans.set(product.id, made);
    return made;
  };
}

/** The air for spraying beyond the forecast, as a year is here; undefined where nobody said. */
function airBeyond({ settings: { season } }: WayShop, at: number): DaysInput['usual'] {
  if (!season) return undefined;
  const found = new Map<string, ReturnType<typeof usualFit>>();
  return (product: Product) => {
    const had = found.get(product.id);
    if (had) return had;
    const made = usualFit(season, product.limits, at, PLAN_DAYS);
    found.set(product.id, made);
    return made;
  };
}

/** What is known of days without air for spraying: by the year here, else by the forecast's own share of them, of one product. */
type UnsureAir = Pick<Parameters<PlanWorker['spread']>[2], 'badDays' | 'year'>;
function unsureAir(product: Product | undefined, shop: WayShop, room: Room, at: number): UnsureAir {
  if (!product) return {};
  const { season } = shop.settings;
  if (season) return { year: { season, limits: product.limits, fromMs: at } };
  const known = airAhead(shop, room, at)?.(product);
  return known ? { badDays: [badDayShare(known.spans, at, known.untilMs)] } : {};
}

interface NetworkFrom {
  shop: WayShop;
  room: Room;
  people: readonly Person[];
  lookup: (id: string) => Product | undefined;
  at: number;
  now: number;
}

/** The network of days of jobs; the page is let go on between two ways. */
async function networkOf(
  { shop, room, people, lookup, at, now }: NetworkFrom,
  jobs: readonly OpenJob[],
  way: (shop: WayShop, open: OpenJob, zoneId: string, at: number) => Way | undefined,
): Promise<DaysNetwork> {
  const here = airAt(room.air, now);
  const list = [];
  const sprayed = new Set<string>();
  for (const open of jobs) {
    const routes = new Map<string, Way | undefined>();
    for (const z of open.job.zones) {
      const found = way(shop, open, z.id, at);
      routes.set(z.id, found);
      for (const { step } of found?.route?.steps ?? []) if (step.kind === 'coat') sprayed.add(step.product.id);
      await yieldToPage();
    }
    list.push(
      jobDays(
        open,
        (id) => routes.get(id)?.route,
        here.rh,
        (id) => routes.get(id)?.closesMs,
      ),
    );
  }
  const fit = airAhead(shop, room, at);
  const usual = airBeyond(shop, at);
  for (const id of sprayed) {
    const product = lookup(id);
    if (product) usual?.(product);
    await yieldToPage();
  }
  const { places = 1, stands, lamps, compressors } = shop.settings;
  return daysNetwork({
    jobs: list,
    people,
    places,
    // None of a kind: nobody waits for it.
    ...((stands ?? 0) > 0 && { stands }),
    ...((lamps ?? 0) > 0 && { lamps }),
    ...((compressors ?? 0) > 0 && { compressors }),
    products: lookup,
    ...(fit && { fit }),
    ...(usual && { usual }),
    tempC: here.tempC,
    nowMs: at,
  });
}

/** The plan of days of the whole shop, made anew when something is logged or said; undefined while it is being worked out or nobody has said when they are there. */
export function usePlan(
  now: number,
  wanted = true,
): { plan: PlanNow | undefined; isNobody: boolean; error: Error | null } {
  const { jobs } = useJobs();
  const { lookup } = useLibrary();
  const climate = useClimate();
  const room = useRoom(now);
  const shop = useWayShop(wanted);
  const at = Math.floor(now / EVERY_MS) * EVERY_MS;
  // Somebody of whom no hours are known yet is not there.
  const people = (shop?.settings.people ?? []).filter((p) => p.week.length + p.extra.length > 0);
  const isNobody = shop !== undefined && people.length === 0;
  const query = useQuery({
    queryKey: [
      'days',
      at,
      jobs.map((j) => [j.job.id, j.seq, j.no, j.saving]),
      people,
      shop?.settings.places,
      shop?.settings.stands,
      shop?.settings.lamps,
      shop?.settings.compressors,
      shop?.settings.method,
      shop?.settings.season,
      climate?.forecast?.issuedMs,
      climate?.heats.length,
    ],
    enabled: wanted && shop !== undefined && room !== undefined && people.length > 0,
    placeholderData: (before: PlanNow | undefined) => before,
    gcTime: 5 * 60_000,
    staleTime: Infinity,
    queryFn: async (): Promise<PlanNow> => {
      if (!shop || !room) throw new Error('The shop is not read yet');
      const from = { shop, room, people, lookup, at, now };
      const days = await networkOf(from, jobs, wayOf);
      const plan = await planWorker().plan(days.network, days.kept);
      const sprayed = [...days.works.values()].find((w) => w.block?.product !== undefined)?.block?.product;
      const product = sprayed === undefined ? undefined : lookup(sprayed);
      return {
        no: nextPlanNo(),
        days,
        plan,
        zeroMs: at,
        knownMs: climate?.forecast?.points.at(-1)?.atMs,
        unsure: unsureAir(product, shop, room, at),
        finer: () => {
          const finer = jobs.map((open) => ({ ...open, job: finerJob(open.job) ?? open.job }));
          return finer.every((open, i) => open.job === jobs[i]?.job)
            ? Promise.resolve(undefined)
            : networkOf(from, finer, findWay);
        },
      };
    },
  });
  return { plan: query.data, isNobody, error: query.error };
}

/** When all is done, with its spread; undefined while it is drawn. */
export function useFinishSpread(made: PlanNow | undefined): FinishSpread | undefined {
  const shop = useWayShop();
  return useQuery({
    queryKey: ['days sure', made?.no],
    enabled: made !== undefined && shop !== undefined,
    gcTime: 60_000,
    queryFn: (): Promise<FinishSpread> => {
      if (!made) throw new Error('No plan');
      return planWorker().spread(made.days.network, made.plan, {
        paceSpread: pooledSpread(shop?.paces ?? {}).spread,
        pieceSpread: PIECE_SPREAD,
        ...made.unsure,
        knownMin: made.knownMs === undefined ? 0 : (made.knownMs - made.zeroMs) / MINUTE_MS,
        kinds: new Map(
          [...made.days.works].flatMap(([id, w]) => (w.block ? [[id, w.block.steps.map((x) => x.kind)] as const] : [])),
        ),
      });
    },
  }).data;
}

/** What would bring the end nearer, by how much, min; undefined while it is being worked out. */
export function useWhatIfs(made: PlanNow | undefined): ReadonlyMap<WhatIf, number> | undefined {
  return useQuery({
    queryKey: ['days if', made?.no],
    enabled: made !== undefined,
    gcTime: 60_000,
    queryFn: async (): Promise<ReadonlyMap<WhatIf, number>> => {
      if (!made) throw new Error('No plan');
      const out = new Map<WhatIf, number>();
      for (const what of WHAT_IFS) {
        const finer = what === 'finer' ? await made.finer() : undefined;
        const network = whatIf(made.days, what, made.zeroMs, finer);
        if (!network) continue;
        const { doneMin } = await planWorker().plan(network, made.days.kept);
        out.set(what, made.plan.doneMin - doneMin);
      }
      return out;
    },
  }).data;
}
