import { deadIn } from '../strata/takeOut';
import type { Product } from '../library/product';
import { parseProduct } from '../library/schema';
import { productsUsed } from '../log/productsUsed';
import type { LogEvent } from '../log/event';
import type { Job } from '../log/job';
import { parseEvent } from '../log/schema';
import { TIME_MS } from '../validation/fields';
import { overlong } from '../validation/lists';
import { validated } from '../validation/validated';
import { parseJobAir } from './jobAir';
import type { JobAir } from './readingRow';
import { JOB_SCHEMA } from './jobHead';
import { picturesProblems, type Pictures } from './pictures';
import { fail, ok, type FieldProblem, type Result } from '../result';
import { migrateJobFile } from './migrate';
import { FORMAT_VERSION } from './version';

export const JOB_FORMAT = 'stratocoat-job';
export const JOB_FORMAT_VERSION = FORMAT_VERSION;
/** Larger than this no job is; a file past it is refused before it is read. */
export const MAX_FILE_BYTES = 100_000_000;
/** As many entries and products as a file may have. */
const MAX_EVENTS = 500_000;
const MAX_PRODUCTS = 5000;
/** More problems than these nobody reads: what comes after them is not looked at. */
const MOST_PROBLEMS = 1000;
/** How often a check says how far it is, entries. */
const TELL_EVERY = 2000;
/** Lists of a job's head. */
const LONGEST = {
  panels: 500,
  zones: 2000,
  decisions: 1000,
  bags: 500,
  links: 500,
  staging: 500,
  evenings: 500,
  agreed: 500,
  kept: 2000,
  finalChecks: 100,
  photos: 1000,
};

/** A whole job in one file. Lossless: writing what was read gives the same events. See docs/formats.md. */
export interface JobFile {
  format: typeof JOB_FORMAT;
  version: typeof JOB_FORMAT_VERSION;
  exportedMs: number;
  job: Job;
  events: LogEvent[];
  /** The products that the log speaks of, so that the job can be read without this shop's library. */
  products: Product[];
  /** What its clocks were counted with; absent in files of version 7 and older. */
  air?: JobAir;
  /** Pictures of its photos, by id: JPEG as base64; absent in files of version 15 and older. */
  pictures?: Pictures;
}

/** A thing wrong with a file, with the line that it stands on where that is known (1-based). */
export interface FileProblem extends FieldProblem {
  line?: number;
}

/** Makes the file of a job. @param all the whole library; only what the log uses goes in @param air of the job's time, see `airOfJob` */
export function writeJobFile(
  job: Job,
  events: readonly LogEvent[],
  all: readonly Product[],
  nowMs: number,
  air?: JobAir,
  pictures: Pictures = {},
): JobFile {
  const used = productsUsed(events);
  return {
    format: JOB_FORMAT,
    version: JOB_FORMAT_VERSION,
    exportedMs: nowMs,
    job,
    events: [...events],
    products: all.filter((p) => used.has(p.id)),
    ...(air && { air }),
    ...(Object.keys(pictures).length > 0 && { pictures }),
  };
}

/** More parts than a job of the most panels and zones can have. */
const MAX_PARTS = 50_000;

const under = (path: string, problems: readonly FieldProblem[]): FieldProblem[] =>
  problems.map((p) => ({ path: p.path ? `${path}.${p.path}` : path, message: p.message }));

/** Checks a job's head by itself: fields, and that zones belong to panels. */
export function parseJob(raw: unknown): Result<Job, FieldProblem[]> {
  if (typeof raw !== 'object' || raw === null) return fail([{ path: '', message: 'The job is missing' }]);
  const { changed, gone, ...own } = raw as { changed?: unknown; gone?: unknown };
  const tooLong = overlong(own, LONGEST, 1000);
  if (tooLong) return fail([tooLong]);
  const shape = validated<Job>(JOB_SCHEMA, raw);
  if (!shape.ok) return shape;
  const problems: FieldProblem[] = [
    ...stampProblems(changed, gone),
    ...twice(shape.value.panels, 'panels', 'panel'),
    ...twice(shape.value.zones, 'zones', 'zone'),
  ];
  const panels = new Set(shape.value.panels.map((p) => p.id));
  shape.value.zones.forEach((z, i) => {
    if (!panels.has(z.panelId))
      problems.push({ path: `zones[${i}].panelId`, message: `Zone '${z.name}' is on a panel that is not in the job` });
  });
  // What hangs on a panel or a zone that is not there would never be seen again.
  shape.value.zones.forEach((z, i) => {
    const from = z.cutFrom?.zoneId;
    if (from !== undefined && !shape.value.zones.some((o) => o.id === from && o.id !== z.id))
      problems.push({
        path: `zones[${i}].cutFrom`,
        message: `Zone '${z.name}' is cut out of a zone that is not there`,
      });
  });
  const hanging = [
    ...(shape.value.bags ?? []).map((b, i) => [b.panelId, `bags[${i}].panelId`] as const),
    ...(shape.value.decisions ?? []).map((d, i) => [d.panelId, `decisions[${i}].panelId`] as const),
    ...(shape.value.photos ?? []).map((p, i) => [p.panelId, `photos[${i}].panelId`] as const),
    ...(shape.value.staging ?? []).map((x, i) => [x.panelId, `staging[${i}].panelId`] as const),
    ...(shape.value.links ?? []).flatMap((l, i) => [
      [l.first.panelId, `links[${i}].first.panelId`] as const,
      [l.then.panelId, `links[${i}].then.panelId`] as const,
    ]),
  ];
  for (const [panelId, path] of hanging)
    if (!panels.has(panelId))
      problems.push({ path, message: `This is about panel '${panelId}', which is not in the job` });
  return problems.length > 0 ? fail(problems) : shape;
}

function twice(list: readonly { id: string }[], path: string, what: string): FieldProblem[] {
  const seen = new Set<string>();
  return list.flatMap((x, i) => {
    if (!seen.has(x.id)) {
      seen.add(x.id);
      return [];
    }
    return [{ path: `${path}[${i}].id`, message: `The id of this ${what} is there twice: '${x.id}'` }];
  });
}

/**
 * Reads a job from parsed JSON: migrates old versions, checks every field of every record and how they hang together,
 * and refuses the whole if any part is wrong.
 * @param onProgress told how much of the log is checked, 0 to 1
 */
export function readJobFile(raw: unknown, onProgress?: (share: number) => void): Result<JobFile, FieldProblem[]> {
  const migrated = migrateJobFile(raw);
  if (!migrated.ok) return migrated;
  const file = migrated.value;
  const problems: FieldProblem[] = [];
  for (const k of Object.keys(file))
    if (!['format', 'version', 'exportedMs', 'job', 'events', 'products', 'air', 'pictures'].includes(k))
      problems.push({ path: k, message: `There is a field that is not known: ${k}` });
  if (!isTime(file.exportedMs))
    problems.push({ path: 'exportedMs', message: 'The time of the export is missing, or out of all reason' });
  const job = parseJob(file.job);
  if (!job.ok) problems.push(...under('job', job.error));
  else problems.push(...picturesProblems(file.pictures, job.value.photos ?? []));
  const products = list(file.products, 'products', 'Products are missing', parseProduct, MAX_PRODUCTS, problems);
  const events = list(file.events, 'events', 'Events are missing', parseEvent, MAX_EVENTS, problems, onProgress);
  if (file.air !== undefined) {
    const air = parseJobAir(file.air);
    if (!air.ok) problems.push(...air.error);
  }
  problems.push(...twice(products, 'products', 'product'));
  if (job.ok && problems.length === 0)
    problems.push(...hangTogether(job.value, events, new Set(products.map((p) => p.id))));
  return problems.length > 0 ? fail(problems) : ok(file as unknown as JobFile);
}

function list<T>(
  raw: unknown,
  path: string,
  missing: string,
  parse: (x: unknown) => Result<T, FieldProblem[]>,
  most: number,
  problems: FieldProblem[],
  onProgress?: (share: number) => void,
): T[] {
  if (!Array.isArray(raw)) {
    problems.push({ path, message: missing });
    return [];
  }
  if (raw.length > most) {
    problems.push({ path, message: `There are ${raw.length} here; at most ${most} may be` });
    return [];
  }
  const read: T[] = [];
  for (const [i, x] of raw.entries()) {
    if (i % TELL_EVERY === 0) onProgress?.(i / raw.length);
    const r = parse(x);
    if (r.ok) read.push(r.value);
    else problems.push(...under(`${path}[${i}]`, r.error));
    if (problems.length >= MOST_PROBLEMS) break;
  }
  return read;
}

const isTime = (v: unknown): v is number => typeof v === 'number' && v >= TIME_MS.min && v <= TIME_MS.max;

/** Moments of a job's parts, and what was taken away: its members have to be such as the job has. */
function stampProblems(changed: unknown, gone: unknown): FieldProblem[] {
  const entries = (raw: unknown) =>
    raw === undefined ? [] : typeof raw === 'object' && raw !== null ? Object.entries(raw as object) : undefined;
  const [moments, away] = [entries(changed), entries(gone)];
  const problems: FieldProblem[] = [];
  if (!moments || moments.length > MAX_PARTS || moments.some(([part, ms]) => part.length > 300 || !isTime(ms)))
    problems.push({ path: 'changed', message: 'The moments of its parts are not times' });
  if (!away || away.length > MAX_PARTS)
    return [...problems, { path: 'gone', message: 'What was taken away is no list' }];
  const members: Record<string, unknown[]> = { panels: [], zones: [] };
  for (const [part, raw] of away) {
    const g = (typeof raw === 'object' && raw !== null ? raw : {}) as Record<string, unknown>;
    const list = part.split('/')[0]!;
    const at = g.at;
    const isKnown = Object.keys(g).every((k) => ['atMs', 'was', 'at'].includes(k));
    const isPlaced = at === undefined || (typeof at === 'number' && Number.isInteger(at) && at >= 0 && at <= 10_000);
    const isMember = (g.was as { id?: unknown } | undefined)?.id === part.slice(list.length + 1);
    if (!(list in LONGEST) || !isKnown || !isPlaced || !isMember || (g.atMs !== undefined && !isTime(g.atMs)))
      problems.push({ path: `gone.${part}`, message: 'What was taken away cannot be read' });
    else (members[list] ??= []).push(g.was);
  }
  const asJob = validated(JOB_SCHEMA, { id: 'gone', name: 'Gone', about: '', createdMs: TIME_MS.min, ...members });
  return asJob.ok ? problems : [...problems, ...under('gone', asJob.error)];
}

function hangTogether(job: Job, events: readonly LogEvent[], products: ReadonlySet<string>): FieldProblem[] {
  const zones = new Set(job.zones.map((z) => z.id));
  const ids = new Set(events.map((e) => e.id));
  // A panel that was taken out leaves its first look behind, struck out.
  const dead = deadIn(events);
  const problems = twice(events, 'events', 'event');
  events.forEach((e, i) => {
    for (const z of e.kind === 'replaced' ? e.by.zoneIds : e.zoneIds)
      if (!zones.has(z) && !dead.has(e.id))
        problems.push({ path: `events[${i}].zoneIds`, message: `Zone '${z}' is not in the job` });
    if ((e.kind === 'voided' || e.kind === 'replaced') && !ids.has(e.targetId))
      problems.push({
        path: `events[${i}].targetId`,
        message: `Event '${e.targetId}', which this corrects, is not in the file`,
      });
    for (const p of productsUsed([e]))
      if (!products.has(p))
        problems.push({ path: `events[${i}].productId`, message: `Product '${p}' is not in the file` });
  });
  return problems;
}
