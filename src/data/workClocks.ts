import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useMemo } from 'react';
import { BOUNDS, minutesOn, type WorkClock } from '@/core';
import { nowMs } from './clock';
import { useData } from './DataProvider';
import { useLogCommand, type Logged } from './logEntry';
import { WORK_CLOCKS } from './queryKeys';

const NONE: readonly WorkClock[] = [];
const isSame = (a: WorkClock, b: WorkClock) => a.jobId === b.jobId && a.panelId === b.panelId;
const without = (all: readonly WorkClock[], c: WorkClock) => all.filter((x) => !isSame(x, c));

/** Clocks that run on panels, over reloads and in all tabs: one a panel. */
export function useWorkClocks() {
  const { repo, writes, tellOthers } = useData();
  const client = useQueryClient();
  const { data = NONE } = useQuery({
    queryKey: WORK_CLOCKS,
    queryFn: async () => writes.fetched<readonly WorkClock[]>(WORK_CLOCKS, await repo.workClocks()),
  });
  return useMemo(() => {
    const change = async (patch: (all: readonly WorkClock[]) => WorkClock[]): Promise<void> => {
      // What cannot be stored runs as long as the page, and the notice about the store says so.
      if (!client.getQueryData(WORK_CLOCKS)) client.setQueryData<readonly WorkClock[]>(WORK_CLOCKS, []);
      await writes.commit<readonly WorkClock[], WorkClock[]>({
        key: WORK_CLOCKS,
        patch,
        write: () => repo.changeWorkClocks(patch),
        settle: (_, stored) => stored,
      });
      tellOthers('workClocks');
    };
    return {
      clocks: data,
      /** Starts one; one that ran on the panel ends without a trace. */
      start: (c: Omit<WorkClock, 'startedMs'>) =>
        change((all) => [...without(all, { ...c, startedMs: 0 }), { ...c, startedMs: nowMs() }]),
      /** Ends one without logging anything. */
      drop: (c: WorkClock) => change((all) => without(all, c)),
      /** Lets one run on that was dropped. */
      takeBack: (c: WorkClock) => change((all) => [...without(all, c), c]),
      /** Somebody is still at it. */
      confirm: (c: WorkClock) => change((all) => all.map((x) => (isSame(x, c) ? { ...x, confirmedMs: nowMs() } : x))),
    };
  }, [client, data, repo, tellOthers, writes]);
}

/** What a thumb does with a clock that runs. */
export interface RunningClock {
  stopping: boolean;
  /**
   * Writes its time down as an entry of its own; undo takes that back and lets the clock run on.
   * @param minutes how long it was, where the clock does not know
   */
  onStop(minutes?: number): Promise<Logged>;
  onConfirm(): Promise<void>;
  onDrop(): Promise<{ undo(): Promise<void> }>;
}

export function useRunningClock(c: WorkClock): RunningClock {
  const { drop, takeBack, confirm } = useWorkClocks();
  const { mutateAsync, isPending } = useLogCommand(c.jobId);
  return {
    stopping: isPending,
    onStop: async (minutes) => {
      const workMin = Math.min(BOUNDS.workMin.max, minutes ?? minutesOn(c, nowMs()));
      const logged = await mutateAsync({ log: { kind: 'worked', zoneIds: c.zoneIds, act: c.act, workMin } });
      await drop(c);
      return {
        ...logged,
        undo: async () => {
          const undone = await logged.undo();
          await takeBack(c);
          return undone;
        },
      };
    },
    onConfirm: () => confirm(c),
    onDrop: async () => {
      await drop(c);
      return { undo: () => takeBack(c) };
    },
  };
}
