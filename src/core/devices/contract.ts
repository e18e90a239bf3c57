import type { ClimateReading, ForecastPoint } from '../air/climate';
import type { Result } from '../result';
import type { Message } from '../units/phrase';
import { acceptFilm, acceptForecast, acceptReading, acceptScan, acceptSurface } from './accept';
import { acceptScale, type ScaleReading } from './scale';
import { acceptSpectro, type SpectroReading } from './spectro';
import type { ScanPoint } from './surface';

/** What a bench says of itself. docs/devices.md is the contract that a real device has to meet. */
export interface BenchInfo {
  bench: 'stratocoat-bench';
  version: 1;
}

/** One reading of the climate logger, as it comes over the wire. */
export interface LoggerMessage {
  /** ms since 1970. */
  atMs: number;
  tempC: number;
  /** Fraction. */
  rh: number;
}

export interface SurfaceMessage {
  atMs: number;
  surfaceC: number;
}

export interface ForecastMessage {
  issuedMs: number;
  points: ForecastPoint[];
}

/** A scan of a panel, from its top left, mm. */
export interface ScanMessage {
  atMs: number;
  points: ScanPoint[];
}

/** One reading of a film gauge, everything over the substrate, µm. */
export interface FilmMessage {
  atMs: number;
  filmUm: number;
}

/** What can be made to go wrong on the bench, for so many seconds. */
export const BENCH_FAULTS = [
  'dropout',
  'hot',
  'nan',
  'future',
  'junk',
  'shaking',
  'drifting',
  'ounces',
  'curved',
] as const;
export type BenchFault = (typeof BENCH_FAULTS)[number];

/** What each device gives once it has been judged. */
export interface DeviceReadings {
  climate: ClimateReading;
  /** °C. */
  surface: number;
  forecast: { issuedMs: number; points: ForecastPoint[] };
  /** Heights all over a panel, mm. */
  scanner: ScanPoint[];
  /** Film over the substrate, µm. */
  gauge: number;
  /** What stands on the scale, g. */
  scale: ScaleReading;
  /** Reflectance at each of its angles. */
  spectro: SpectroReading;
}
export type DeviceName = keyof DeviceReadings;

/** A device on the bench. */
export interface DeviceRecord<T> {
  /** Where it answers, under the address of the bench. */
  path: `/${string}`;
  /** Judges what came over the wire; a sentence says what is wrong with it. @param nowMs this page's time, ms */
  accept(raw: unknown, nowMs: number): Result<T, Message>;
  /** What a person is told when it does not answer. */
  silent: string;
}

/** Every device that the app can listen to, complete by type. */
export const DEVICES: { readonly [D in DeviceName]: DeviceRecord<DeviceReadings[D]> } = {
  climate: {
    path: '/climate',
    accept: (raw, nowMs) => acceptReading(raw, 'logger', nowMs),
    silent: 'The logger does not answer',
  },
  surface: {
    path: '/surface',
    accept: acceptSurface,
    silent: 'The thermometer does not answer. Type what you read.',
  },
  forecast: { path: '/forecast', accept: acceptForecast, silent: 'There is no forecast to be had' },
  scanner: { path: '/scan', accept: acceptScan, silent: 'The scanner does not answer. Read it by straightedge.' },
  scale: { path: '/scale', accept: acceptScale, silent: 'The scale does not answer. Type what it shows.' },
  spectro: {
    path: '/spectro',
    accept: acceptSpectro,
    silent: 'The instrument does not answer: is it plugged in? Type what it shows, take its file, or look by eye.',
  },
  gauge: { path: '/film', accept: acceptFilm, silent: 'The gauge does not answer. Type what you read.' },
};
