import { writeRecord } from '@/core/formats/migrate';
import { withLock } from '../lock';
import { StaleHead } from '../logStore';
import { keys, type ShopRecord } from '../records';
import type { Commit } from '../database';
import type { KeyValue } from '../storage';
import { openDays, type Known, readingFrom, type Reading } from './reading';

/** What one piece of work reads, writes and gives back; where it does not say how many changes of somebody's it is, it is one. */
export interface Change<T> extends Omit<Commit, 'expect'> {
  result: T;
  /** Once it is written. */
  onWritten?(): void;
}

/** Another tab was quicker as often as that: it is no longer chance. */
const MOST_TRIES = 20;

/** What every part of the repository stands on. */
export interface Base {
  store: KeyValue;
  known: Known;
  /** The store as it is now, outside of any piece of work. */
  now: Reading;
  transact<T>(work: (r: Reading) => Promise<Change<T>>): Promise<T>;
}

/** @param name of the store, for the lock that spares two tabs work in vain */
export function openBase(store: KeyValue, name: string): Base {
  const known: Known = { heads: new Map(), days: openDays() };
  /**
   * One piece of work that reads, and writes what follows from it: in one transaction, and only if all that it read is still so; else it is done
   * again on what is there now. So two tabs never overwrite each other, with or without a lock between them.
   */
  const transact = <T>(work: (r: Reading) => Promise<Change<T>>): Promise<T> =>
    withLock(`stratocoat/${name}`, async () => {
      for (let tries = 1; ; tries++) {
        const seen = new Map<string, string | null>();
        const reading = readingFrom(
          {
            getAllKeys: store.getAllKeys,
            // Entries never change, and are only added behind a log's end: its head is what is looked at.
            getRange: store.getRange,
            getMany: async (names) => {
              const found = await store.getMany(names);
              for (const k of names) if (!seen.has(k)) seen.set(k, found[k] ?? null);
              return found;
            },
          },
          known,
        );
        const { result, onWritten, set, remove, counts = 1, moves } = await work(reading);
        const writes = Object.keys(set ?? {}).length + (remove?.length ?? 0) > 0;
        if (
          !writes ||
          (await store.commit({
            expect: seen,
            counts,
            ...(set && { set }),
            ...(remove && { remove }),
            ...(moves && { moves }),
          }))
        ) {
          onWritten?.();
          return result;
        }
        if (tries >= MOST_TRIES) throw new StaleHead();
      }
    });
  return { store, known, now: readingFrom(store, known), transact };
}

/** A record that is one value, which is changed as it is stored: neither a second tap nor another tab loses anything. */
export const changeRecord = <V>(
  { transact }: Base,
  key: string,
  read: (text: string | null) => V,
  change: (v: V) => V,
  field: string,
  counts = 1,
) =>
  transact(async ({ get }) => {
    const next = change(read(await get(key)));
    return { result: next, set: { [key]: writeRecord({ [field]: next }) }, counts };
  });

/** The shop's own record, changed as it is stored. */
export const changeShop = ({ transact }: Base, change: (s: ShopRecord) => ShopRecord) =>
  transact(async ({ shop }) => {
    const before = await shop();
    const after = { ...change(before), seq: before.seq + 1 };
    return { result: after, set: { [keys.shop]: writeRecord({ ...after }) } };
  });
