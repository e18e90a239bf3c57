import { airPointOf, indexAt, type Reading } from '../air/history';
import { cacheByObject } from '../cache';
import { pointInPolygon } from '../outline/geometry';
import type { ProductLookup } from '../library/product';
import { applyEvent, type FirstIdOf, type FoldContext } from './apply';
import type { Strata } from './types';
import { effectiveForm, firstId, replacementsOf, type Replacements } from '../log/corrections';
import {
  effectiveInOrder,
  inOneGo,
  orderInPieces,
  putIn,
  takeOut,
  withRecord,
  type Grown,
  type OrderedLog,
} from '../log/counting';
import { isCorrection, type CorrectionEvent, type LogEvent, type PlainEvent } from '../log/event';
import type { Cut, ZoneFacts } from '../log/job';
import { toDosOf, type ToDo } from '../log/toDos';
import { insertionIndex } from '../log/order';

/** One zone's own history and what it makes. */
export interface ZoneState {
  /** Effective events that touch the zone, in the order they happened. */
  events: readonly PlainEvent[];
  /** Undefined before the zone was found, and when the finding was voided: such a zone takes no events. */
  strata: Strata | undefined;
}

/** A job's log, folded. Never stored: a pure function of the events and the library. */
export interface JobState {
  /** Every event, also corrections and what they struck out, by the time it happened. */
  events: readonly LogEvent[];
  /** In no particular order: `struckOut` sorts them. */
  corrections: readonly CorrectionEvent[];
  dead: ReadonlySet<string>;
  /** What every replacement takes the place of. */
  replaced: Replacements;
  zones: ReadonlyMap<string, ZoneState>;
  /** Zones cut out of others, by the zone that they came from. */
  cuts: ReadonlyMap<string, readonly Cut[]>;
  facts: ZoneFacts;
  /** Every air reading that was written with an effective event, by time; one a moment, the last written. */
  air: readonly Reading[];
}

/** From the end: what is asked for is nearly always what came last. */
function findLast(events: readonly LogEvent[], id: string): LogEvent | undefined {
  for (let i = events.length - 1; i >= 0; i--) if (events[i]!.id === id) return events[i];
  return undefined;
}

/** The event of an id, also one that was struck out. */
export const findEvent = (state: JobState, id: string): LogEvent | undefined => findLast(state.events, id);

/** Whether an event of that id is in the log, also one that was struck out. */
export const hasEvent = (state: JobState, id: string): boolean => findEvent(state, id) !== undefined;

const NO_FACTS: ZoneFacts = { cuts: [] };

/** A mark, also one that came with a correction; of the id that repairs name it by. */
function markIn(e: LogEvent): PlainEvent | undefined {
  if (e.kind === 'marked') return e;
  return e.kind === 'replaced' && e.by.kind === 'marked' ? { ...e.by, id: e.id } : undefined;
}
/** Every form of a mark that an entry names: as it was written, and as it was put right since. */
type MarksOf = (id: string) => readonly PlainEvent[];
/** @param first the id under which an entry was first written */
function marksAmong(events: readonly LogEvent[], first: FirstIdOf): MarksOf {
  let byFirst: Map<string, PlainEvent[]> | undefined;
  return (id) => {
    if (!byFirst) {
      byFirst = new Map();
      for (const e of events) {
        const m = markIn(e);
        if (!m) continue;
        const root = first(m.id);
        byFirst.set(root, [...(byFirst.get(root) ?? []), m]);
      }
    }
    return byFirst.get(first(id)) ?? [];
  };
}

/** Faults that an entry deals with or leaves, as it was written or as a correction puts it. */
const namedBy = (e: LogEvent): readonly string[] => {
  const by = e.kind === 'replaced' ? e.by : e;
  return by.kind === 'repaired' || by.kind === 'left' ? (by.faultIds ?? []) : [];
};

/**
 * The zones of an event, each once, with those that were cut out of them later; nearly always there is only one. A repair, and what is left, is also on
 * the zones that hold the marks it names: their outlines may have been drawn anew since.
 */
function zonesOnce(e: PlainEvent, cuts: JobState['cuts'], marksOf: MarksOf): Iterable<string> {
  if (cuts.size === 0) return e.zoneIds.length < 2 ? e.zoneIds : new Set(e.zoneIds);
  const all = handedOn(e, cuts);
  for (const id of namedBy(e)) for (const mark of marksOf(id)) for (const z of handedOn(mark, cuts)) all.add(z);
  return all;
}

/** The zones of an event and those that have it from them. */
function handedOn(e: PlainEvent, cuts: JobState['cuts']): Set<string> {
  const all = new Set(e.zoneIds);
  // A set that grows while one goes over it also gives what was added: a cut of a cut inherits from both.
  for (const z of all)
    for (const c of cuts.get(z) ?? []) {
      if (e.atMs >= c.atMs) continue;
      // A mark is at one place, and so on one zone: the one that holds it.
      if (e.kind === 'marked' && e.at && c.outline) {
        if (!pointInPolygon(c.outline, e.at)) continue;
        all.delete(z);
      }
      all.add(c.zoneId);
    }
  return all;
}

function byOrigin(cuts: readonly Cut[]): JobState['cuts'] {
  const by = new Map<string, Cut[]>();
  for (const c of cuts) {
    const list = by.get(c.from);
    if (list) list.push(c);
    else by.set(c.from, [c]);
  }
  return by;
}

/** How entries that were corrected are found again by the id that other entries know. */
const firstOf =
  (replaced: Replacements): FirstIdOf =>
  (id) =>
    firstId(replaced, id);

/** What the strata of one zone rest on besides its own entries. */
const contextOf = (
  zoneId: string,
  products: ProductLookup,
  { replaced, facts }: Pick<JobState, 'replaced' | 'facts'>,
): FoldContext => {
  const thicknessUm = facts.thicknessUm?.get(zoneId);
  return { products, first: firstOf(replaced), ...(thicknessUm !== undefined && { thicknessUm }) };
};

/** A zone of these entries. Its strata are made when somebody asks for them: a shop has thousands of zones, and a page shows a few. */
function refold(events: readonly PlainEvent[], context: FoldContext): ZoneState {
  let made: { strata: Strata | undefined } | undefined;
  return {
    events,
    get strata() {
      if (!made) {
        let strata: Strata | undefined;
        for (const e of events) strata = applyEvent(strata, e, context);
        made = { strata };
      }
      return made.strata;
    },
  };
}

/** A long log is folded in pieces of so many entries, between which a page may do something else. */
const PIECE = 500;

/**
 * What was on a zone at a moment, with all that happened up to it.
 * @param atMs ms since 1970
 * @param without an entry that is left out: the one that is about to be corrected
 */
export function strataBefore(
  state: JobState,
  zoneId: string,
  atMs: number,
  products: ProductLookup,
  without?: string,
): Strata | undefined {
  const zone = state.zones.get(zoneId);
  if (!zone) return undefined;
  // In order of time: what counts is a beginning of the list.
  const { events } = zone;
  let end = events.length;
  while (end > 0 && events[end - 1]!.atMs > atMs) end--;
  const out = without === undefined ? -1 : events.findLastIndex((e) => e.id === without);
  const context = contextOf(zoneId, products, state);
  let strata = strataOfFirst(state, zone, out >= 0 && out < end ? out : end, context);
  if (out >= 0) for (const e of events.slice(out + 1, end)) strata = applyEvent(strata, e, context);
  return strata;
}

/** How far a zone was folded last: entries of a log are looked at one after the other, and each goes on where the one before it ended. */
const foldedSoFar = new WeakMap<
  ZoneState,
  { count: number; strata: Strata | undefined; context: FoldContext; replaced: Replacements; facts: ZoneFacts }
>();

/** What the first so many entries of a zone make. */
function strataOfFirst(state: JobState, zone: ZoneState, count: number, context: FoldContext): Strata | undefined {
  const { replaced, facts } = state;
  const had = foldedSoFar.get(zone);
  const goesOn =
    had !== undefined &&
    had.count <= count &&
    had.context.products === context.products &&
    had.replaced === replaced &&
    had.facts === facts;
  let strata = goesOn ? had.strata : undefined;
  for (const e of zone.events.slice(goesOn ? had.count : 0, count)) strata = applyEvent(strata, e, context);
  foldedSoFar.set(zone, { count, strata, context, replaced, facts });
  return strata;
}

/**
 * Folds a job's events into the state of every zone. Events may come in any order; they are folded by the time they
 * happened. An event whose id was seen before is left out.
 * @param events the log
 * @param products the library, for names and families
 * @param facts what the job says of its zones: which were cut out of others, how thick the panel is
 */
export function foldLog(events: readonly LogEvent[], products: ProductLookup, facts: ZoneFacts = NO_FACTS): JobState {
  return inOneGo(foldInPieces(events, products, facts));
}

/** The same, stopping after every piece of the work: for a page that has to stay quick while a log of a hundred thousand is folded. */
export function* foldInPieces(
  events: readonly LogEvent[],
  products: ProductLookup,
  facts: ZoneFacts = NO_FACTS,
): Generator<undefined, JobState> {
  const cuts = byOrigin(facts.cuts);
  const { records: sorted, corrections, dead } = yield* orderInPieces(events, isCorrection);
  const replaced = replacementsOf(corrections);
  yield;
  const perZone = new Map<string, PlainEvent[]>();
  const effective = effectiveInOrder<PlainEvent>(sorted, dead);
  const marksOf = marksAmong(sorted, firstOf(replaced));
  for (const [i, e] of effective.entries()) {
    for (const z of zonesOnce(e, cuts, marksOf)) {
      const list = perZone.get(z);
      if (list) list.push(e);
      else perZone.set(z, [e]);
    }
    if (i % (PIECE * 4) === PIECE) yield;
  }
  const zones = new Map<string, ZoneState>();
  for (const [z, list] of perZone) {
    const context = contextOf(z, products, { replaced, facts });
    if (list.length <= PIECE) {
      zones.set(z, refold(list, context));
      continue;
    }
    let strata: Strata | undefined;
    for (const [i, e] of list.entries()) {
      strata = applyEvent(strata, e, context);
      if (i % PIECE === PIECE - 1) yield;
    }
    zones.set(z, { events: list, strata });
  }
  yield;
  const air: Reading[] = [];
  for (let i = 0; i < effective.length; i += PIECE * 20) {
    for (const p of airOf(effective.slice(i, i + PIECE * 20))) {
      if (air[air.length - 1]?.atMs === p.atMs) air.pop();
      air.push(p);
    }
    yield;
  }
  return { events: sorted, corrections, dead, replaced, zones, cuts, facts, air };
}

/**
 * Makes the strata of all zones but some, one after the other: an entry that cannot be folded is found here, where its job is read, and not where it is shown.
 * @param without zones of which it is known that they fold
 */
export function* strataInPieces(state: JobState, without: ReadonlySet<string>): Generator<undefined, void> {
  for (const [id, zone] of state.zones) {
    if (without.has(id)) continue;
    void zone.strata;
    yield;
  }
}

function airOf(effective: readonly PlainEvent[]): Reading[] {
  const air: Reading[] = [];
  for (const e of effective) {
    const p = airPointOf(e);
    if (!p) continue;
    if (air[air.length - 1]?.atMs === p.atMs) air.pop();
    air.push(p);
  }
  return air;
}

/** Air readings with one more event; from the start again only where it falls before the last reading. */
function airWith(state: JobState, event: PlainEvent): readonly Reading[] {
  const p = airPointOf(event);
  if (!p) return state.air;
  const last = state.air[state.air.length - 1];
  if (!last || p.atMs > last.atMs) return [...state.air, p];
  return airOf(effectiveInOrder<PlainEvent>(state.events, state.dead));
}

/** The job's log by itself. */
const logOf = ({ events, corrections, dead }: JobState): OrderedLog<LogEvent, CorrectionEvent> => ({
  records: events,
  corrections,
  dead,
});

/**
 * Appends one event to a folded job: the same as folding all events with it, at the cost of the zones it touches.
 * @param state what {@link foldLog} or this function returned
 */
export function appendEvent(state: JobState, event: LogEvent, products: ProductLookup): JobState {
  const grown = withRecord(logOf(state), event, isCorrection);
  if (!grown) return state;
  const { records: events } = grown;
  // A repair that arrived before the mark that it names, or before that was put right, could not tell on which zones it counts.
  if (state.cuts.size > 0 && markIn(event)) {
    const first = firstOf(replacementsOf(events.filter(isCorrection)));
    const mark = first(event.id);
    if (events.some((e) => namedBy(e).some((id) => first(id) === mark))) return foldLog(events, products, state.facts);
  }
  // A correction, or an event that an earlier-arrived correction speaks of, can change any zone: fold those again.
  if (isCorrection(event) || state.dead.has(event.id)) return appendCorrection(state, grown, event, products);
  const zones = new Map(state.zones);
  for (const z of zonesOnce(event, state.cuts, marksAmong(events, firstOf(state.replaced)))) {
    const before = zones.get(z);
    const list = before ? before.events.slice() : [];
    const at = insertionIndex(list, event);
    list.splice(at, 0, event);
    const context = contextOf(z, products, state);
    zones.set(
      z,
      at === list.length - 1
        ? { events: list, strata: applyEvent(before?.strata, event, context) }
        : refold(list, context),
    );
  }
  const next = { ...state, events, zones };
  return { ...next, air: airWith(next, event) };
}

/**
 * The job with another library: the same as folding its log with that one. Zones on which nothing changed by it stay the same objects.
 * @param before the library that it was folded with
 */
export function foldWithLibrary(state: JobState, before: ProductLookup, products: ProductLookup): JobState {
  let zones: Map<string, ZoneState> | undefined;
  for (const [z, zone] of state.zones) {
    if (zone.events.every((e) => !('productId' in e) || products(e.productId) === before(e.productId))) continue;
    zones ??= new Map(state.zones);
    zones.set(z, refold(zone.events, contextOf(z, products, state)));
  }
  return zones ? { ...state, zones } : state;
}

/**
 * The job with other facts of its zones: the same as folding its log with those. Air, and zones of which they say the same as before, stay
 * the same objects.
 */
export function foldWithFacts(state: JobState, products: ProductLookup, facts: ZoneFacts): JobState {
  const next = foldLog(state.events, products, facts);
  const zones = new Map(next.zones);
  for (const [z, { events }] of next.zones) {
    const had = state.zones.get(z);
    const same = had?.events.length === events.length && events.every((e, i) => e.id === had.events[i]?.id);
    if (same && state.facts.thicknessUm?.get(z) === facts.thicknessUm?.get(z)) zones.set(z, had);
  }
  return { ...next, zones, air: state.air };
}

/** Air without the reading of one event that was struck out; undefined where another event shares its moment. */
function airWithout(state: JobState, e: LogEvent): Reading[] | undefined {
  const after = indexAt(state.events, e.atMs);
  const alone = state.events[after] === e && state.events[after - 1]?.atMs !== e.atMs;
  const at = indexAt(state.air, e.atMs);
  if (!alone || state.air[at]?.atMs !== e.atMs) return undefined;
  const air = state.air.slice();
  air.splice(at, 1);
  return air;
}

function appendCorrection(
  before: JobState,
  { records: events, corrections, dead, turned }: Grown<LogEvent, CorrectionEvent>,
  event: LogEvent,
  products: ProductLookup,
): JobState {
  const state = { ...before, events };
  const replaced = event.kind === 'replaced' ? replacementsOf(corrections) : state.replaced;
  const changed = new Set(turned);
  // What a replacement of a replacement stands for, however far up, is known only now.
  if (event.kind === 'replaced')
    for (const c of before.corrections)
      if (firstId(state.replaced, c.id) !== firstId(replaced, c.id)) changed.add(c.id);
  // Only the zones of what was struck out or came back are folded again.
  const lists = new Map<string, PlainEvent[]>();
  const listOf = (z: string) => {
    let list = lists.get(z);
    if (!list) lists.set(z, (list = [...(state.zones.get(z)?.events ?? [])]));
    return list;
  };
  const marksOf = marksAmong(state.events, firstOf(replaced));
  const airChanges: { e: LogEvent; gone: boolean }[] = [];
  for (const id of changed) {
    const e = findEvent(state, id);
    if (!e) continue;
    const before = id === event.id ? undefined : effectiveForm<PlainEvent>(e, state.dead);
    const after = effectiveForm<PlainEvent>(e, dead);
    if (before) for (const z of zonesOnce(before, state.cuts, marksOf)) takeOut(listOf(z), before);
    if (after) for (const z of zonesOnce(after, state.cuts, marksOf)) putIn(listOf(z), after);
    if (before?.air ?? after?.air) airChanges.push({ e, gone: !after });
  }
  const zones = new Map(state.zones);
  for (const [z, list] of lists) {
    if (list.length > 0) zones.set(z, refold(list, contextOf(z, products, { replaced, facts: state.facts })));
    else zones.delete(z);
  }
  const [change] = airChanges;
  const moved = corrections.some((c) => c.kind === 'replaced');
  const air = !change
    ? state.air
    : ((airChanges.length === 1 && change.gone && !moved ? airWithout(state, change.e) : undefined) ??
      airOf(effectiveInOrder<PlainEvent>(state.events, dead)));
  return { ...state, corrections, dead, replaced, zones, air };
}

/** How many entries name a zone: struck-out ones do too, and what they were replaced by. */
export const entriesOn = (state: JobState, zoneId: string): number =>
  state.events.filter((e) => (e.kind === 'replaced' ? [...e.zoneIds, ...e.by.zoneIds] : e.zoneIds).includes(zoneId))
    .length;

/** A job without events. @param facts what it says of its zones */
export const emptyJob = (facts: ZoneFacts = NO_FACTS): JobState => ({
  events: [],
  corrections: [],
  dead: new Set(),
  replaced: new Map(),
  zones: new Map(),
  cuts: byOrigin(facts.cuts),
  facts,
  air: [],
});

/** Ids of the products that a job's entries name, the one used last first; each once. */
export const productsByLastUse = cacheByObject((state: JobState): readonly string[] => {
  const found = new Set<string>();
  for (let i = state.events.length - 1; i >= 0; i--) {
    const e = state.events[i]!;
    if ('productId' in e && !found.has(e.productId) && !state.dead.has(e.id)) found.add(e.productId);
  }
  return [...found];
});

/** The events that count, in the order in which they happened. */
export const effectiveEvents = cacheByObject((state: JobState): readonly PlainEvent[] =>
  effectiveInOrder<PlainEvent>(state.events, state.dead),
);

/** What is to be done on a job, see {@link toDosOf}. */
export const toDosIn = (state: JobState): ToDo[] =>
  toDosOf(effectiveEvents(state), (id) => firstId(state.replaced, id));
