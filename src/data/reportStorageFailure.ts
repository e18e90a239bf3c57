import { StorageProblem, problemKind } from './storage';
import type { Data } from './DataProvider';

/** A fault of the store comes back from a worker by its name only. */
const isStorageProblem = (e: unknown): boolean =>
  e instanceof StorageProblem || (e instanceof Error && e.name === 'StorageProblem');

/** Waits for work on the store; where the store refused it, the whole app is told, and the error goes on. */
export async function reportStorageFailure<R>({ setTrouble }: Pick<Data, 'setTrouble'>, work: Promise<R>): Promise<R> {
  try {
    return await work;
  } catch (e) {
    if (isStorageProblem(e)) setTrouble(problemKind(e));
    throw e;
  }
}
