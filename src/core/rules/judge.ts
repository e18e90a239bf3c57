import type { Assumed, ClockBook, ShopAir } from '../cure/book';
import { NOTHING_ASSUMED } from '../cure/book';
import type { RoomAir } from '../air/room';
import { zoneStatus } from '../cure/status';
import type { HouseMethod } from '../library/method';
import type { Product, ProductLookup } from '../library/product';
import { KINDS, type PlainKind } from '../log/event';
import type { Job } from '../log/job';
import { strataBefore, type JobState } from '../strata/fold';
import { stepOf } from './steps';
import { verdictOn, type Verdict, type VerdictInput } from './verdict';

/** What judging needs to know of the shop. */
export interface JudgingContext {
  job: Job;
  state: JobState;
  products: ProductLookup;
  method: HouseMethod;
  book: ClockBook;
  shop: ShopAir;
  room: RoomAir;
}

/**
 * What a verdict on a zone at a moment is made from: strata, clocks and air as they were then. Undefined before it was found.
 * @param without an entry that is left out: the one that is judged, where the log has it already
 */
export function verdictInputAt(
  b: JudgingContext,
  zoneId: string,
  atMs: number,
  more: Assumed = NOTHING_ASSUMED,
  without?: string,
): VerdictInput | undefined {
  const zone = b.state.zones.get(zoneId);
  const last = zone?.events[zone.events.length - 1];
  const past = last !== undefined && (last.atMs > atMs || without !== undefined);
  const strata = past ? strataBefore(b.state, zoneId, atMs, b.products, without) : zone?.strata;
  if (!zone || !strata) return undefined;
  const clocks = b.book.clocks(b, b.shop, b.room, zoneId, more);
  const here = b.book.conditions(b, b.shop, b.room, zoneId, atMs);
  return {
    strata,
    status: zoneStatus(past ? { events: [], strata } : zone, clocks, atMs, b.products),
    air: here,
    ahead: here.ahead,
    method: b.method,
    products: b.products,
    nowMs: atMs,
    within: { job: b.job, state: b.state, zoneId },
  };
}

/** Something that is about to be logged, as far as a verdict asks. */
export interface EntryDraft {
  kind: PlainKind;
  atMs: number;
  zoneIds: readonly string[];
  /** Its payload, also one that is not whole yet. */
  payload: Readonly<Record<string, unknown>>;
  /** Its id, where it is in the log already. */
  without?: string;
}

export interface Judgement {
  /** Of all zones, in their order; zones that nobody has looked at have none. */
  zones: readonly { zoneId: string; verdict: Verdict }[];
  /** The gravest of them. */
  worst: { zoneId: string; verdict: Verdict } | undefined;
}

const GRAVITY = { allowed: 0, care: 1, stop: 2 } as const;

/**
 * Judges an entry on each of its zones at the entry's own time. Entries that are no step (a reading, a finding) and those whose product
 * nobody knows are not judged.
 */
export function judgeEntry(b: JudgingContext, e: EntryDraft): Judgement {
  const { productId } = e.payload;
  const product: Product | undefined = typeof productId === 'string' ? b.products(productId) : undefined;
  const step = KINDS[e.kind].step === null ? undefined : stepOf(e.kind, e.payload, product);
  if (!step) return { zones: [], worst: undefined };
  const zones = e.zoneIds.flatMap((zoneId) => {
    const input = verdictInputAt(b, zoneId, e.atMs, NOTHING_ASSUMED, e.without);
    return input ? [{ zoneId, verdict: verdictOn(step, input) }] : [];
  });
  const worst = zones.reduce<Judgement['worst']>(
    (a, z) => (!a || GRAVITY[z.verdict.level] > GRAVITY[a.verdict.level] ? z : a),
    undefined,
  );
  return { zones, worst };
}
