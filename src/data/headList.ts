import { useState } from 'react';
import type { Job } from '@/core';
import { useShopActions } from './actions';
import type { OpenJob } from './openJob';

/** What hangs on a job's head as a list. */
type ListKey = 'bags' | 'links' | 'staging' | 'decisions' | 'evenings' | 'agreed' | 'kept' | 'finalChecks';
type Item<K extends ListKey> = NonNullable<Job[K]>[number];

export interface HeadList<K extends ListKey> {
  /** Changes the list. Resolves to whether it was kept; what could not be written is said in `problem`. */
  change(f: (all: Item<K>[]) => Item<K>[]): Promise<boolean>;
  /** The same, for taking something out: that can be taken back. */
  drop(f: (all: Item<K>[]) => Item<K>[]): Promise<boolean>;
  problem: string | undefined;
  /** Puts back what was dropped last; absent where nothing was. */
  takeBack?: () => void;
}

/** One of the lists on a job's head: changed at once, said where it cannot be kept, and taken back. */
export function useHeadList<K extends ListKey>(open: OpenJob, key: K): HeadList<K> {
  const { changeJob } = useShopActions();
  const [problem, setProblem] = useState<string>();
  const [last, setLast] = useState<{ was: Item<K>[]; is: Item<K>[] }>();
  const listOf = (j: Job) => (j[key] ?? []) as Item<K>[];
  const write = (f: (all: Item<K>[]) => Item<K>[]) =>
    changeJob(open.job.id, (j) => ({ ...j, [key]: f(listOf(j)) })).then(
      () => {
        setProblem(undefined);
        return true;
      },
      (e: Error) => {
        setProblem(e.message);
        return false;
      },
    );
  return {
    problem,
    change: (f) => {
      setLast(undefined);
      return write(f);
    },
    drop: async (f) => {
      const was = listOf(open.job);
      const kept = await write(f);
      if (kept) setLast({ was, is: f(was) });
      return kept;
    },
    ...(last && {
      takeBack: () => {
        setLast(undefined);
        void write((all) => {
          // What another tab changed meanwhile is not thrown away.
          if (JSON.stringify(all) !== JSON.stringify(last.is)) throw new Error('It was changed elsewhere meanwhile');
          return last.was;
        });
      },
    }),
  };
}
