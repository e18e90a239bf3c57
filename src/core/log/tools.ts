import { keysOf } from '../keysOf';
/** ISO 6344 grits that the trade uses, coarse to fine. */
export const GRITS = [
  24, 36, 40, 60, 80, 100, 120, 150, 180, 220, 240, 280, 320, 360, 400, 500, 600, 800, 1000, 1200, 1500, 2000, 2500,
  3000, 5000, 8000,
] as const;

/** Ways of taking a coating off by hand. */
export const STRIP_METHOD_NAMES = {
  chemical: 'Chemical',
  scraper: 'Scraper',
  wireWheel: 'Wire wheel',
  flapDisc: 'Flap disc',
  sander: 'Sander',
  heat: 'Heat',
} as const;
export type StripMethod = keyof typeof STRIP_METHOD_NAMES;
export const STRIP_METHODS = keysOf(STRIP_METHOD_NAMES);

/** What paper is held by. */
export const SAND_TOOL_NAMES = {
  block: 'Block',
  longBoard: 'Long board',
  orbital: 'Orbital',
  hand: 'By hand',
  pad: 'Soft pad',
  bodyFile: 'Body file',
} as const;
export type SandTool = keyof typeof SAND_TOOL_NAMES;
export const SAND_TOOLS = keysOf(SAND_TOOL_NAMES);

/** How a part that was sent out came back. */
export const RETURNED_AS_NAMES = {
  asSent: 'As it went',
  bare: 'Bare',
  coated: 'Coated over what was on it',
  recoated: 'Taken to bare, then coated',
  unknown: 'Nobody knows',
} as const;
export type ReturnedAs = keyof typeof RETURNED_AS_NAMES;
export const RETURNED_AS = keysOf(RETURNED_AS_NAMES);

/** What a measured event may state. Film values in µm, temperatures in °C, humidity as a fraction. */
export const MEASURES = ['filmTotal', 'air', 'heights', 'gap', 'colour'] as const;
