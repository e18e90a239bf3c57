import type { Job, KeepOut, Point } from '../log/job';
import { pointInPolygon } from './geometry';

/** Whether two outlines have ground in common, by their corners: enough for a plate on a panel, and costs next to nothing. */
export const outlinesOverlap = (a: readonly Point[], b: readonly Point[]) =>
  a.some((p) => pointInPolygon(b, p)) || b.some((p) => pointInPolygon(a, p));

/** What must not be painted on a zone. One without an outline may have any of those on its face. */
export function keepOutsOn(job: Job, zoneId: string): KeepOut[] {
  const zone = job.zones.find((z) => z.id === zoneId);
  const map = job.panels.find((p) => p.id === zone?.panelId)?.map;
  if (!zone || !map) return [];
  return map.keepOuts.filter(
    (k) => k.face === (zone.face ?? 'outer') && (!zone.outline || outlinesOverlap(k.outline, zone.outline)),
  );
}
