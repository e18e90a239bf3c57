import {
  DAY_MS,
  DEFAULT_METHOD,
  type AlarmKind,
  type ClimateReading,
  type ForecastPoint,
  type HeatPiece,
  type HouseMethod,
  type Job,
  type LogEvent,
  type Product,
  type ReadingSource,
  type UnitSystem,
} from '@/core';
import { eventFrom1 } from '@/core/formats/migrate';

/** Version of every record written now. Version 1 events held a coat's total film and humidity in per cent. */
export const RECORD_VERSION = 2;

export interface HeadRecord {
  v: number;
  job: Job;
  /** How many events are in the log: they stand under keys 1 to seq. Grows with every append. */
  seq: number;
}

export interface Settings {
  shopName: string;
  units: UnitSystem;
  /** 1, 1.25 or 1.5 times. */
  textScale: number;
  scheme: 'auto' | 'light' | 'dark';
  currency: string;
  /** Air to count with until a reading is logged. */
  tempC: number;
  rh: number;
  /** The shop's school where practitioners disagree. */
  method: HouseMethod;
  /** The blasting rig that was used last, see core/blast. */
  rig?: { boreMm: number; barG: number; airM3Min: number; rate: number; handRate: number; media: string };
  /** What rings. */
  alarms: AlarmKind[];
  sound: boolean;
}

export const DEFAULT_SETTINGS: Settings = {
  shopName: 'My workshop',
  units: 'metric',
  textScale: 1,
  scheme: 'auto',
  currency: '€',
  tempC: 20,
  rh: 0.5,
  method: DEFAULT_METHOD,
  alarms: ['flash', 'ready', 'closing'],
  sound: true,
};

export interface ShopRecord {
  v: number;
  jobIds: string[];
  /** Grows with every change of the shop's own data. */
  seq: number;
  settings: Settings;
  products: Product[];
  /** For the demo: how it was filled, so that it can be told from what a user did to it. */
  seeded?: { atMs: number; seqs: Record<string, number> };
}

/** A heat that is planned: of the room, or of some zones of a job. */
export interface HeatPlan extends HeatPiece {
  id: string;
  jobId?: string;
  zoneIds?: string[];
}

export interface Forecast {
  issuedMs: number;
  points: ForecastPoint[];
}

/** Everything known of the shop's room: what was read, what is forecast, which heat is planned. */
export interface Climate {
  readings: readonly ClimateReading[];
  forecast: Forecast | null;
  heats: readonly HeatPlan[];
  /** Records that could not be read, by key. They are left where they are. */
  unreadable: string[];
}

/** One record holds one day's readings (UTC), each as [ms, °C, fraction, source, surface °C]. */
type ReadingRow = [number, number, number, ReadingSource, number?];
export interface ClimateRecord {
  v: number;
  readings: ReadingRow[];
}

export const climateRecord = (readings: readonly ClimateReading[]): string =>
  JSON.stringify({
    v: RECORD_VERSION,
    readings: readings.map((r) =>
      r.surfaceC === undefined ? [r.atMs, r.tempC, r.rh, r.source] : [r.atMs, r.tempC, r.rh, r.source, r.surfaceC],
    ),
  } satisfies ClimateRecord);

export const climateFromRecord = (text: string): ClimateReading[] =>
  (JSON.parse(text) as ClimateRecord).readings.map(([atMs, tempC, rh, source, surfaceC]) => ({
    atMs,
    tempC,
    rh,
    source,
    ...(surfaceC !== undefined && { surfaceC }),
  }));

export const dayOf = (atMs: number): number => Math.floor(atMs / DAY_MS);

export const CLIMATE = 'climate/';
export const keys = {
  shop: 'shop',
  head: (jobId: string) => `job/${jobId}/head`,
  event: (jobId: string, n: number) => `job/${jobId}/event/${String(n).padStart(7, '0')}`,
  climate: (atMs: number) => `${CLIMATE}${new Date(atMs).toISOString().slice(0, 10)}`,
  forecast: 'forecast',
  heats: 'heats',
  alarms: 'alarms',
  draft: (name: string) => `draft/${name}`,
};

/** An event record of any version, as the event of today. */
export function eventFromRecord(text: string): LogEvent {
  const r = JSON.parse(text) as { v: number; event: unknown };
  return (r.v < 2 ? eventFrom1(r.event) : r.event) as LogEvent;
}
export const eventRecord = (event: LogEvent): string => JSON.stringify({ v: RECORD_VERSION, event });
