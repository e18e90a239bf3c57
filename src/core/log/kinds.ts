/** Every kind of thing that can happen to a panel, in the order of the work. */
export const EVENT_KINDS = [
  'found',
  'marked',
  'stripped',
  'blasted',
  'treated',
  'repaired',
  'filled',
  'coated',
  'guideCoated',
  'sanded',
  'cleaned',
  'baked',
  'measured',
  'polished',
  'masked',
  'fitted',
  'removed',
  'voided',
  'replaced',
] as const;
export type EventKind = (typeof EVENT_KINDS)[number];

/** ISO 6344 grits that the trade uses, coarse to fine. */
export const GRITS = [
  24, 36, 40, 60, 80, 100, 120, 150, 180, 220, 240, 280, 320, 360, 400, 500, 600, 800, 1000, 1200, 1500, 2000, 2500,
  3000, 5000,
] as const;

export const STRIP_METHODS = ['chemical', 'scraper', 'wireWheel', 'flapDisc', 'sander', 'heat'] as const;
export type StripMethod = (typeof STRIP_METHODS)[number];

export const SAND_TOOLS = ['block', 'longBoard', 'orbital', 'hand', 'pad'] as const;
export type SandTool = (typeof SAND_TOOLS)[number];

export const SUBSTRATES = ['steel', 'galvanised', 'aluminium', 'glassfibre', 'smc', 'plastic'] as const;
export type SubstrateKind = (typeof SUBSTRATES)[number];

export const SUBSTRATE_NAMES: Record<SubstrateKind, string> = {
  steel: 'Mild steel',
  galvanised: 'Galvanised steel',
  aluminium: 'Aluminium',
  glassfibre: 'Glassfibre',
  smc: 'Moulded sheet compound',
  plastic: 'Plastic',
};

export const isMetal = (s: SubstrateKind): boolean => s === 'steel' || s === 'galvanised' || s === 'aluminium';

/** How an application puts product on; sets the transfer efficiency. */
export const APPLICATIONS = ['lowPressureGun', 'conventionalGun', 'aerosol', 'brush', 'spreader'] as const;
export type Application = (typeof APPLICATIONS)[number];

/** What a measured event may state. Film values in µm, temperatures in °C, humidity as a fraction. */
export const MEASURES = ['filmTotal', 'air'] as const;
export type MeasureKind = (typeof MEASURES)[number];

/** Blast media by name, with the profile that each leaves on mild steel, µm; `blast/media` holds the rest. */
export const MEDIA_PROFILES_UM = {
  'Crushed glass': 50,
  Slag: 75,
  Garnet: 60,
  'Fine crushed glass': 25,
  'Glass beads': 10,
  Plastic: 5,
  Soda: 2,
} as const;
export type MediaName = keyof typeof MEDIA_PROFILES_UM;
export const MEDIA_NAMES = Object.keys(MEDIA_PROFILES_UM) as MediaName[];
