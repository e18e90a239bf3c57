import { zonesOf, type BlastItem, type Job } from '@/core';

/** Area of the faces of a part that are to be blasted, cm²: an inner face that nobody drew counts like the outer one. */
export function areaOf(job: Job, item: BlastItem): number {
  const of = (face: 'outer' | 'inner') =>
    zonesOf(job, item.panelId)
      .filter((z) => (z.face ?? 'outer') === face)
      .reduce((s, z) => s + z.areaCm2, 0);
  const outer = of('outer');
  return item.faces.reduce((s, f) => s + (f === 'outer' ? outer : of('inner') || outer), 0);
}

/** Zones of a part on the faces that are to be blasted. */
export const zonesOn = (job: Job, item: BlastItem): string[] =>
  zonesOf(job, item.panelId)
    .filter((z) => item.faces.includes(z.face ?? 'outer'))
    .map((z) => z.id);
