import { colourId, USUAL_FINISH, type AgreedFinish, type Colour, type Finish } from '../library/finish';
import type { Photo } from './photos';
import type { QualityLevel } from '../library/level';
import { FAMILIES, type Product } from '../library/product';
import type { ShapeClass } from '../library/shapeClass';
import type { Sureness } from '../library/sureness';
import type { TaskWith } from './taskWith';
import type { EventKind } from './event';
import type { FinalCheck, ThreadCare } from './assembly';
import type { Agreed, KeptWork } from './days';
import type { SprayEvening } from './evening';
import { FACES, type Face, type Point } from './place';
import type { SubstrateKind } from '../library/substrates';

export { FACES, type Face, type Point };

/** What holds two sheets together, or closes the gap between them. */
export const SEAM_NAMES = {
  plugWeld: 'Plug welds',
  seamWeld: 'Welded through',
  bonded: 'Bonded',
  folded: 'Folded edge',
  sealed: 'Sealed joint',
} as const;
export type SeamKind = keyof typeof SEAM_NAMES;

/** A seam, as a line on the drawing: the zone around it has its history. */
export interface Seam {
  kind: SeamKind;
  line: Point[];
  widthMm: number;
  /** Of plug welds: from one to the next, mm. */
  spacingMm?: number;
  /** Water that gets in gets out again. */
  drained?: boolean;
}

/** A part of a panel with one history. */
export interface Zone {
  id: string;
  panelId: string;
  name: string;
  /** From the drawing where there is an outline, as stated otherwise. */
  areaCm2: number;
  /** Where it is on the panel's drawing. Without one it is what the drawn zones of its face leave. */
  outline?: Point[];
  /** Absent: the outer face. */
  face?: Face;
  /** Absent: it is no seam. */
  seam?: Seam;
  /** What it ends with, where that is not the job's. */
  finish?: AgreedFinish;
  /** The zone that it was cut out of, and when: what happened to that one until then happened to this one too. */
  cutFrom?: { zoneId: string; atMs: number };
}

/** A label or plate that must not be painted. */
export interface KeepOut {
  id: string;
  name: string;
  face: Face;
  outline: Point[];
  /** It is a hole through the panel: closed from behind. */
  opening?: boolean;
}

/** A panel drawn to scale. */
export interface PanelMap {
  outline: Point[];
  /** Both where the inner face is worked on too. */
  faces: Face[];
  keepOuts: KeepOut[];
}

/** Parts lie on the floor in rows, by side. */
export const FLOOR_ROW_NAMES = ['left', 'across', 'right', 'inside'] as const;
export type FloorRow = (typeof FLOOR_ROW_NAMES)[number];

export interface Panel {
  id: string;
  name: string;
  substrate: SubstrateKind;
  /** Thickness of the panel itself, µm. */
  thicknessUm: number;
  map?: PanelMap;
  /** Where it lies on the job's floor. */
  row?: FloorRow;
  /** Which part of a body it was laid out as, see `bodies`. */
  part?: string;
  /** Like pieces that are worked on as one: how many there are, and how many of them are done at the step at hand. Areas are of all of them. */
  pieces?: { count: number; done: number };
  /** What its surface is like to work on: how long hands take. */
  shape?: ShapeClass;
  /** At which place of the shop it lies while nobody works on it: its id; see `bodies/storage`. */
  lieId?: string;
  /** What it was found to weigh, each piece, g; absent: estimated from area and thickness. */
  weightG?: number;
  /** It is no part of the vehicle but a test card of a colour. */
  card?: {
    /** Its id. */
    colour: string;
  };
}

/** A job's head: what it is about. What happened to it is in the log. */
export interface Job {
  id: string;
  name: string;
  about: string;
  createdMs: number;
  colour?: Colour;
  /** The kind of body that it is: which parts may still be laid out. */
  body?: string;
  panels: Panel[];
  zones: Zone[];
  /** How far every step goes, agreed with the owner. */
  level?: QualityLevel;
  /** What it ends with, as far as it is agreed. */
  finish?: Pick<AgreedFinish, 'system' | 'sheen' | 'untilMs'>;
  /** Hours of work that are agreed. */
  budgetH?: number;
  /** Repair or replace, as it was decided. */
  decisions?: Decided[];
  /** What came off, where it is, and what has to go back. */
  bags?: Bag[];
  /** What has to be done before something else, or never after it. */
  links?: AccessLink[];
  /** What a blasting day is to take, and what has to be covered first. */
  staging?: BlastItem[];
  /** Evenings at which parts of it are sprayed, ahead and past. */
  evenings?: SprayEvening[];
  /** What is agreed on moments ahead, and the plan of days that people go by. */
  agreed?: Agreed[];
  kept?: KeptWork[];
  /** What was looked at before it leaves. */
  finalChecks?: FinalCheck[];
  /** What was photographed; the pictures are kept by themselves. */
  photos?: Photo[];
  /** When parts of the above were last changed, ms, and what was taken away: for putting copies together, see `mergeJob`. */
  changed?: Record<string, number>;
  gone?: Record<string, Gone>;
}

/** A member of a list that was taken away; it may stand in its list all the same, where another device did something on it. */
export interface Gone {
  /** When, ms; absent: it only hangs on something that was taken away. */
  atMs?: number;
  /** What it was. */
  was: { id: string };
  /** Its place among those that were there from the beginning. */
  at?: number;
}

/** A decision on a panel, with what it rested on. */
export interface Decided {
  id: string;
  panelId: string;
  atMs: number;
  way: 'repair' | 'replace' | 'temporary' | 'out';
  /** Share of the draws in which repair was the cheapest, 0 to 1; absent with the costs: it was decided without figures. */
  repairCheaper?: number;
  /** Middle of the draws, in the shop's currency. */
  repairCost?: number;
  replaceCost?: number;
  /** A temporary repair has to last so long. */
  months?: number;
  /** What somebody said for it: the price of the part, of somebody else for all of it, and how sure the repair is; and hours as they were worked out. */
  rested?: { part?: number; out?: number; sure: Sureness; repairH: number; replaceH: number };
}

/** Parts or fixings of one sort in a bag. */
export interface BagItem {
  id: string;
  name: string;
  count: number;
  /** Breaks or loses its grip when it comes off: new ones are ordered. */
  oneTime: boolean;
  /** Plugs and drains: have to be back before the job is done. */
  mustReturn: boolean;
  /** How many are back on the vehicle. */
  back: number;
  /** When what was ordered is to come, ms; absent: nothing on order. */
  dueMs?: number;
  /** How tight, Nm, and who says so; and how its thread is treated. As somebody entered it: no figure of ours. */
  torqueNm?: number;
  torqueFrom?: string;
  thread?: ThreadCare;
}

/** Parts that came off one panel, kept together. */
export interface Bag {
  id: string;
  name: string;
  /** The panel that it came off. */
  panelId: string;
  /** Shelf, box or stand. */
  where: string;
  items: BagItem[];
}

/** One act on one panel, as links between acts speak of it. */
export interface TaskRef {
  panelId: string;
  kind: EventKind;
  /** On this zone; absent, or where the zone is gone: on any of the panel. */
  zoneId?: string;
  /** Of coating: with what; absent: with anything. */
  with?: TaskWith;
}

/**
 * before: `first` has to be done before `then`. never: once `first` is done, `then` must not be done any more. joins: the faces of both panels that
 * meet are ready before either is closed by its act.
 */
export const LINK_KINDS = ['before', 'never', 'joins'] as const;
export interface AccessLink {
  id: string;
  kind: (typeof LINK_KINDS)[number];
  first: TaskRef;
  then: TaskRef;
  /** What is at stake, in a few words. */
  why: string;
}

/** One thing on the list of a blasting day. */
export interface BlastItem {
  id: string;
  panelId: string;
  coating: BlastCoating;
  faces: Face[];
  /** Threads, bores, glass: what is covered first, and whether it is. */
  cover: { name: string; done: boolean }[];
  /** Left out on purpose, and why. */
  skipped?: string;
}

/** What blasting has to take off. */
export const BLAST_COATINGS = ['none', 'thinPaint', 'thickPaint', 'rust', 'underseal', 'filler'] as const;
export type BlastCoating = (typeof BLAST_COATINGS)[number];

/** What a job says of its zones that their strata rest on. */
export interface ZoneFacts {
  cuts: readonly Cut[];
  /** Thickness of the panel, µm, by zone: it can be put right after somebody found the zone. */
  thicknessUm?: ReadonlyMap<string, number>;
}

/** What the fold has to know of a job besides its log. */
export function zoneFacts(job: Job): ZoneFacts {
  const panels = new Map(job.panels.map((p) => [p.id, p.thicknessUm]));
  return {
    cuts: job.zones.flatMap((z) =>
      z.cutFrom
        ? [{ zoneId: z.id, from: z.cutFrom.zoneId, atMs: z.cutFrom.atMs, ...(z.outline && { outline: z.outline }) }]
        : [],
    ),
    thicknessUm: new Map(
      job.zones.flatMap((z) => {
        const um = panels.get(z.panelId);
        return um === undefined ? [] : [[z.id, um] as const];
      }),
    ),
  };
}

/** Whether two jobs say the same of their zones, as far as strata rest on it. */
export function sameFacts(a: ZoneFacts, b: ZoneFacts): boolean {
  return (
    a.cuts.length === b.cuts.length &&
    a.cuts.every((c, i) => {
      const d = b.cuts[i]!;
      return c.zoneId === d.zoneId && c.from === d.from && c.atMs === d.atMs && c.outline === d.outline;
    }) &&
    (a.thicknessUm?.size ?? 0) === (b.thicknessUm?.size ?? 0) &&
    [...(a.thicknessUm ?? [])].every(([z, um]) => b.thicknessUm?.get(z) === um)
  );
}

/** A zone that has another one's history up to a moment. */
export interface Cut {
  zoneId: string;
  from: string;
  atMs: number;
  /** Marks inside of it go over to the zone; those beside it stay where they were. */
  outline?: readonly Point[];
}

/**
 * The zones, as they are now, of what some zones were at a moment: with all that was cut out of them since. Their areas add up to the
 * area that those zones had then.
 */
export function zonesSince(job: Job, zoneIds: readonly string[], atMs: number): Zone[] {
  const ids = new Set(zoneIds);
  // A set that grows while one goes over it also gives what was added.
  for (const id of ids) for (const z of job.zones) if (z.cutFrom?.zoneId === id && atMs < z.cutFrom.atMs) ids.add(z.id);
  return job.zones.filter((z) => ids.has(z.id));
}

/** Zones of a panel, in their order. */
export const zonesOf = (job: Job, panelId: string): Zone[] => job.zones.filter((z) => z.panelId === panelId);
/** The panel of a zone; undefined where the job has none of that id. */
export const panelOf = (job: Job, zoneId: string): Panel | undefined => {
  const zone = job.zones.find((z) => z.id === zoneId);
  return zone && job.panels.find((p) => p.id === zone.panelId);
};
/** 'Left door, lower', or only the panel's name where a panel is one zone. */
export function zoneLabel(job: Job, zoneId: string): string {
  const zone = job.zones.find((z) => z.id === zoneId);
  const panel = panelOf(job, zoneId);
  if (!zone || !panel) return zoneId;
  return zonesOf(job, panel.id).length > 1 ? `${panel.name}, ${zone.name.toLowerCase()}` : panel.name;
}

/** What is agreed for a zone: its own, the job's, and nothing where nobody said anything. */
export function agreedFinish(job: Job, zoneId: string | undefined): AgreedFinish {
  const own = zoneId === undefined ? undefined : job.zones.find((z) => z.id === zoneId)?.finish;
  return {
    ...(job.level && { level: job.level }),
    ...(job.colour && { colour: job.colour }),
    ...job.finish,
    ...own,
  };
}
/** What a zone ends with: the usual where nothing else is agreed. */
export const finishOf = (job: Job, zoneId: string | undefined): Finish => ({
  ...USUAL_FINISH,
  ...agreedFinish(job, zoneId),
});

/** The colour that a product carries on a zone, as a coat tells it: what is agreed there for what is coloured, none for the rest. */
export function colourOn(job: Job, p: Product, zoneId?: string): { colourId?: string; colourHex?: string } {
  const colour = FAMILIES[p.family].coloured ? finishOf(job, zoneId).colour : undefined;
  return colour ? { colourId: colourId(colour), colourHex: colour.hex } : {};
}

/** Every colour of a job, its own first. */
export function coloursOf(job: Job): Colour[] {
  const all = [...(job.colour ? [job.colour] : []), ...job.zones.flatMap((z) => z.finish?.colour ?? [])];
  return all.filter((c, i) => all.findIndex((o) => colourId(o) === colourId(c)) === i);
}

/** What a colour is called; what no colour of the job has for its id is shown as it was written. */
export const colourName = (job: Job, id: string): string => coloursOf(job).find((c) => colourId(c) === id)?.name ?? id;

/** A colour that a job has not had yet. @param newId for one whose name another colour had before it was renamed */
export function newColour(job: Job, name: string, hex: string, newId: () => string): Colour {
  return coloursOf(job).some((c) => colourId(c) === name) ? { id: newId(), name, hex } : { id: name, name, hex };
}

/**
 * The job with a colour of another name or look: wherever it is agreed, and under the same id.
 * @returns undefined where another colour of the job has that name already
 */
export function withColour(job: Job, colour: Colour): Job | undefined {
  const id = colourId(colour);
  const isTaken = coloursOf(job).some((c) => colourId(c) !== id && c.name.toLowerCase() === colour.name.toLowerCase());
  if (isTaken) return undefined;
  return {
    ...job,
    colour,
    zones: job.zones.map((z) =>
      z.finish?.colour && colourId(z.finish.colour) === id ? { ...z, finish: { ...z.finish, colour } } : z,
    ),
  };
}

const WORKED = new WeakMap<Job, Job>();
/** A job as it is worked on, without its test cards; the same object each time. */
export function withoutCards(job: Job): Job {
  if (!job.panels.some((p) => p.card)) return job;
  let without = WORKED.get(job);
  if (!without) {
    const cards = new Set(job.panels.flatMap((p) => (p.card ? [p.id] : [])));
    without = {
      ...job,
      panels: job.panels.filter((p) => !cards.has(p.id)),
      zones: job.zones.filter((z) => !cards.has(z.panelId)),
    };
    WORKED.set(job, without);
  }
  return without;
}
