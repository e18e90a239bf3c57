import { deadIn } from '../strata/takeOut';
import type { Product } from '../library/product';
import { parseProduct } from '../library/schema';
import { productsUsed } from '../log/productsUsed';
import type { LogEvent } from '../log/event';
import type { Job } from '../log/job';
import { parseEvent } from '../log/schema';
import { validated } from '../validation/validated';
import { JOB_SCHEMA } from './jobHead';
import { fail, ok, type FieldProblem, type Result } from '../result';
import { migrateJobFile } from './migrate';
import { FORMAT_VERSION } from './version';

export const JOB_FORMAT = 'stratocoat-job';
export const JOB_FORMAT_VERSION = FORMAT_VERSION;
/** Larger than this no job is; a file past it is refused before it is read. */
export const MAX_FILE_BYTES = 20_000_000;

/** A whole job in one file. Lossless: writing what was read gives the same events. See docs/formats.md. */
export interface JobFile {
  format: typeof JOB_FORMAT;
  version: typeof JOB_FORMAT_VERSION;
  exportedMs: number;
  job: Job;
  events: LogEvent[];
  /** The products that the log speaks of, so that the job can be read without this shop's library. */
  products: Product[];
}

/** A thing wrong with a file, with the line that it stands on where that is known (1-based). */
export interface FileProblem extends FieldProblem {
  line?: number;
}

/** Makes the file of a job. @param all the whole library; only what the log uses goes in */
export function writeJobFile(job: Job, events: readonly LogEvent[], all: readonly Product[], nowMs: number): JobFile {
  const used = productsUsed(events);
  return {
    format: JOB_FORMAT,
    version: JOB_FORMAT_VERSION,
    exportedMs: nowMs,
    job,
    events: [...events],
    products: all.filter((p) => used.has(p.id)),
  };
}

const under = (path: string, problems: readonly FieldProblem[]): FieldProblem[] =>
  problems.map((p) => ({ path: p.path ? `${path}.${p.path}` : path, message: p.message }));

/** Checks a job's head by itself: fields, and that zones belong to panels. */
export function parseJob(raw: unknown): Result<Job, FieldProblem[]> {
  if (typeof raw !== 'object' || raw === null) return fail([{ path: '', message: 'The job is missing' }]);
  const shape = validated<Job>(JOB_SCHEMA, raw);
  if (!shape.ok) return shape;
  const problems: FieldProblem[] = [
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
 */
export function readJobFile(raw: unknown): Result<JobFile, FieldProblem[]> {
  const migrated = migrateJobFile(raw);
  if (!migrated.ok) return migrated;
  const file = migrated.value;
  const problems: FieldProblem[] = [];
  for (const k of Object.keys(file))
    if (!['format', 'version', 'exportedMs', 'job', 'events', 'products'].includes(k))
      problems.push({ path: k, message: `There is a field that is not known: ${k}` });
  if (typeof file.exportedMs !== 'number')
    problems.push({ path: 'exportedMs', message: 'The time of the export is missing' });
  const job = parseJob(file.job);
  if (!job.ok) problems.push(...under('job', job.error));
  const products = list(file.products, 'products', 'Products are missing', parseProduct, problems);
  const events = list(file.events, 'events', 'Events are missing', parseEvent, problems);
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
  problems: FieldProblem[],
): T[] {
  if (!Array.isArray(raw)) {
    problems.push({ path, message: missing });
    return [];
  }
  return raw.flatMap((x, i) => {
    const r = parse(x);
    if (r.ok) return [r.value];
    problems.push(...under(`${path}[${i}]`, r.error));
    return [];
  });
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
