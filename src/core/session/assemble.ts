import { weightOf, TWO_PEOPLE_G } from '../bodies';
import type { Statuses } from '../cure/book';
import { APPLICATIONS } from '../library/application';
import { wantedCoats, type QualityLevel } from '../library/level';
import type { HouseMethod } from '../library/method';
import { FAMILIES, type Product } from '../library/product';
import { KINDS, type EventOf } from '../log/event';
import type { SprayEvening } from '../log/evening';
import { finishOf, panelOf, type Job } from '../log/job';
import type { CoatTask, TransferOf } from '../mix/session';
import { usualTransfer } from '../mix/session';
import { shapeOf, type Shape } from '../mix/transfer';
import { coatDefaults, draftInputOn, type DraftInput } from '../route/draft';
import { wayFrom } from '../route/way';
import { panelsOff } from '../strata/away';
import type { JobState } from '../strata/fold';
import { MINUTE_MS } from '../units/time';
import type { Evening, EveningHands, EveningPart, EveningProduct } from './evening';
import { eveningPart, eveningProduct, type CoatName } from './fromTasks';

/** What a stand bears of which nobody says more: a turning stand, g. */
const STAND_G = 60_000;
const HANDS = { liftMin: 2, turnMin: 3 } as const;
/** Coats that were laid so long before the evening was to begin belong to it, ms. */
const EARLY_MS = 60 * MINUTE_MS;

/** What of a shop an evening is put together from. */
export interface EveningShop {
  all: readonly Product[];
  method: HouseMethod;
  statuses: Statuses;
  tempC: number;
  transfer?: TransferOf;
  /** From when and until when the air lets one spray, ms; absent: nobody knows. */
  fit?: { fromMs: number; untilMs: number };
  /** Cups that are mixed and not empty. */
  cups?: readonly { product: string; mixedMs: number; leftMl: number }[];
  liftG?: number;
}

/** Stands by zone, with one of them on another stand, or on whichever suits. */
export function withStand(standOf: Readonly<Record<string, number>>, zoneId: string, no: number | undefined) {
  const { [zoneId]: _, ...rest } = standOf;
  return no === undefined ? rest : { ...rest, [zoneId]: no };
}

/** What a stand is called. @param no from 1 */
export const standName = (no: number): string => `Stand ${no}`;

/** An evening as somebody puts it together: a record of one, or what is to become one. */
export type EveningPick = Pick<
  SprayEvening,
  | 'fromMs'
  | 'untilMs'
  | 'zoneIds'
  | 'turns'
  | 'coats'
  | 'stands'
  | 'turning'
  | 'standOf'
  | 'drying'
  | 'helper'
  | 'begunMs'
  | 'endedMs'
>;

export interface Assembled {
  evening: Evening;
  /** What each coat of each part is called, those that are on already too. */
  names: ReadonlyMap<string, readonly CoatName[]>;
  /** What is still to be laid, by zone. */
  tasks: readonly CoatTask[];
  /** What minute 0 of the description is: now, or the evening's begin where that is ahead, ms. */
  zeroMs: number;
  /** Zones that want nothing out of a cup. */
  idle: readonly string[];
}

/** Coats of an evening that a zone has, in the order in which they were laid. */
export function coatsTonight(state: JobState, zoneId: string, e: Pick<EveningPick, 'fromMs' | 'begunMs' | 'endedMs'>) {
  const from = Math.min(e.begunMs ?? Infinity, e.fromMs) - EARLY_MS;
  return (state.zones.get(zoneId)?.events ?? []).filter(
    (x): x is EventOf<'coated'> =>
      x.kind === 'coated' && x.atMs >= from && x.atMs <= (e.endedMs ?? Infinity) && x.on === undefined,
  );
}

/** How many coats a product gets in an evening. */
const targetOf = (p: Product, pick: EveningPick, level: QualityLevel | undefined): number =>
  pick.coats?.[p.id] ?? wantedCoats(p, level);

function taskOf(zone: { id: string; areaCm2: number }, product: Product, coats: number, shape: Shape): CoatTask {
  const d = coatDefaults(product);
  return {
    id: zone.id,
    product,
    areaCm2: zone.areaCm2,
    coats,
    filmUm: d.filmUm,
    thinnerFraction: d.thinnerFraction ?? 0,
    application: d.application,
    shape,
  };
}

/** What a zone has of an evening and what it still gets, product after product; empty where nothing out of a cup comes next. */
function zoneTasks(
  job: Job,
  state: JobState,
  zoneId: string,
  pick: EveningPick,
  shop: EveningShop,
  nowMs: number,
): { all: CoatTask[]; left: CoatTask[]; done: EventOf<'coated'>[] } {
  const done = coatsTonight(state, zoneId, pick);
  const zone = job.zones.find((z) => z.id === zoneId);
  const status = shop.statuses.get(zoneId);
  if (!zone || !status) return { all: [], left: [], done };
  const input = draftInputOn(job, state, zoneId, status, { all: [...shop.all], method: shop.method, nowMs });
  const doneOf = (p: Product) => done.reduce((n, e) => (e.productId === p.id ? n + e.coats : n), 0);
  const shape = shapeOf(job, [zoneId]);
  const left: CoatTask[] = [];
  const add = (p: Product) => {
    const coats = targetOf(p, pick, input.level) - doneOf(p);
    if (coats > 0) left.push(taskOf(zone, p, coats, shape));
  };
  const isBaseClear = finishOf(job, zoneId).system === 'baseClear';
  const addWithClear = (p: Product) => {
    add(p);
    const clear = shop.all.find((x) => x.family === 'clear');
    if (clear && isBaseClear && FAMILIES[p.family].role === 'base') add(clear);
  };
  const last = done.at(-1);
  const lastProduct = shop.all.find((p) => p.id === last?.productId);
  const since = (state.zones.get(zoneId)?.events ?? []).filter((e) => last !== undefined && e.atMs > last.atMs);
  // What is laid wet in wet goes on by itself: the way waits for no flash. Once hands have sanded it, the way says what comes.
  const next = last && !since.some((e) => KINDS[e.kind].unmasks) ? lastProduct : productAhead(input);
  if (next && pick.endedMs === undefined) addWithClear(next);
  const laid = done.flatMap((e): CoatTask[] => {
    const p = shop.all.find((x) => x.id === e.productId);
    return p ? [taskOf(zone, p, e.coats, shape)] : [];
  });
  return { all: together([...laid, ...left]), left, done };
}

/** Coats of one product that follow each other as one. */
const together = (tasks: readonly CoatTask[]): CoatTask[] =>
  tasks.reduce<CoatTask[]>((out, t) => {
    const before = out.at(-1);
    return before?.product.id === t.product.id
      ? [...out.slice(0, -1), { ...before, coats: before.coats + t.coats }]
      : [...out, t];
  }, []);

/** The product out of a cup or a can that the way sprays next on a zone; undefined where something else comes first: what is filled or sanded is no evening's work. */
function productAhead({ strata, ...rest }: DraftInput): Product | undefined {
  const coat = strata && wayFrom({ ...rest, strata }).find((c) => c.logs === 'coated' && 'product' in c.step);
  const product = coat && 'product' in coat.step ? coat.step.product : undefined;
  if (!product) return undefined;
  const { mixed, application } = FAMILIES[product.family];
  return mixed || application === 'aerosol' ? product : undefined;
}

/** Zones of the same panel that come first: the inner face before the outer one. */
function innerFirst(job: Job, zoneId: string, zoneIds: readonly string[]): string[] {
  const zone = job.zones.find((z) => z.id === zoneId);
  if (!zone || (zone.face ?? 'outer') === 'inner') return [];
  return zoneIds.filter((id) => {
    const other = job.zones.find((z) => z.id === id);
    return other !== undefined && other.panelId === zone.panelId && other.face === 'inner';
  });
}

/** A face bears a hand no sooner than that after its last coat, whatever its sheet says of dust, min. */
const HANDLE_MIN = 20;

/**
 * An evening as the planner is given it: what each zone has and still gets by its log and its way, whose hands and stands there are, which cups
 * are open, and until when air and evening last.
 */
export function assembleEvening(
  job: Job,
  state: JobState,
  pick: EveningPick,
  shop: EveningShop,
  nowMs: number,
): Assembled {
  const zeroMs = Math.max(nowMs, pick.begunMs === undefined ? pick.fromMs : 0);
  const min = (ms: number) => (ms - zeroMs) / MINUTE_MS;
  const off = panelsOff(job, state);
  const names = new Map<string, CoatName[]>();
  const tasks: CoatTask[] = [];
  const idle: string[] = [];
  const products: Record<string, EveningProduct> = {};
  /** What stays in cup and gun, mL. */
  const losses = new Map<string, number>();
  const parts: EveningPart[] = [];
  let lastCoat: EventOf<'coated'> | undefined;
  const zoneIds = pick.zoneIds.filter((id) => job.zones.some((z) => z.id === id));
  for (const id of zoneIds) {
    const { all, left, done } = zoneTasks(job, state, id, pick, shop, nowMs);
    const panel = panelOf(job, id);
    if (!panel || all.length === 0) {
      idle.push(id);
      continue;
    }
    tasks.push(...left);
    for (const t of all) {
      products[t.product.id] = eveningProduct(t.product, shop.tempC, t.application);
      losses.set(t.product.id, APPLICATIONS[t.application].lossMl);
    }
    const zone = job.zones.find((z) => z.id === id);
    const beside = zoneIds.filter((z) => z !== id && panelOf(job, z)?.id === panel.id);
    const made = eveningPart(
      {
        id,
        weightG: weightOf(job, panel) / Math.max(1, panel.pieces?.count ?? 1),
        after: innerFirst(job, id, zoneIds),
        tasks: all,
      },
      shop.tempC,
      shop.transfer ?? usualTransfer,
    );
    const wanted = pick.standOf?.[id];
    const last = done.at(-1);
    if (last && (!lastCoat || last.atMs > lastCoat.atMs)) lastCoat = last;
    const doneOf = new Map<string, number>();
    for (const e of done) doneOf.set(e.productId, (doneOf.get(e.productId) ?? 0) + e.coats);
    const on = made.names.filter((n) => n.coat <= (doneOf.get(n.product.id) ?? 0)).length;
    parts.push({
      ...made.part,
      // A part that nobody took off hangs where it belongs: it needs no stand.
      ...(!off.has(panel.id) && { fixed: true }),
      ...(beside.length > 0 && {
        piece: panel.id,
        face: zone?.face ?? 'outer',
        handleMin: Math.max(made.part.dustFreeMin, HANDLE_MIN),
      }),
      ...(wanted !== undefined && wanted <= pick.stands && { standId: standName(wanted) }),
      ...(last && on > 0 && { done: { coats: on, endedMin: min(last.atMs) } }),
    });
    names.set(id, made.names);
  }
  const hands: EveningHands = { ...HANDS, liftG: shop.liftG ?? TWO_PEOPLE_G, helper: pick.helper };
  // A cup that holds not one coat more is as good as empty; the freshest of each product is the one in hand.
  const openCups = Object.keys(products).flatMap((product) => {
    const lossMl = losses.get(product) ?? 0;
    const leastMl = Math.min(
      ...parts.flatMap((p) => p.coats.slice(p.done?.coats ?? 0).flatMap((c) => (c.product === product ? [c.ml] : []))),
    );
    const cup = (shop.cups ?? []).findLast((c) => c.product === product && c.leftMl - lossMl >= leastMl);
    return cup ? [{ product, mixedMin: min(cup.mixedMs), leftMl: cup.leftMl - lossMl }] : [];
  });
  return {
    evening: {
      parts,
      stands: Array.from({ length: pick.stands }, (_, i) => ({
        id: standName(i + 1),
        bearsG: STAND_G,
        ...(i < pick.turning && { turns: true }),
      })),
      ...(pick.drying !== undefined && { dryingPlaces: pick.drying }),
      products,
      hands,
      endMin: min(pick.untilMs),
      ...(shop.fit && { fitFromMin: Math.max(0, min(shop.fit.fromMs)), fitUntilMin: min(shop.fit.untilMs) }),
      ...(openCups.length > 0 && { openCups }),
      ...(lastCoat && { inGun: lastCoat.productId }),
    },
    names,
    tasks,
    zeroMs,
    idle,
  };
}
