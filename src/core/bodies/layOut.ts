import type { Job, Panel, Point, Zone } from '../log/job';
import { zoneAreaCm2 } from '../outline/areas';
import { clipToPanel } from '../outline/clip';
import { areaMm2 } from '../outline/geometry';
import { shapeOutline } from '../outline/shapes';
import { BODIES, LEVEL, type BodyKind, type BodyPart } from './bodies';

/** How a new panel is divided into zones, by their names. */
export const ZONE_SPLITS = {
  whole: { name: 'One', zones: ['Whole'] },
  upperLower: { name: 'Upper and lower', zones: ['Upper', 'Lower'] },
  frontRear: { name: 'Front and rear', zones: ['Front', 'Rear'] },
  faces: { name: 'Outer and inner face', zones: ['Outer face', 'Inner face'] },
} as const;
export type ZoneSplit = keyof typeof ZONE_SPLITS;

/** The outline of a part, mm from its top left. */
export function partOutline({ shape, widthMm, heightMm, mirrored }: BodyPart): Point[] {
  const outline = shapeOutline(shape, widthMm, heightMm);
  return mirrored ? outline.map((p) => ({ x: widthMm - p.x, y: p.y })).reverse() : outline;
}

/** The part of its drawing that the first of two zones has: the other one is the rest. */
function firstHalf(job: Job, panel: Panel, split: ZoneSplit, { widthMm, heightMm }: BodyPart): Point[] | undefined {
  if (split !== 'upperLower' && split !== 'frontRear') return undefined;
  const [w, h] = split === 'upperLower' ? [widthMm, heightMm / 2] : [widthMm / 2, heightMm];
  const box = [
    { x: 0, y: 0 },
    { x: w, y: 0 },
    { x: w, y: h },
    { x: 0, y: h },
  ];
  return clipToPanel(job, panel, 'outer', { keepOut: true }, box);
}

/** A name that no panel of the job has yet. */
function freeName(job: Job, name: string): string {
  const taken = new Set(job.panels.map((p) => p.name.toLowerCase()));
  let free = name;
  for (let n = 2; taken.has(free.toLowerCase()); n++) free = `${name} ${n}`;
  return free;
}

/** The job with one part more on its floor: drawn to scale, in zones, with their areas. */
function withPart(job: Job, part: BodyPart, split: ZoneSplit, id: string): Job {
  const outline = partOutline(part);
  const panel: Panel = {
    id,
    name: freeName(job, part.name),
    substrate: part.substrate,
    thicknessUm: part.thicknessUm,
    row: part.row,
    part: part.id,
    map: { outline, faces: split === 'faces' ? ['outer', 'inner'] : ['outer'], keepOuts: [] },
  };
  const wholeCm2 = areaMm2(outline) / 100;
  const names = ZONE_SPLITS[split].zones;
  const half = firstHalf(job, panel, split, part);
  const halfCm2 = half ? zoneAreaCm2(panel, 'outer', half, []) : wholeCm2 / 2;
  const areas = split === 'upperLower' || split === 'frontRear' ? [halfCm2, wholeCm2 - halfCm2] : [wholeCm2, wholeCm2];
  const zones = names.map((name, i): Zone => ({
    id: `${id}-${i + 1}`,
    panelId: id,
    name,
    areaCm2: areas[i] ?? wholeCm2,
    ...(i === 0 && half && { outline: half }),
    ...(split === 'faces' && { face: i === 0 ? ('outer' as const) : ('inner' as const) }),
  }));
  return { ...job, panels: [...job.panels, panel], zones: [...job.zones, ...zones] };
}

/**
 * The job with more parts on its floor. What lies there stays as it is, and no name is there twice.
 * @param newId gives an id that no panel has
 */
export const layOut = (job: Job, parts: readonly BodyPart[], split: ZoneSplit, newId: () => string): Job =>
  parts.reduce((j, part) => withPart(j, part, split, newId()), job);

/** The job with the parts of another one: names, drawings, zones and areas, without anything that was done to them. */
export function layOutLike(job: Job, from: Job, newId: () => string): Job {
  const out = { ...job, panels: [...job.panels], zones: [...job.zones] };
  for (const panel of from.panels) {
    if (panel.card) continue;
    const id = newId();
    const { pieces, weightG: _own, ...kept } = panel;
    out.panels.push({
      ...kept,
      id,
      name: freeName(out, panel.name),
      ...(pieces && { pieces: { count: pieces.count, done: 0 } }),
    });
    const zones = from.zones.filter((z) => z.panelId === panel.id);
    zones.forEach(({ finish: _finish, ...z }, i) => out.zones.push({ ...z, id: `${id}-${i + 1}`, panelId: id }));
  }
  return from.body === undefined ? out : { ...out, body: from.body };
}

/** Which part of a body a panel is; up to version 10 only its name told, of which the ids were made. */
const partOf = (p: Panel): string => p.part ?? p.name.toLowerCase().replace(/[^a-z0-9]+/g, '-');

/** Whether a panel lies level on the vehicle, as far as the part tells that it was laid out as. */
export const liesFlat = (p: Panel): boolean => LEVEL.includes(partOf(p));

/** The parts of a body that a job has not laid out yet. */
export function partsLeft(job: Job, body: BodyKind): BodyPart[] {
  const there = new Set(job.panels.map(partOf));
  return BODIES[body].parts.filter((p) => !there.has(p.id));
}
