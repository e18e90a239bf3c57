import { gunzipSync, gzipSync, strFromU8, strToU8 } from 'fflate';
import { array, number, object, string } from 'yup';
import { MAX_FILE_BYTES, readJobFile, type JobFile } from '../formats/jobFile';
import { FORMAT_VERSION } from '../formats/version';
import type { Product } from '../library/product';
import { parseProduct } from '../library/schema';
import type { ShelfRecord } from '../log/shelf';
import { parseShelfRecord } from '../log/shelfSchema';
import { WORK_ACTS, type WorkAct } from '../log/workActs';
import { fail, ok, type FieldProblem, type Result } from '../result';
import { id, moment, oneOf, text } from '../validation/fields';
import { overlong } from '../validation/lists';
import { validated } from '../validation/validated';
import { MOST_PHONES, NAME_SIGNS, type Phone } from './phones';

export const PARCEL_FORMAT = 'stratocoat-share';

/** What somebody is at on the phone that sends. */
export interface Doing {
  act: WorkAct;
  panelIds: string[];
  /** The evening of spraying that is run there. */
  eveningId?: string;
  sinceMs: number;
}

/** What one phone says to another of a job that they share. Sealed on its way, see docs/sharing.md. */
export interface Parcel {
  format: typeof PARCEL_FORMAT;
  version: typeof FORMAT_VERSION;
  shareId: string;
  /** Of this parcel, by which it is acknowledged. */
  id: string;
  /** The last parcel with something in it that was taken in from the phone that this one goes to. */
  got?: string;
  /** Something from there could not be read: with a new id here, everything is to be said once more. */
  again?: string;
  /** What is there where this comes from; absent: the job is not there yet. */
  has?: Has;
  phones: Phone[];
  /** Phones that were taken out, ms by id. */
  out: Record<string, number>;
  /** Photos of which the picture is missing here. */
  wants: string[];
  /** Pictures that lie ready for the other phone. */
  offers: string[];
  doing: Doing[];
  /** The job's head, and entries that the other phone is not known to have; absent: it has all. */
  file?: JobFile;
  /** Records of the shelf that the other phone is not known to have, and the shop's own products; absent: it has all, or the shelf is not shared. */
  shelf?: { records: ShelfRecord[]; products: Product[] };
}

/** What a phone has of a job: sums of its head and of its shop's own products, and how many entries and records of the shelf. */
export interface Has {
  head: string;
  entries: number;
  products: string;
  records: number;
}

const MOST_WANTS = 1000;
const MOST_DOING = 50;
const MOST_OUT = 1000;
const MAX_SHELF = 200_000;
const LONGEST = { records: MAX_SHELF, products: 5000, events: 500_000 };

const unknown = (what: string) => `${what} has a field that is not known: \${unknown}`;
const PHONE = object({
  id: id('Id of a phone'),
  name: text('Name of a phone', NAME_SIGNS).required('A phone has no name'),
  publicKey: string()
    .strict()
    .matches(/^[A-Za-z0-9_-]{87}$/, 'The key of a phone is none')
    .required('A phone has no key'),
  joinedMs: moment('When a phone was asked in').required('When a phone was asked in is missing'),
})
  .strict()
  .noUnknown(unknown('A phone'));
const IDS = (what: string) =>
  array()
    .strict()
    .max(MOST_WANTS, `More than ${MOST_WANTS} ${what}`)
    .of(id(`Id of one of ${what}`))
    .required(`${what} are missing`);

const SUM = (what: string) =>
  string()
    .strict()
    .matches(/^[0-9a-f]{64}$/, `${what} is no sum`)
    .required(`${what} is missing`);
const COUNT = (what: string) =>
  number().strict().integer(`${what}: a whole number`).min(0, `${what} is below none`).required(`${what} is missing`);
const HAS = object({
  head: SUM('Sum of the head'),
  entries: COUNT('Number of entries'),
  products: SUM('Sum of products'),
  records: COUNT('Number of records'),
})
  .strict()
  .noUnknown(unknown('What is there'));

const HEAD = object({
  format: oneOf('Format', [PARCEL_FORMAT]).required('This is nothing that another phone has sent'),
  version: number().strict().required('The version is missing'),
  shareId: id('Id of what is shared'),
  id: id('Id of the parcel'),
  got: id('Id of a parcel').notRequired(),
  again: id('Id of a wish').notRequired(),
  has: HAS.default(undefined).notRequired(),
  phones: array()
    .strict()
    .max(10 * MOST_PHONES, 'More phones than share a job')
    .of(PHONE)
    .required('Phones are missing'),
  wants: IDS('pictures'),
  offers: IDS('pictures'),
  doing: array()
    .strict()
    .max(MOST_DOING, 'More is done than anybody can')
    .of(
      object({
        act: oneOf('Work', WORK_ACTS).required('Work is missing'),
        panelIds: array().strict().max(500, 'More than 500 panels').of(id('Panel')).required('Panels are missing'),
        eveningId: id('Evening').notRequired(),
        sinceMs: moment('Since when').required('Since when is missing'),
      })
        .strict()
        .noUnknown(unknown('What is done')),
    )
    .required('What is done is missing'),
})
  .strict()
  .noUnknown(unknown('The parcel'));

/** A parcel as bytes: JSON, packed. */
export const packParcel = (parcel: object): Uint8Array => gzipSync(strToU8(JSON.stringify(parcel)), { level: 6 });

/** Bytes that were packed, as what they hold; undefined where they are none, or more than any job. */
export function unpackBytes(bytes: Uint8Array): unknown {
  // The last four bytes of a gzip tell how much comes out of it (RFC 1952, section 2.3.1), little end first.
  const size = bytes.slice(-4).reduceRight((n, b) => n * 256 + b, 0);
  if (bytes.length < 18 || size > MAX_FILE_BYTES) return undefined;
  try {
    return JSON.parse(strFromU8(gunzipSync(bytes, { out: new Uint8Array(size) })));
  } catch {
    return undefined;
  }
}

/** A parcel out of its bytes: every field is checked as one of a file would be, and all of it refused where anything is wrong. */
export function readParcel(bytes: Uint8Array): Result<Parcel, FieldProblem[]> {
  const raw = unpackBytes(bytes);
  if (typeof raw !== 'object' || raw === null) return fail([{ path: '', message: 'It cannot be unpacked' }]);
  const { file, shelf, out, ...head } = raw as Record<string, unknown>;
  if (typeof head.version === 'number' && head.version > FORMAT_VERSION)
    return fail([{ path: 'version', message: 'The other phone has a newer Stratocoat: load the page again here' }]);
  if (head.version !== FORMAT_VERSION)
    return fail([{ path: 'version', message: 'The other phone has an older Stratocoat: load the page again there' }]);
  const tooLong = overlong(head, {}, MOST_OUT) ?? overlong(shelf, LONGEST, MOST_OUT);
  if (tooLong) return fail([tooLong]);
  const shape = validated<Parcel>(HEAD, head);
  const problems: FieldProblem[] = shape.ok ? [] : [...shape.error];
  if (!isOut(out)) problems.push({ path: 'out', message: 'Phones that were taken out are no list' });
  if (file !== undefined) {
    const read = readJobFile(file);
    if (!read.ok) problems.push(...read.error);
  }
  if (shelf !== undefined) problems.push(...shelfProblems(shelf));
  return problems.length > 0 ? fail(problems) : ok(raw as Parcel);
}

const isOut = (out: unknown): boolean =>
  typeof out === 'object' &&
  out !== null &&
  Object.keys(out).length <= MOST_OUT &&
  Object.entries(out).every(([key, ms]) => key.length <= 80 && Number.isFinite(ms));

function shelfProblems(raw: unknown): FieldProblem[] {
  const { records, products } = (raw ?? {}) as { records?: unknown; products?: unknown };
  if (!Array.isArray(records) || !Array.isArray(products))
    return [{ path: 'shelf', message: 'Records of the shelf are no list' }];
  return [
    ...records.flatMap((r) => problemsOf(parseShelfRecord(r))),
    ...products.flatMap((p) => problemsOf(parseProduct(p))),
  ];
}
const problemsOf = (r: Result<unknown, FieldProblem[]>): FieldProblem[] => (r.ok ? [] : r.error);
