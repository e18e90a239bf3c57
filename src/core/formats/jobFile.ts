import { array, number, object, string } from 'yup';
import type { Product } from '../library/product';
import { parseProduct } from '../library/schema';
import { productsUsed } from '../log/check';
import type { LogEvent } from '../log/event';
import type { Job } from '../log/job';
import { SUBSTRATES } from '../log/kinds';
import { BOUNDS } from '../log/bounds';
import { between, parseEvent, validated } from '../log/schema';
import { fail, ok, type FieldProblem, type Result } from '../result';
import { migrateJobFile } from './migrate';

export const JOB_FORMAT = 'stratocoat-job';
export const JOB_FORMAT_VERSION = 2;
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

const id = (label: string) =>
  string().strict().typeError(`${label} is missing`).required(`${label} is missing`).max(80, `${label} is too long`);
const label = (what: string) =>
  string()
    .strict()
    .typeError(`${what} must be text`)
    .required(`${what} is missing`)
    .max(120, `${what} is longer than 120 signs`);

const JOB_SCHEMA = object({
  id: id('Job id'),
  name: label('Job name'),
  about: string()
    .strict()
    .typeError('About must be text')
    .defined('About is missing')
    .max(2000, 'About is longer than 2000 signs'),
  createdMs: number()
    .strict()
    .typeError('Created: a time is needed')
    .required('Created is missing')
    .min(0, 'Created is before 1970'),
  colour: object({
    name: label('Colour name'),
    hex: string()
      .strict()
      .matches(/^#[0-9a-f]{6}$/i, 'Colour must look like #a1b2c3')
      .required('Colour is missing'),
  })
    .default(undefined)
    .noUnknown('Colour has a field that is not known: ${unknown}'),
  panels: array()
    .strict()
    .typeError('Panels must be a list')
    .of(
      object({
        id: id('Panel id'),
        name: label('Panel name'),
        substrate: string()
          .strict()
          .oneOf([...SUBSTRATES], "Substrate '${value}' is not one that is known")
          .required('Substrate is missing'),
        thicknessUm: between('Panel thickness', 100, 50_000, 'µm').required('Panel thickness is missing'),
      }).noUnknown('Panel has a field that is not known: ${unknown}'),
    )
    .required('Panels are missing')
    .max(500, 'More than 500 panels'),
  zones: array()
    .strict()
    .typeError('Zones must be a list')
    .of(
      object({
        id: id('Zone id'),
        panelId: id('Panel of the zone'),
        name: label('Zone name'),
        areaCm2: between('Area', BOUNDS.areaCm2.min, BOUNDS.areaCm2.max, 'cm²').required('Area is missing'),
      }).noUnknown('Zone has a field that is not known: ${unknown}'),
    )
    .required('Zones are missing')
    .max(2000, 'More than 2000 zones'),
})
  .strict()
  .noUnknown('Job has a field that is not known: ${unknown}');

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
  const problems = twice(events, 'events', 'event');
  events.forEach((e, i) => {
    for (const z of e.kind === 'replaced' ? e.by.zoneIds : e.zoneIds)
      if (!zones.has(z)) problems.push({ path: `events[${i}].zoneIds`, message: `Zone '${z}' is not in the job` });
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
