import type { GapRead } from '../log/event';
import { zonesOf, type Job } from '../log/job';
import type { JobState } from '../strata/fold';

export interface GapEntry {
  id: string;
  atMs: number;
  gap: GapRead;
}

/** The gaps of a panel: of each the last reading before each stage of the work, the newest first. */
export function gapsOf(job: Job, state: JobState, panelId: string): GapEntry[] {
  const last = new Map<string, GapEntry>();
  for (const z of zonesOf(job, panelId))
    for (const e of state.zones.get(z.id)?.events ?? [])
      if (e.kind === 'measured' && e.measure === 'gap') {
        const key = `${e.gap.name.toLowerCase()}/${e.gap.before}`;
        const had = last.get(key);
        if (!had || had.atMs <= e.atMs) last.set(key, { id: e.id, atMs: e.atMs, gap: e.gap });
      }
  return [...last.values()].sort((a, b) => b.atMs - a.atMs);
}

/** What the gap of that name measures on average on other panels of the job, mm: the twin. undefined where nobody read one. */
export function twinGapMm(job: Job, state: JobState, panelId: string, name: string): number | undefined {
  const like = job.panels
    .filter((p) => p.id !== panelId)
    .flatMap((p) => gapsOf(job, state, p.id))
    .filter((g) => g.gap.name.toLowerCase() === name.trim().toLowerCase());
  const widths = like.flatMap((g) => g.gap.widthMm.flatMap((w) => w ?? []));
  return widths.length === 0 ? undefined : widths.reduce((a, b) => a + b, 0) / widths.length;
}
