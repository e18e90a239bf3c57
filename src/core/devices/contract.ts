import type { ForecastPoint } from '../air/climate';

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

/** What can be made to go wrong on the bench, for so many seconds. */
export const BENCH_FAULTS = ['dropout', 'hot', 'nan', 'future', 'junk'] as const;
export type BenchFault = (typeof BENCH_FAULTS)[number];
