import { NewerFormat } from '@/core/formats/version';
import { yieldToPage, SLICE_MS } from './slices';
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

/** So many entries that come at once stand in one record, under the key of the last of them; fewer have one each. */
export const BLOCK = 500;
const FEW = 20;

/** How entries of a log are stored. */
export interface EntryCodec<E> {
  read(text: string): E[];
  write(entries: readonly E[]): string;
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

    /**
     * Entries behind `after`, up to `seq`. Records that cannot be read, and entries that are missing, are named by their keys and left
     * where they are.
     */
    async entries(seq: number, after = 0): Promise<{ entries: E[]; unreadable: string[] }> {
      const entries: E[] = [];
      const unreadable: string[] = [];
      let next = after + 1;
      const missingUpTo = (n: number) => {
        for (; next <= n; next++) unreadable.push(keys.event(next));
      };
      let began = performance.now();
      for (let from = after + 1; from <= seq; from += PARCEL) {
        const found = await store.getRange(keys.event(from), keys.event(Math.min(seq, from + PARCEL - 1)));
        for (const [key, text] of found) {
          // An entry may be as large as a grid of heights, a record as many as a block.
          if (performance.now() - began > SLICE_MS) {
            await yieldToPage();
            began = performance.now();
          }
          const no = keys.numberOf(key);
          try {
            const read = codec.read(text);
            missingUpTo(no - read.length);
            // What the caller has of a block already is left out.
            entries.push(...read.slice(Math.max(0, read.length - (no - next + 1))));
            next = no + 1;
          } catch (e) {
            if (e instanceof NewerFormat) throw e;
            missingUpTo(no);
          }
        }
      }
      missingUpTo(seq);
      return { entries, unreadable };
    },

    /** Records for entries behind the end, and the head that counts them. */
    records(head: HeadRecord, entries: readonly E[]): { records: Record<string, string>; head: HeadRecord } {
      const next = { seq: head.seq + entries.length, no: head.no };
      const records: Record<string, string> = { [keys.head]: headRecord(next) };
      const size = entries.length > FEW ? BLOCK : 1;
      for (let i = 0; i < entries.length; i += size) {
        const block = entries.slice(i, i + size);
        records[keys.event(head.seq + i + block.length)] = codec.write(block);
      }
      return { records, head: next };
    },

    /** Whether entries from one number to another have records of their own, more than one. */
    async isLoose(from: number, to: number): Promise<boolean> {
      return (await store.getRange(keys.event(from), keys.event(to))).size > 1;
    },

    /**
     * Entries from one number to another as the text of one record, with the keys of those that they have now; undefined where one cannot be read or is
     * missing, or where a block that they stand in begins before them or ends after them.
     */
    async block(from: number, to: number): Promise<{ text: string; names: string[] } | undefined> {
      const found = await store.getRange(keys.event(from), keys.event(to));
      if (found.size < 2) return undefined;
      const entries: E[] = [];
      try {
        for (const [key, text] of found) {
          const read = codec.read(text);
          if (keys.numberOf(key) - read.length !== from - 1 + entries.length) return undefined;
          entries.push(...read);
        }
      } catch {
        return undefined;
      }
      return entries.length === to - from + 1 ? { text: codec.write(entries), names: [...found.keys()] } : undefined;
    },

    headKey: keys.head,
  };
}
