import type { Face, Job, Panel, PanelMap, Point } from '../log/job';
import { zonesOnFace, zoneAreaCm2 } from './areas';
import { areaMm2 } from './geometry';
import { uncoveredMm2 } from './polygon';

/** Share of an outline that may hang over the edge before one is told. */
const STRAY = 0.02;

/** The job with another drawing of a panel; its zones stay as they are. */
export const withMap = (job: Job, panelId: string, map: PanelMap): Job => ({
  ...job,
  panels: job.panels.map((p) => (p.id === panelId ? { ...p, map } : p)),
});

/** The job with a panel's outline and faces; a face that is one zone which nobody has drawn has the area of the drawing. */
export function withShape(job: Job, panel: Panel, outline: Point[], faces: Face[]): Job {
  const map: PanelMap = { outline, faces, keepOuts: panel.map?.keepOuts ?? [] };
  const drawn: Panel = { ...panel, map };
  const next = withMap(job, panel.id, map);
  const whole = new Map(
    faces.flatMap((f) => {
      const here = zonesOnFace(job, panel.id, f);
      return here.length === 1 && !here[0]!.outline ? [[here[0]!.id, zoneAreaCm2(drawn, f, outline, [])] as const] : [];
    }),
  );
  return { ...next, zones: next.zones.map((z) => ({ ...z, areaCm2: whole.get(z.id) ?? z.areaCm2 })) };
}

/** Names of drawn zones and keep-outs that would not lie on a new outline of their panel any more. */
export function namesLeftOutside(job: Job, panel: Panel, outline: readonly Point[]): string[] {
  const drawn = job.zones.flatMap((z) => (z.panelId === panel.id && z.outline ? [{ name: z.name, o: z.outline }] : []));
  const off = (panel.map?.keepOuts ?? []).map((k) => ({ name: k.name, o: k.outline }));
  return [...drawn, ...off].flatMap(({ name, o }) => (uncoveredMm2(o, [outline]) > STRAY * areaMm2(o) ? [name] : []));
}
