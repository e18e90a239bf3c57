import type { WorkClock } from '@/core';
import { useRunningClock, useWorkClocks, type LiveJob } from '@/data';
import { WorkClockLine } from '@/ui/WorkClockLine';

/** Work that is being timed now, on whichever panel. */
export function RunningClocks({ jobs, now }: { jobs: readonly LiveJob[]; now: number }) {
  const { clocks } = useWorkClocks();
  return clocks.flatMap((c) => {
    const open = jobs.find((j) => j.open.job.id === c.jobId)?.open;
    const panel = open?.job.panels.find((p) => p.id === c.panelId);
    // One of a job that was deleted meanwhile has nothing to stop.
    return open && panel
      ? [<Running key={`${c.jobId}/${c.panelId}`} clock={c} where={panel.name} products={open.products} now={now} />]
      : [];
  });
}

interface RunningProps {
  clock: WorkClock;
  where: string;
  products: LiveJob['open']['products'];
  now: number;
}
const Running = (props: RunningProps) => <WorkClockLine {...props} {...useRunningClock(props.clock)} />;
