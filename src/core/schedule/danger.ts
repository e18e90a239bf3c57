import type { Breach, Schedule } from './network';
import type { DaysNetwork, HeldWork } from './planned';

/** What a plan cannot keep, or what is not in it: one for all that is in danger for the same. */
export interface InDanger {
  why: Breach['kind'] | HeldWork['why'];
  /** Of a job alone, where it is told by job. */
  jobId?: string;
  /** Pieces of work, and by how much the worst of them is late, min. */
  workIds: readonly string[];
  byMin: number;
  /** Of what is not in the plan: which panels. */
  panelIds: readonly string[];
}

/** What is in danger, what is worst first: what finds no time and what is fixed piece by piece, dates by job, windows together, then what is not in the plan. */
export function inDanger(d: DaysNetwork, s: Schedule & { breaches: readonly Breach[] }): InDanger[] {
  const of = (kind: Breach['kind']) => s.breaches.filter((b) => b.kind === kind && d.works.has(b.id));
  const together = (why: Breach['kind'], list: readonly Breach[], jobId?: string): InDanger => ({
    why,
    workIds: list.map((b) => b.id),
    byMin: Math.max(0, ...list.map((b) => b.byMin)),
    panelIds: [],
    ...(jobId !== undefined && { jobId }),
  });
  const due = of('due');
  const jobOf = (b: Breach) => d.works.get(b.id)?.jobId ?? '';
  const windows = of('window');
  return [
    ...of('unplaced').map((b) => together('unplaced', [b])),
    ...of('fixed').map((b) => together('fixed', [b])),
    ...[...new Set(due.map(jobOf))].map((job) =>
      together(
        'due',
        due.filter((b) => jobOf(b) === job),
        job,
      ),
    ),
    ...(windows.length > 0 ? [together('window', windows)] : []),
    ...d.held.map((h): InDanger => ({ why: h.why, jobId: h.jobId, workIds: [], byMin: 0, panelIds: h.panelIds })),
  ];
}
