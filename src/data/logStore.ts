import { NewerFormat } from '@/core/formats/version';
import { breathe, SLICE_MS } from './slices';
import type { KeyValue } from './storage';
import { headFromRecord, headRecord, logKeys, type HeadRecord } from './records';

/** The write came from a state that another tab has since moved on from. Nothing was written. */
export class StaleHead extends Error {
  constructor() {
    super('It has changed in another tab');
    this.name = 'StaleHead';
  }
}

/** Reading a whole log key by key keeps IndexedDB busy; in parcels it does not hold up the page. */
const PARCEL = 500;

/** How entries of a log are stored. */
export interface EntryCodec<E> {
  read(text: string): E;
  write(entry: E): string;
}

/**
 * One log over the store: a job's, or the shop's. Entries stand under keys of their own, and the head says how many there are: an append
 * is one transaction of both, so that a crash leaves the log before or after it. Beyond the head nothing is read.
 * @param log the beginning of its keys
 */
export function logStore<E>(store: Pick<KeyValue, 'getMany' | 'getRange'>, log: string, codec: EntryCodec<E>) {
  const keys = logKeys(log);
  return {
    /** Null where there is no such log. */
    async head(): Promise<HeadRecord | null> {
      const text = (await store.getMany([keys.head]))[keys.head];
      return text ? headFromRecord(text) : null;
    },

    /** Entries behind `after`, up to `seq`. Records that cannot be read are named and left where they are. */
    async entries(seq: number, after = 0): Promise<{ entries: E[]; unreadable: string[] }> {
      const entries: E[] = [];
      const unreadable: string[] = [];
      let began = performance.now();
      for (let from = after + 1; from <= seq; from += PARCEL) {
        const names = Array.from({ length: Math.min(PARCEL, seq - from + 1) }, (_, i) => keys.event(from + i));
        const found = await store.getRange(keys.event(from), keys.event(Math.min(seq, from + PARCEL - 1)));
        for (const [i, n] of names.entries()) {
          // An entry may be as large as a grid of heights.
          if (i % 20 === 19 && performance.now() - began > SLICE_MS) {
            await breathe();
            began = performance.now();
          }
          try {
            const text = found.get(n);
            if (!text) throw new Error('missing');
            entries.push(codec.read(text));
          } catch (e) {
            if (e instanceof NewerFormat) throw e;
            unreadable.push(n);
          }
        }
      }
      return { entries, unreadable };
    },

    /** Records for entries behind the end, and the head that counts them. */
    records(head: HeadRecord, entries: readonly E[]): { records: Record<string, string>; head: HeadRecord } {
      const next = { seq: head.seq + entries.length, no: head.no };
      const records: Record<string, string> = { [keys.head]: headRecord(next) };
      entries.forEach((e, i) => (records[keys.event(head.seq + 1 + i)] = codec.write(e)));
      return { records, head: next };
    },

    /** Keys of entries from one to another, both included. */
    eventKeys: (from: number, to: number): string[] =>
      Array.from({ length: Math.max(0, to - from + 1) }, (_, i) => keys.event(from + i)),
    headKey: keys.head,
  };
}
