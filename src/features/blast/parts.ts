import { DAY_MS, effectiveEvents, SUBSTRATES, zonesOf, type BlastItem, type Face, type Job } from '@/core';
import type { BlastPlan, YardPart } from '@/core/advice';
import { weightOf } from '@/core/bodies';
import type { OpenJob } from '@/data';

/** Area of one face of a part, cm²: an inner face that nobody drew counts like the outer one. */
function faceCm2(job: Job, panelId: string, face: Face): number {
  const of = (f: Face) =>
    zonesOf(job, panelId)
      .filter((z) => (z.face ?? 'outer') === f)
      .reduce((s, z) => s + z.areaCm2, 0);
  return of(face) || of('outer');
}

/** Area of the faces of a part that are to be blasted, cm². */
export const areaOf = (job: Job, item: BlastItem): number =>
  item.faces.reduce((s, f) => s + faceCm2(job, item.panelId, f), 0);

/** What of a plan is still to go out, for the order of the day: a face that was blasted within a day is done. */
export function yardParts({ job, state }: OpenJob, plan: BlastPlan, nowMs: number): YardPart[] {
  const blasted = new Set(
    effectiveEvents(state).flatMap((e) => (e.kind === 'blasted' && e.atMs > nowMs - DAY_MS ? e.zoneIds : [])),
  );
  return plan.parts.flatMap((p): YardPart[] => {
    const item = (job.staging ?? []).find((i) => i.id === p.part.id);
    const panel = job.panels.find((x) => x.id === item?.panelId);
    if (!item || !panel || p.stop) return [];
    const isDone = (face: Face) => {
      const zones = zonesOf(job, panel.id).filter((z) => (z.face ?? 'outer') === face);
      return zones.length > 0 && zones.every((z) => blasted.has(z.id));
    };
    return [
      {
        id: item.id,
        weightG: weightOf(job, panel) / (panel.pieces?.count ?? 1),
        rusts: SUBSTRATES[panel.substrate].rusts,
        faces: item.faces.flatMap((face) =>
          isDone(face) ? [] : [{ face, hours: (p.hours * faceCm2(job, panel.id, face)) / p.part.areaCm2 }],
        ),
      },
    ];
  });
}

/** Zones of a part on the faces that are to be blasted. */
export const zonesOn = (job: Job, item: BlastItem): string[] =>
  zonesOf(job, item.panelId)
    .filter((z) => item.faces.includes(z.face ?? 'outer'))
    .map((z) => z.id);
