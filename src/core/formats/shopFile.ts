import { array, boolean, mixed, number, object } from 'yup';
import type { ClimateReading } from '../air/climate';
import { DAMPNESS, type Forecast } from '../air/forecast';
import { SIDES } from '../air/ventilation';
import type { HeatPlan } from '../air/heat';
import { ALARM_KINDS } from '../cure/alarms';
import { keysOf } from '../keysOf';
import { APPLICATION_KINDS } from '../library/application';
import { SCHOOLS } from '../library/method';
import { WISH_KEYS } from '../library/wish';
import type { Product } from '../library/product';
import { parseProduct } from '../library/schema';
import { BOUNDS } from '../log/bounds';
import { WORK_ACTS } from '../log/workActs';
import type { WorkClock } from '../log/workTime';
import { fail, ok, type FieldProblem, type Result } from '../result';
import { between, id, moment, oneOf, text, TIME_MS } from '../validation/fields';
import { validated } from '../validation/validated';
import type { ShelfRecord } from '../log/shelf';
import { parseShelfRecord } from '../log/shelfSchema';
import { parseHeats, parseReadings } from './jobAir';
import type { FileProblem, JobFile } from './jobFile';
import { readingOfRow, readingRow } from './readingRow';
import { readJobText, readJson } from './readText';
import { DEFAULT_SETTINGS, type Settings } from './settings';
import { sumOf, withoutSum, withSum } from './sums';
import { FORMAT_VERSION } from './version';

export const SHOP_FORMAT = 'stratocoat-shop';

/** Everything that a browser keeps of a shop. */
export interface ShopFile {
  exportedMs: number;
  settings: Settings;
  products: Product[];
  jobs: JobFile[];
  readings: ClimateReading[];
  heats: HeatPlan[];
  /** Alarms that rang or were put away, by their keys. */
  alarms: Record<string, number>;
  workClocks: WorkClock[];
  forecast: Forecast | null;
  /** The shelf's log. */
  shelf: ShelfRecord[];
}

/** A shop is one zip of these: the shop itself, its air, and a file for each of its jobs. */
const SHOP_NAME = 'shop.json';
const AIR_NAME = 'air.json';
/** Since version 9. */
const SHELF_NAME = 'shelf.json';
/** Since version 13: what belongs to the file, and the sum of each. */
const SUMS_NAME = 'sums.json';
/** Files of this version on have sums. */
const SUMMED = 13;
const MAX_SHELF = 200_000;
const JOBS = 'jobs/';
/** As many jobs as one shop may have in a file. */
const MAX_JOBS = 1000;
const MAX_FORECAST = 2000;

const unknown = (what: string) => `${what} has a field that is not known: \${unknown}`;
const yesNo = (what: string) =>
  boolean().strict().typeError(`${what} must be yes or no`).required(`${what} is missing`);

const HOURS_ON = array()
  .strict()
  .max(500, 'More than 500 days')
  .of(
    object({
      fromMs: moment('From').required('From is missing'),
      untilMs: moment('Until').required('Until is missing'),
    }).noUnknown(unknown('Hours of a day')),
  );

const USUAL_DAY = object({
  lowC: between('Low', -60, 60, 'temp').required('Low is missing'),
  highC: between('High', -60, 60, 'temp').required('High is missing'),
}).noUnknown(unknown('A usual day'));

const SETTINGS = object({
  shopName: text('Name of the shop', 60).required('The shop has no name'),
  units: oneOf('Units', ['metric', 'us']).required('Units are missing'),
  textScale: number()
    .strict()
    .oneOf([1, 1.25, 1.5], 'Text is 1, 1.25 or 1.5 times')
    .required('Size of text is missing'),
  scheme: oneOf('Light', ['auto', 'light', 'dark']).required('Light is missing'),
  currency: text('Currency', 4).required('Currency is missing'),
  tempC: between('Temperature', BOUNDS.tempC.min, BOUNDS.tempC.max, 'temp').required('Temperature is missing'),
  rh: between('Humidity', 0, 1).required('Humidity is missing'),
  method: object(
    Object.fromEntries(
      keysOf(SCHOOLS).map((k) => [k, oneOf('School', Object.keys(SCHOOLS[k].options)).required('A school is missing')]),
    ),
  )
    .required('House method is missing')
    .noUnknown(unknown('House method')),
  schools: array()
    .strict()
    .of(oneOf('School', keysOf(SCHOOLS)))
    .max(20, 'More than 20 schools')
    .required('Schools are missing'),
  rig: object({
    boreMm: between('Bore', 0, 50).required('Bore is missing'),
    barG: between('Pressure', 0, 20).required('Pressure is missing'),
    airM3Min: between('Air', 0, 100).required('Air is missing'),
    rate: between('Rate', 0, 1000).required('Rate is missing'),
    handRate: between('Rate by hand', 0, 1000).required('Rate by hand is missing'),
    media: text('Media', 80).required('Media is missing'),
  })
    .default(undefined)
    .noUnknown(unknown('The rig')),
  // Since version 9.
  rates: object({
    labourH: between('An hour of hands', 0, 100_000).required('An hour of hands is missing'),
    ovenH: between('An hour of oven', 0, 100_000).required('An hour of oven is missing'),
    blastH: between('An hour of blasting', 0, 100_000).required('An hour of blasting is missing'),
  })
    .default(undefined)
    .noUnknown(unknown('Rates')),
  // Since version 13.
  wish: oneOf('What comes first', WISH_KEYS),
  pourBy: oneOf('How a cup is poured', ['weight', 'volume']).required('How a cup is poured is missing'),
  alarms: array()
    .strict()
    .of(oneOf('Alarm', ALARM_KINDS))
    .max(10, 'More than 10 alarms')
    .required('Alarms are missing'),
  sound: yesNo('Sound'),
  // Since version 15.
  knowsHow: boolean().strict().typeError('Whether steps are explained must be yes or no'),
  // Since version 16.
  place: object({
    lengthM: between('Length of the place', 1, 100).required('Length of the place is missing'),
    widthM: between('Width of the place', 1, 100).required('Width of the place is missing'),
    heightM: between('Height of the place', 1, 20).required('Height of the place is missing'),
    fanM3H: between('What the fan moves', 0, 200_000).required('What the fan moves is missing'),
    inAt: oneOf('Where air comes in', SIDES).required('Where air comes in is missing'),
    outAt: oneOf('Where air goes out', SIDES).required('Where air goes out is missing'),
    filter: yesNo('Filter'),
  })
    .default(undefined)
    .noUnknown(unknown('The place')),
  guns: object(
    Object.fromEntries(
      APPLICATION_KINDS.map((a) => [
        a,
        object({
          grams: between('Grams', 0.1, 5000).required('Grams are missing'),
          seconds: between('Seconds', 1, 600).required('Seconds are missing'),
          fanCm: between('Fan', 1, 100).required('Fan is missing'),
          flatness: between('Flatness of the fan', 1, 8).required('Flatness of the fan is missing'),
          atMs: moment('When it was tested').required('When it was tested is missing'),
        })
          .default(undefined)
          .noUnknown(unknown('A gun')),
      ]),
    ),
  )
    .default(undefined)
    .noUnknown(unknown('Guns')),
  cartridge: object({
    limitH: between('Hours of a cartridge', 0.5, 1000).required('Hours of a cartridge are missing'),
    sinceMs: moment('When they were changed').required('When they were changed is missing'),
  })
    .default(undefined)
    .noUnknown(unknown('Cartridges')),
  liftG: between('What one person lifts', 1000, 200_000),
  who: text('Who works here', 40),
  people: array()
    .strict()
    .max(50, 'More than 50 people')
    .of(
      object({
        id: id('Id of a person'),
        name: text('Name', 40).required('A person has no name'),
        week: array()
          .strict()
          .max(50, 'More than 50 hours of a week')
          .of(
            object({
              day: between('Day', 0, 6).integer('Day: a whole number').required('Day is missing'),
              fromMin: between('From', 0, 1440).required('From is missing'),
              toMin: between('To', 0, 1440).required('To is missing'),
            }).noUnknown(unknown('Hours')),
          )
          .required('Hours of the week are missing'),
        extra: HOURS_ON.required('Other hours are missing'),
        off: HOURS_ON.required('Hours away are missing'),
        helper: boolean().strict().typeError('Helper must be yes or no'),
      }).noUnknown(unknown('A person')),
    )
    .default(undefined),
  localCode: array()
    .strict()
    .max(50, 'More than 50 rules of a code')
    .of(
      object({
        id: id('Id of a rule'),
        text: text('Rule', 200).required('A rule says nothing'),
        source: text('Source of a rule', 120).required('A rule has no source'),
      }).noUnknown(unknown('A rule')),
    )
    .default(undefined),
  places: between('Places to spray', 1, 50).integer('Places: a whole number'),
  stands: between('Stands', 0, 500).integer('Stands: a whole number'),
  lamps: between('Lamps', 0, 50).integer('Lamps: a whole number'),
  compressors: between('Compressors', 0, 50).integer('Compressors: a whole number'),
  // Since version 17.
  storage: array()
    .strict()
    .max(100, 'More than 100 places')
    .of(
      object({
        id: id('Id of a place'),
        name: text('Name of a place', 60).required('A place has no name'),
        m2: between('Room of a place', 0.01, 10_000).required('Room of a place is missing'),
      }).noUnknown(unknown('A place')),
    )
    .default(undefined),
  season: object({
    coldest: USUAL_DAY.required('The coldest month is missing'),
    warmest: USUAL_DAY.required('The warmest month is missing'),
    warmestIn: oneOf('Warmest month', ['july', 'january']).required('The warmest month is missing'),
    dampness: oneOf('Dampness', keysOf(DAMPNESS)).required('Dampness is missing'),
    place: oneOf('Place', ['yard', 'room']).required('Place is missing'),
  })
    .default(undefined)
    .noUnknown(unknown('A year')),
  // Since version 10.
  colourLimits: object({
    butt: between('Limit of a gap', 0.1, 5).required('Limit of a gap is missing'),
    blend: between('Limit of a blend', 0.2, 10).required('Limit of a blend is missing'),
  })
    .default(undefined)
    .noUnknown(unknown('Limits of colour')),
}).noUnknown(unknown('Settings'));

const CLOCKS = array()
  .strict()
  .of(
    object({
      jobId: id('Job'),
      panelId: id('Panel'),
      zoneIds: array().strict().of(id('Zone')).max(500, 'More than 500 zones').required('Zones are missing'),
      act: oneOf('Work', WORK_ACTS).required('Work is missing'),
      startedMs: moment('Start').required('Start is missing'),
      confirmedMs: moment('Confirmed'),
    }).noUnknown(unknown('A work clock')),
  )
  .max(200, 'More than 200 work clocks')
  .required('Work clocks are missing');

const POINT = object({
  atMs: moment('Time').required('Time is missing'),
  tempC: between('Temperature', -60, 60, 'temp').required('Temperature is missing'),
  rh: between('Humidity', 0, 1).required('Humidity is missing'),
  rainMm: between('Rain', 0, 500).required('Rain is missing'),
});

const HEAD = object({
  format: oneOf('Format', [SHOP_FORMAT]).required('This is not a Stratocoat shop file'),
  version: number().strict().required('The version of the file is missing'),
  exportedMs: moment('The time of the export').required('The time of the export is missing'),
  settings: SETTINGS.required('Settings are missing'),
  products: mixed().required('Products are missing'),
  heats: mixed().required('Heats are missing'),
  alarms: mixed().required('Alarms are missing'),
  workClocks: CLOCKS,
  forecast: object({
    issuedMs: moment('Time of the forecast').required('Time of the forecast is missing'),
    points: array()
      .strict()
      .max(MAX_FORECAST, `More than ${MAX_FORECAST} hours of forecast`)
      .of(POINT)
      .required('The forecast is empty'),
    // Since version 15.
    typed: object({
      lowC: between('Low', -60, 60, 'temp').required('Low is missing'),
      highC: between('High', -60, 60, 'temp').required('High is missing'),
      dampness: oneOf('Dampness', keysOf(DAMPNESS)).required('Dampness is missing'),
      place: oneOf('Place', ['yard', 'room']).required('Place is missing'),
      rain: object({
        fromMs: moment('Rain').required('Rain is missing'),
        toMs: moment('Rain').required('Rain is missing'),
      })
        .default(undefined)
        .noUnknown(unknown('Rain')),
    })
      .default(undefined)
      .noUnknown(unknown('What was typed')),
  })
    .nullable()
    .default(null)
    .noUnknown(unknown('The forecast')),
}).noUnknown(unknown('The shop'));

const slug = (s: string): string =>
  s
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-|-$/g, '')
    .slice(0, 40) || 'job';

/** The files that a shop's zip holds, by name. */
export function writeShopFiles(shop: ShopFile): Map<string, string> {
  const { jobs, readings, shelf, ...head } = shop;
  const json = (v: unknown) => JSON.stringify(v, null, 1);
  const files = new Map([
    [SHOP_NAME, json({ format: SHOP_FORMAT, version: FORMAT_VERSION, ...head })],
    [AIR_NAME, JSON.stringify({ readings: readings.map((r) => readingRow(r)) })],
    [SHELF_NAME, json({ records: shelf })],
    ...jobs.map((j, i): [string, string] => [
      `${JOBS}${String(i + 1).padStart(3, '0')}-${slug(j.job.name)}.json`,
      json(j),
    ]),
  ]);
  return withSums(files);
}

/** Files with the list of what belongs to them, and the sum of each. */
export function withSums(files: ReadonlyMap<string, string>): Map<string, string> {
  const own = [...files].filter(([name]) => name !== SUMS_NAME);
  const sha256Of = Object.fromEntries(own.map(([name, text]) => [name, sumOf(text)]));
  return new Map([...own, [SUMS_NAME, withSum({ sha256Of })]]);
}

/** A shop that was read out of a file. */
export interface ReadShop {
  shop: ShopFile;
  /** Jobs that were damaged on the way and are left out, by the name of their file. */
  damaged: string[];
  /** Its sums were looked at: everything is as it left. False for files of before version 13, which have none. */
  checked: boolean;
}

/** Says which parts are not as they left; refuses what says nothing of itself any more. */
function checkSums(
  files: ReadonlyMap<string, string>,
  broken: readonly string[],
): Result<{ damaged: Set<string>; checked: boolean }, FileProblem[]> {
  const damaged = new Set(broken);
  const text = files.get(SUMS_NAME);
  const gone = (what: string) =>
    fail([{ path: '', message: `This file is damaged: ${what}. Nothing was taken in. Take another copy of it.` }]);
  if (damaged.has(SUMS_NAME)) return gone('the list of what belongs to it cannot be read');
  if (text === undefined) {
    const head = readJson(files.get(SHOP_NAME) ?? '');
    const version = (head.ok ? (head.value as { version?: unknown } | null) : null)?.version;
    return typeof version === 'number' && version >= SUMMED
      ? gone('the list of what belongs to it is missing')
      : ok({ damaged, checked: false });
  }
  const json = readJson(text);
  const list = json.ok ? withoutSum(json.value) : undefined;
  const sums = (list?.record as { sha256Of?: unknown } | null | undefined)?.sha256Of;
  if (!list?.checked || typeof sums !== 'object' || sums === null)
    return gone('the list of what belongs to it was changed');
  const named = new Map(Object.entries(sums));
  for (const [name, sum] of named) {
    const is = files.get(name);
    if (is === undefined || sumOf(is) !== sum) damaged.add(name);
  }
  for (const name of files.keys())
    if (name !== SUMS_NAME && !named.has(name)) return gone(`${name} does not belong to it`);
  return ok({ damaged, checked: true });
}

/**
 * Reads the files of a shop's zip. Jobs that were damaged on the way are left out and named; where the rest was, or anything is wrong in what was not
 * damaged, nothing is read.
 * @param files texts by name @param onProgress told how much is checked, 0 to 1
 * @param broken members that the zip itself says are not as they were
 */
export function readShopFiles(
  files: ReadonlyMap<string, string>,
  onProgress?: (share: number) => void,
  broken: readonly string[] = [],
): Result<ReadShop, FileProblem[]> {
  const sums = checkSums(files, broken);
  if (!sums.ok) return sums;
  const { damaged, checked } = sums.value;
  const whole = [SHOP_NAME, AIR_NAME, SHELF_NAME].filter((n) => damaged.has(n));
  if (whole.length > 0)
    return fail(
      whole.map((name) => ({
        path: name,
        message: 'This part was damaged on the way. Nothing was taken in. Take another copy of the file.',
      })),
    );
  const shopText = files.get(SHOP_NAME);
  const airText = files.get(AIR_NAME);
  if (shopText === undefined || airText === undefined)
    return fail([{ path: '', message: 'This is not a Stratocoat shop file: it holds no shop' }]);
  const head = readHead(shopText);
  const problems: FileProblem[] = head.ok ? [] : within(SHOP_NAME, head.error);
  const air = readJson(airText);
  const rows = air.ok ? parseReadings((air.value as { readings?: unknown } | null)?.readings, 'readings') : air;
  if (!rows.ok) problems.push(...within(AIR_NAME, rows.error as FileProblem[]));
  const shelf = readShelf(files.get(SHELF_NAME));
  if (!shelf.ok) problems.push(...within(SHELF_NAME, shelf.error));
  const names = [...files.keys()].filter((n) => n.startsWith(JOBS) && n.endsWith('.json') && !damaged.has(n)).sort();
  if (names.length > MAX_JOBS)
    return fail([{ path: '', message: `There are ${names.length} jobs; at most ${MAX_JOBS} may be` }]);
  const jobs: JobFile[] = [];
  const ids = new Set<string>();
  for (const [i, name] of names.entries()) {
    const r = readJobText(files.get(name) ?? '', undefined, (share) => onProgress?.((i + share) / names.length));
    if (!r.ok) problems.push(...within(name, r.error));
    else if (ids.has(r.value.job.id))
      problems.push({ path: name, message: `The job '${r.value.job.id}' is there twice` });
    else {
      ids.add(r.value.job.id);
      jobs.push(r.value);
    }
    if (problems.length > 1000) break;
  }
  if (problems.length > 0 || !head.ok || !rows.ok || !shelf.ok) return fail(problems);
  return ok({
    shop: { ...head.value, jobs, readings: rows.value.map(readingOfRow), shelf: shelf.value },
    damaged: [...damaged].sort(),
    checked,
  });
}

/** The shelf's log; none in files of version 8 and older. */
function readShelf(text: string | undefined): Result<ShelfRecord[], FileProblem[]> {
  if (text === undefined) return ok([]);
  const json = readJson(text);
  if (!json.ok) return json;
  const raw = (json.value as { records?: unknown } | null)?.records;
  if (!Array.isArray(raw) || raw.length > MAX_SHELF)
    return fail([{ path: 'records', message: `Records must be a list of at most ${MAX_SHELF}` }]);
  const records: ShelfRecord[] = [];
  const problems: FieldProblem[] = [];
  const ids = new Set<string>();
  for (const [i, r] of raw.entries()) {
    const read = parseShelfRecord(r);
    if (!read.ok) problems.push(...read.error.map((x) => ({ ...x, path: `records[${i}].${x.path}` })));
    else if (ids.has(read.value.id))
      problems.push({ path: `records[${i}].id`, message: `The record '${read.value.id}' is there twice` });
    else {
      ids.add(read.value.id);
      records.push(read.value);
    }
    if (problems.length > 1000) break;
  }
  return problems.length > 0 ? fail(problems) : ok(records);
}

const within = (name: string, problems: readonly FileProblem[]): FileProblem[] =>
  problems.map((p) => ({ ...p, path: p.path ? `${name}: ${p.path}` : name }));

function readHead(shopText: string): Result<Omit<ShopFile, 'jobs' | 'readings' | 'shelf'>, FileProblem[]> {
  const json = readJson(shopText);
  if (!json.ok) return json;
  const raw = json.value;
  if (typeof raw !== 'object' || raw === null) return fail([{ path: '', message: 'The shop is missing' }]);
  const { version } = raw as { version?: unknown };
  if (typeof version === 'number' && version > FORMAT_VERSION)
    return fail([
      {
        path: 'version',
        message: `This file is of version ${version}; this app reads up to ${FORMAT_VERSION}. Update the app, then take it in again.`,
      },
    ]);
  const head = validated<ShopFile & { products: unknown; alarms: unknown }>(HEAD, raw);
  if (!head.ok) return head;
  const { exportedMs, settings, workClocks, forecast } = head.value;
  const problems: FieldProblem[] = [];
  const products: Product[] = [];
  const rawProducts: unknown = head.value.products;
  if (!Array.isArray(rawProducts) || rawProducts.length > 5000)
    problems.push({ path: 'products', message: 'Products must be a list of at most 5000' });
  else
    for (const [i, p] of rawProducts.entries()) {
      const r = parseProduct(p);
      if (r.ok) products.push(r.value);
      else problems.push(...r.error.map((x) => ({ ...x, path: `products[${i}].${x.path}` })));
    }
  const heats = parseHeats(head.value.heats, 'heats');
  if (!heats.ok) problems.push(...heats.error);
  const alarms = Object.entries(head.value.alarms as Record<string, unknown>);
  if (
    alarms.length > 100_000 ||
    alarms.some(([k, v]) => k.length > 300 || typeof v !== 'number' || !(v >= 0 && v <= TIME_MS.max))
  )
    problems.push({ path: 'alarms', message: 'Alarms that were put away have a moment each' });
  if (problems.length > 0 || !heats.ok) return fail(problems);
  return ok({
    exportedMs,
    settings: { ...DEFAULT_SETTINGS, ...settings },
    products,
    heats: heats.value,
    alarms: Object.fromEntries(alarms) as Record<string, number>,
    workClocks,
    forecast,
  });
}
