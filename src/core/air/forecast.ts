import type { ForecastPoint } from './climate';

/** How much water the night has against what was read, or against a night whose low is nearly its dew point: a factor on its vapour pressure. */
export const DAMPNESS = {
  dry: { name: 'Dry', water: 0.75 },
  usual: { name: 'Usual', water: 1 },
  damp: { name: 'Damp', water: 1.15 },
} as const satisfies Record<string, { name: string; water: number }>;
export type Dampness = keyof typeof DAMPNESS;

/** Where the low and the high hold: in the yard, which a room follows slowly, or in the room itself. */
export type ForecastPlace = 'yard' | 'room';

/** What somebody knows of the coming night and day. */
export interface TypedForecast {
  /** Tonight's low and tomorrow's high, °C. */
  lowC: number;
  highC: number;
  dampness: Dampness;
  place: ForecastPlace;
  /** Rain between, ms; absent: none. */
  rain?: { fromMs: number; toMs: number };
}

/** The air ahead as somebody told it at a moment. */
export interface Forecast {
  issuedMs: number;
  /** As they were told: what the model makes of the same words later changes nothing of them. */
  points: ForecastPoint[];
  /** What somebody typed, if no device told it. */
  typed?: TypedForecast;
}
