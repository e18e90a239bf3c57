import {
  appendEvent,
  foldInPieces,
  foldLog,
  foldWithFacts,
  foldWithLibrary,
  sameFacts,
  splitInPieces,
  zoneFacts,
  type Job,
  type JobState,
  type LogEvent,
  type ProductLookup,
} from '@/core';
import type { LoadedJob } from './repository';
import { inSlices } from './slices';

/** A job at hand: what it is about, its log folded, and how far it is read. */
export interface OpenJob {
  job: Job;
  state: JobState;
  /** How many entries are stored, and the number of what the job is about. */
  seq: number;
  no: number;
  unreadable: string[];
  /** Id of an event that is shown but not yet safe in storage. */
  saving?: string;
  /** The library that it was folded with. */
  products: ProductLookup;
}

/** The open job about something else: its log is folded again only where that says something else of its zones. */
export function withJob(open: OpenJob, job: Job): OpenJob {
  if (job === open.job) return open;
  const facts = zoneFacts(job);
  if (sameFacts(open.state.facts, facts)) return { ...open, job };
  return { ...open, job, state: foldWithFacts(open.state, open.products, facts) };
}

/** More entries at once than these are folded with all others: each by itself costs a copy of the list. */
const AT_ONCE = 50;

/** The open job with more entries in its log. */
export function withEvents(open: OpenJob, events: readonly LogEvent[]): OpenJob {
  if (events.length === 0) return open;
  const { state, products } = open;
  if (events.length > AT_ONCE) return { ...open, state: foldLog([...state.events, ...events], products, state.facts) };
  return { ...open, state: events.reduce((s, e) => appendEvent(s, e, products), state) };
}

/** The open job with another library; its zones are folded again where their entries speak of what is another product now. */
export const withProducts = (open: OpenJob, products: ProductLookup): OpenJob =>
  products === open.products
    ? open
    : { ...open, products, state: foldWithLibrary(open.state, open.products, products) };

/**
 * A job from what was read of it. What is known of it already is kept: only new entries are folded in, so clocks and drawings of what did not
 * change stay themselves.
 * @param had the job as it was known; the entries that were read then stand behind those
 */
export async function openLoaded(loaded: LoadedJob, products: ProductLookup, had?: OpenJob): Promise<OpenJob> {
  const { job, events, seq, no, unreadable } = loaded;
  if (!had) {
    const state = await inSlices(foldInPieces(events, products, zoneFacts(job)));
    await inSlices(splitInPieces(state.air));
    return { job, seq, no, unreadable, products, state };
  }
  if (events.length > AT_ONCE) {
    const all = [...had.state.events, ...events];
    const state = await inSlices(foldInPieces(all, products, zoneFacts(job)));
    return { job, seq, no, unreadable: [...had.unreadable, ...unreadable], products, state };
  }
  const grown = withEvents(withJob(withProducts(had, products), job), events);
  return { ...grown, seq, no, unreadable: [...had.unreadable, ...unreadable] };
}
