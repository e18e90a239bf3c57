import {
  airDay,
  DAY_MS,
  DEFAULT_METHOD,
  type AirDay,
  type ClimateReading,
  type Forecast,
  type HeatPlan,
  type Job,
  type LogEvent,
  type PanelMap,
  type Point,
  type Product,
  type WorkClock,
} from '@/core';
import type { ShelfRecord } from '@/core/log/shelf';
import { readingOfRow, readingRow, type ReadingRow } from '@/core/formats/readingRow';
import { readRecord, writeRecord } from '@/core/formats/migrate';
import { stampProduct } from '@/core/library/mergeProduct';
import { DEFAULT_SETTINGS, type Settings } from '@/core/formats/settings';

export { DEFAULT_SETTINGS, type Settings } from '@/core/formats/settings';

/**
 * What an append writes beside its event, small on purpose. `seq`: how many entries the log has, under keys 1 to seq. `no` grows with
 * every change of what the job is about (its body, or a drawing).
 */
export interface HeadRecord {
  seq: number;
  no: number;
  /** Only in records of version 4 and older: the job stood in its head. */
  job?: Job;
}

/** A job without its drawings: each of those is a record with a number of its own. */
export interface BodyRecord {
  job: Job;
  /** Number of each panel's drawing; panels that nobody drew have none. */
  drawings: Record<string, number>;
}

/** The drawing of one panel, with the outlines of its zones. */
export interface DrawingRecord {
  no: number;
  map?: PanelMap;
  outlines: Record<string, Point[]>;
}

export interface ShopRecord {
  jobIds: string[];
  /** Grows with every change of the shop's own data. */
  seq: number;
  settings: Settings;
  products: Product[];
  /** For the demo: how it was filled, so that it can be told from what a user did to it. */
  seeded?: Seeding;
}

/** The shop with a product of its own, new or changed; what changed in it has its moment. */
export const withProduct = (s: ShopRecord, p: Product, nowMs: number): ShopRecord => ({
  ...s,
  products: [
    stampProduct(
      s.products.find((x) => x.id === p.id),
      p,
      nowMs,
    ),
    ...s.products.filter((x) => x.id !== p.id),
  ],
});

/** When the demo was filled, and the numbers that its jobs had then. */
export interface Seeding {
  atMs: number;
  seqs: Record<string, number>;
  /** Absent in records of version 4 and older. */
  nos?: Record<string, number>;
}

/** The last file of the whole shop: when it was written, and how many changes had been made in all. */
export interface Backup {
  atMs: number;
  changes?: number;
  /** Only in records of before changes were counted: how many entries were in it. */
  entries?: number;
}

/** What was read in the shop's room, by day. */
export interface RoomLog {
  days: readonly AirDay<ClimateReading>[];
  /** Records that could not be read, by key. They are left where they are. */
  unreadable: string[];
}

/** One record holds one day's readings (UTC). */
export const climateRecord = (readings: readonly ClimateReading[]): string =>
  writeRecord({ readings: readings.map(readingRow) });

const climateFromRecord = (text: string): ClimateReading[] =>
  readRecord<{ readings: ReadingRow[] }>('climate', text).readings.map(readingOfRow);

/** A day's record as a day of air. Throws on one that cannot be read. */
export function dayFromRecord(text: string): AirDay<ClimateReading> {
  const readings = climateFromRecord(text);
  return airDay(Math.floor(readings[0]!.atMs / DAY_MS), readings);
}

export const CLIMATE = 'climate/';
/** The log of a job, or of the shop: its head and its entries. */
export const logKeys = (log: string) => ({
  head: `${log}/head`,
  event: (n: number) => `${log}/event/${String(n).padStart(7, '0')}`,
  numberOf: (key: string) => Number(key.slice(`${log}/event/`.length)),
});
/** The shop's own log: what stands on the shelf belongs to no job. */
export const SHOP_LOG = 'shop-log';
export const jobLog = (jobId: string): string => `job/${jobId}`;
export const keys = {
  shop: 'shop',
  head: (jobId: string) => logKeys(jobLog(jobId)).head,
  event: (jobId: string, n: number) => logKeys(jobLog(jobId)).event(n),
  /** The beginning of the keys of a job's entries. */
  events: (jobId: string) => `${jobLog(jobId)}/event/`,
  body: (jobId: string) => `${jobLog(jobId)}/body`,
  drawing: (jobId: string, panelId: string) => `${jobLog(jobId)}/drawing/${panelId}`,
  climate: (atMs: number) => `${CLIMATE}${new Date(atMs).toISOString().slice(0, 10)}`,
  forecast: 'forecast',
  heats: 'heats',
  alarms: 'alarms',
  workClocks: 'work-clocks',
  backup: 'backup',
  /** With which phones jobs are shared: it holds keys, and goes into no file. */
  sharing: 'sharing',
  draft: (name: string) => `draft/${name}`,
};

/** A record of the log: one entry, or since version 8 a block of them. */
export const eventsFromRecord = (text: string): LogEvent[] => {
  const { event, events } = readRecord<{ event?: LogEvent; events?: LogEvent[] }>('event', text);
  if (events) return events;
  if (!event) throw new TypeError('The record holds no entry');
  return [event];
};
export const eventsRecord = (events: readonly LogEvent[]): string =>
  writeRecord(events.length === 1 ? { event: events[0] } : { events });
/** A record of the shop's log: one of the shelf's, or a block of them. */
export const shelfFromRecord = (text: string): ShelfRecord[] => {
  const { record, records } = readRecord<{ record?: ShelfRecord; records?: ShelfRecord[] }>('shelf', text);
  if (records) return records;
  if (!record) throw new TypeError('The record holds nothing');
  return [record];
};
export const shelfRecord = (records: readonly ShelfRecord[]): string =>
  writeRecord(records.length === 1 ? { record: records[0] } : { records });
export const headFromRecord = (text: string): HeadRecord => readRecord<HeadRecord>('head', text);
export const headRecord = ({ seq, no }: HeadRecord): string => writeRecord({ seq, no });
export const shopFromRecord = (text: string): ShopRecord => {
  const r = readRecord<ShopRecord>('shop', text);
  const method = { ...DEFAULT_METHOD, ...r.settings?.method };
  return { ...r, settings: { ...DEFAULT_SETTINGS, ...r.settings, method } };
};
export const heatsFromRecord = (text: string): HeatPlan[] => readRecord<{ heats: HeatPlan[] }>('heats', text).heats;
export const alarmsFromRecord = (text: string): Record<string, number> =>
  readRecord<{ done: Record<string, number> }>('alarms', text).done;
export const workClocksFromRecord = (text: string): WorkClock[] =>
  readRecord<{ clocks: WorkClock[] }>('workClocks', text).clocks;
export const forecastFromRecord = (text: string): Forecast | null =>
  readRecord<{ forecast: Forecast | null }>('forecast', text).forecast;

/** A job as its body and its drawings, each drawing by its panel. */
export function partsOf(job: Job): { body: Job; drawings: Map<string, Omit<DrawingRecord, 'no'>> } {
  const drawings = new Map<string, Omit<DrawingRecord, 'no'>>();
  for (const { id, map } of job.panels) {
    const outlines = Object.fromEntries(
      job.zones.flatMap((z) => (z.panelId === id && z.outline ? [[z.id, z.outline] as const] : [])),
    );
    if (map || Object.keys(outlines).length > 0) drawings.set(id, { ...(map && { map }), outlines });
  }
  const body: Job = {
    ...job,
    panels: job.panels.map(({ map: _, ...p }) => p),
    zones: job.zones.map(({ outline: _, ...z }) => z),
  };
  return { body, drawings };
}

/** The job of its parts again. */
export function jobOf(body: Job, drawings: ReadonlyMap<string, Omit<DrawingRecord, 'no'>>): Job {
  return {
    ...body,
    panels: body.panels.map((p) => {
      const map = drawings.get(p.id)?.map;
      return map ? { ...p, map } : p;
    }),
    zones: body.zones.map((z) => {
      // A zone's id may be any word, also one that every object has, such as 'constructor'.
      const outlines = drawings.get(z.panelId)?.outlines ?? {};
      const outline = Object.hasOwn(outlines, z.id) ? outlines[z.id] : undefined;
      return outline ? { ...z, outline } : z;
    }),
  };
}

/** Whether a panel's drawing is another one: drawings that nothing changed are the same objects. */
export const isRedrawn = (a: Omit<DrawingRecord, 'no'> | undefined, b: Omit<DrawingRecord, 'no'>): boolean => {
  if (!a || a.map !== b.map) return true;
  const [had, has] = [Object.keys(a.outlines), Object.keys(b.outlines)];
  return had.length !== has.length || has.some((z) => !Object.hasOwn(a.outlines, z) || a.outlines[z] !== b.outlines[z]);
};
