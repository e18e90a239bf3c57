import type { KeyValue } from '../storage';
import { draftsIn } from './drafts';
import { jobsIn } from './jobs';
import { packIn } from './pack';
import { restoredIn } from './restored';
import { roomIn } from './room';
import { shelfIn } from './shelf';
import { shopIn } from './shop';
import { openBase } from './transact';

export { StaleHead } from '../logStore';
export type { LoadedJob } from './jobs';
export type { Restored } from './restored';
export type { LoadedShelf } from './shelf';

export type Repository = ReturnType<typeof openRepository>;

/**
 * The shop's records over a key-value store. What is read is kept by its number or its text, and parsed once.
 * @param name of the store, for the lock that spares two tabs work in vain
 */
export function openRepository(store: KeyValue, name: string) {
  const base = openBase(store, name);
  return {
    /** For what only later pages need, which stands by itself: `sharingIn`. */
    base,
    ...shopIn(base),
    ...jobsIn(base),
    ...roomIn(base),
    ...shelfIn(base),
    ...draftsIn(base),
    ...restoredIn(base),
    ...packIn(base),
  };
}
