import type { AgreedFinish } from '../library/finish';
import { fail, ok, type FieldProblem, type Result } from '../result';
import type { ShapeClass } from '../library/shapeClass';
import { pair, phrase } from '../units/phrase';
import { BOUNDS } from './bounds';
import { zonesOf, type FloorRow, type Job, type Panel, type Zone } from './job';

/** Of a panel, what can be put right later. What it is made of cannot: its log rests on that. */
export interface PanelChange {
  name: string;
  thicknessUm: number;
  /** Where it lies on the floor; undefined: as it was. */
  row?: FloorRow | undefined;
  /** How many like pieces it is; 1: it is one. */
  count?: number | undefined;
  shape?: ShapeClass | undefined;
  /** What it was found to weigh, g; undefined: as it was. */
  weightG?: number | undefined;
  /** `finish`: what the zone ends with, where that is not the job's; absent: as it was. */
  zones: readonly { id: string; name: string; areaCm2: number; finish?: AgreedFinish }[];
}

const same = (a: string, b: string) => a.trim().toLowerCase() === b.trim().toLowerCase();

/** What is wrong with the name of a panel, among those of its job. */
export function panelNameProblem(job: Job, name: string, panelId?: string): string | undefined {
  if (!name.trim()) return 'Give the panel a name';
  return job.panels.some((p) => p.id !== panelId && same(p.name, name)) ? 'There is a panel of that name' : undefined;
}

/** Whether an area may be that of a zone. @param cm2 cm² */
const areaOk = (cm2: number): boolean => cm2 >= BOUNDS.areaCm2.min && cm2 <= BOUNDS.areaCm2.max;

/**
 * The job with names, thickness and stated areas of one panel put right. The area of a zone that is drawn, and of what is cut out of one,
 * comes from the drawing and is left alone.
 * @returns the job, or what is wrong: paths `name`, `thick`, and `zone` or `area` with the zone's id
 */
export function changePanel(job: Job, panelId: string, change: PanelChange): Result<Job, FieldProblem[]> {
  const problems: FieldProblem[] = [];
  const name = panelNameProblem(job, change.name, panelId);
  if (name) problems.push({ path: 'name', message: name });
  if (!(change.thicknessUm >= 100 && change.thicknessUm <= 50_000))
    problems.push({ path: 'thick', message: phrase`Between ${pair('thickness', 0.1, 50, ' and ')}` });
  const done = job.panels.find((p) => p.id === panelId)?.pieces?.done ?? 0;
  if (change.count !== undefined && change.count < done)
    problems.push({ path: 'count', message: `${done} of them are done: no fewer than that` });
  for (const z of change.zones) {
    if (!z.name.trim()) problems.push({ path: `zone.${z.id}`, message: 'Give the zone a name' });
    else if (change.zones.some((o) => o.id !== z.id && same(o.name, z.name)))
      problems.push({ path: `zone.${z.id}`, message: 'The panel has a zone of that name' });
    if (!areaOk(z.areaCm2)) problems.push({ path: `area.${z.id}`, message: 'That is no area of a panel' });
  }
  if (problems.length > 0) return fail(problems);
  const put = (z: Zone): Zone => {
    const to = change.zones.find((c) => c.id === z.id);
    if (!to) return z;
    const { finish: had, ...rest } = z;
    const finish = to.finish ?? had;
    return {
      ...rest,
      name: to.name.trim(),
      ...(isStated(job, z) && { areaCm2: to.areaCm2 }),
      ...(finish && Object.keys(finish).length > 0 && { finish }),
    };
  };
  return ok({
    ...job,
    panels: job.panels.map((p) =>
      p.id === panelId
        ? {
            ...withCount(p, change.count),
            name: change.name.trim(),
            thicknessUm: change.thicknessUm,
            ...(change.row && { row: change.row }),
            ...(change.shape && { shape: change.shape }),
            ...(change.weightG !== undefined && { weightG: change.weightG }),
          }
        : p,
    ),
    zones: job.zones.map(put),
  });
}

/** The panel as so many like pieces; as one where it is one. */
function withCount(panel: Panel, count: number | undefined): Panel {
  if (count === undefined) return panel;
  const { pieces, ...one } = panel;
  return count > 1 ? { ...one, pieces: { count, done: pieces?.done ?? 0 } } : one;
}

/** Whether a zone's area was said by somebody, and not measured on a drawing. */
export function isStated(job: Job, zone: Zone): boolean {
  const here = zonesOf(job, zone.panelId).filter((z) => (z.face ?? 'outer') === (zone.face ?? 'outer'));
  const whole = here.length === 1 && job.panels.some((p) => p.id === zone.panelId && p.map);
  if (whole) return false;
  const related = zone.cutFrom !== undefined || job.zones.some((z) => z.cutFrom?.zoneId === zone.id);
  return !zone.outline && !related;
}

/** Why a zone cannot be taken off a panel; undefined where it can. @param entries how many entries name it, also struck-out ones */
export function keepsZone(job: Job, zone: Zone, entries: number): string | undefined {
  if (entries > 0) return 'There are entries on it, and the log keeps them. Rename it instead.';
  if (zone.cutFrom || job.zones.some((z) => z.cutFrom?.zoneId === zone.id)) return 'It is taken away on the drawing.';
  return zonesOf(job, zone.panelId).length === 1 ? 'A panel has at least one zone.' : undefined;
}

/** Why a panel cannot be taken out of the job; undefined where it can. @param entries how many entries name a zone */
export function keepsPanel(job: Job, panel: Panel, entries: (zoneId: string) => number): string | undefined {
  if (zonesOf(job, panel.id).some((z) => entries(z.id) > 0))
    return 'There are entries on it, and the log keeps them. Rename it instead.';
  const of = (x: { panelId: string }) => x.panelId === panel.id;
  const where = [
    job.bags?.some(of) && 'bags',
    job.decisions?.some(of) && 'decisions',
    job.staging?.some(of) && 'the blasting day',
    job.photos?.some(of) && 'the photos',
    job.links?.some((l) => of(l.first) || of(l.then)) && 'the access order',
  ].filter(Boolean);
  return where.length > 0 ? `It is in ${where.join(', ')}: take it out there first.` : undefined;
}

/** The job without one panel and its zones, once {@link keepsPanel} has nothing against it. */
export const withoutPanel = (job: Job, panelId: string): Job => ({
  ...job,
  panels: job.panels.filter((p) => p.id !== panelId),
  zones: job.zones.filter((z) => z.panelId !== panelId),
});
