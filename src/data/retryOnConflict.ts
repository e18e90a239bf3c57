import type { Data } from './DataProvider';
import { StaleHead } from './repository';
import { StorageProblem } from './storage';

/** How often a write is tried again after another tab was quicker. */
const RETRIES = 10;

/** Writes on the newest state that is known; where another tab was quicker, again on what is there now. */
export async function retryOnConflict<R>(
  { setTrouble }: Pick<Data, 'setTrouble'>,
  attempt: () => Promise<R>,
  reread: () => Promise<unknown>,
): Promise<R> {
  for (let n = 0; ; n++)
    try {
      return await attempt();
    } catch (e) {
      if (e instanceof StorageProblem) setTrouble(e.kind);
      if (!(e instanceof StaleHead) || n >= RETRIES) throw e;
      await reread();
    }
}

/** One append after the other, so that each builds on a state that is safe. */
export const APPENDS = { id: 'append' } as const;
