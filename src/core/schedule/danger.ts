import type { Breach, Schedule } from './network';
import { airResource } from './people';
import type { DaysNetwork, HeldWork } from './planned';

/** What a plan cannot keep, or what is not in it: one for all that is in danger for the same. */
export interface InDanger {
  why: Breach['kind'] | HeldWork['why'] | 'air' | 'after';
  /** Of a job alone, where it is told by job. */
  jobId?: string;
  /** Pieces of work, and by how much the worst of them is late, min. */
  workIds: readonly string[];
  byMin: number;
  /** Of what is not in the plan: which panels. */
  panelIds: readonly string[];
}

/** What is in danger, what is worst first: what the air of no usual day allows by product, what else finds no time piece by piece, what comes after those together, what is fixed, dates by job, windows together, then what is not in the plan. */
export function inDanger(d: DaysNetwork, s: Schedule & { breaches: readonly Breach[] }): InDanger[] {
  const of = (kind: Breach['kind']) => s.breaches.filter((b) => b.kind === kind && d.works.has(b.id));
  const together = (why: InDanger['why'], list: readonly Breach[], jobId?: string): InDanger => ({
    why,
    workIds: list.map((b) => b.id),
    byMin: Math.max(0, ...list.map((b) => b.byMin)),
    panelIds: [],
    ...(jobId !== undefined && { jobId }),
  });
  const due = of('due');
  const jobOf = (b: Breach) => d.works.get(b.id)?.jobId ?? '';
  const windows = of('window');
  const unplaced = of('unplaced');
  const isUnplaced = new Set(unplaced.map((b) => b.id));
  // What comes after something that finds no time finds none either, and is counted alone.
  const after = new Set(
    d.network.lags.flatMap((l) => (isUnplaced.has(l.first) && isUnplaced.has(l.then) ? [l.then] : [])),
  );
  const first = unplaced.filter((b) => !after.has(b.id));
  const minutes = new Map(d.network.activities.map((a) => [a.id, a.minutes]));
  const airs = new Map(d.network.resources.flatMap((r) => (r.year ? [[r.id, r.year.usual] as const] : [])));
  const productOf = (b: Breach) => d.works.get(b.id)?.block?.product ?? '';
  /** On no usual day there is air for it: of a product that is one matter. */
  const isShut = (b: Breach): boolean => {
    const usual = airs.get(airResource(productOf(b)));
    return usual !== undefined && !usual.some(([f, t]) => t - f >= (minutes.get(b.id) ?? 0));
  };
  const noAir = first.filter(isShut);
  return [
    ...[...new Set(noAir.map(productOf))].map((product) =>
      together(
        'air',
        noAir.filter((b) => productOf(b) === product),
      ),
    ),
    ...first.filter((b) => !isShut(b)).map((b) => together('unplaced', [b])),
    ...(after.size > 0
      ? [
          together(
            'after',
            unplaced.filter((b) => after.has(b.id)),
          ),
        ]
      : []),
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
