import type { BlastCoating } from '../log/job';
import type { MediaName, SubstrateKind } from '../log/kinds';

/** Generic media. Consumption at the reference nozzle (6.4 mm, 6.9 bar); usual yard figures, to be replaced by one's own. */
export interface Media {
  id: string;
  name: MediaName;
  /** kg/h through the reference nozzle. */
  kgH: number;
  /** How quickly it cuts beside slag. */
  cuts: number;
  pricePerKg: number;
  /** Hits hard enough to warp thin sheet. */
  hard: boolean;
  /** What it may be used on. */
  on: readonly SubstrateKind[];
  dust: 'little' | 'some' | 'much';
}

export const MEDIA: readonly Media[] = [
  {
    id: 'glass',
    name: 'Crushed glass',
    kgH: 190,
    cuts: 0.9,
    pricePerKg: 0.5,
    hard: true,
    on: ['steel'],
    dust: 'some',
  },
  {
    id: 'slag',
    name: 'Slag',
    kgH: 220,
    cuts: 1,
    pricePerKg: 0.35,
    hard: true,
    on: ['steel'],
    dust: 'much',
  },
  {
    id: 'garnet',
    name: 'Garnet',
    kgH: 200,
    cuts: 1.1,
    pricePerKg: 0.8,
    hard: true,
    on: ['steel'],
    dust: 'little',
  },
  {
    id: 'fine-glass',
    name: 'Fine crushed glass',
    kgH: 160,
    cuts: 0.6,
    pricePerKg: 0.6,
    hard: false,
    on: ['steel', 'aluminium'],
    dust: 'some',
  },
  {
    id: 'beads',
    name: 'Glass beads',
    kgH: 170,
    cuts: 0.4,
    pricePerKg: 1.2,
    hard: false,
    on: ['steel', 'aluminium'],
    dust: 'little',
  },
  {
    id: 'plastic',
    name: 'Plastic',
    kgH: 110,
    cuts: 0.45,
    pricePerKg: 3.5,
    hard: false,
    on: ['steel', 'galvanised', 'aluminium', 'glassfibre', 'smc', 'plastic'],
    dust: 'some',
  },
  {
    id: 'soda',
    name: 'Soda',
    kgH: 80,
    cuts: 0.35,
    pricePerKg: 1.6,
    hard: false,
    on: ['steel', 'galvanised', 'aluminium', 'glassfibre', 'smc', 'plastic'],
    dust: 'much',
  },
];
export const mediaById = (id: string): Media | undefined => MEDIA.find((m) => m.id === id || m.name === id);

/** What slag through the reference nozzle takes off in an hour, m², and a wire wheel by hand. */
export const COATING_RATES: Record<BlastCoating, { name: string; m2H: number; wheelM2H: number }> = {
  none: { name: 'Bare, for profile', m2H: 18, wheelM2H: 3 },
  thinPaint: { name: 'Thin paint', m2H: 14, wheelM2H: 1 },
  thickPaint: { name: 'Thick paint', m2H: 9, wheelM2H: 0.6 },
  rust: { name: 'Rust', m2H: 11, wheelM2H: 0.7 },
  underseal: { name: 'Underseal', m2H: 6, wheelM2H: 0.35 },
  filler: { name: 'Old filler', m2H: 7, wheelM2H: 0.3 },
};

/** Sheet under this, in one flat piece over that, warps when it is hit hard. Usual limits of the trade. */
const THIN_UM = 1300;
const FLAT_CM2 = 2000;
const GENTLE_BAR = 4;

/**
 * Whether blasting bends the panel: thin, flat and large, hard media, high pressure.
 * @returns none; some: with care at low pressure and from a distance; high: not like this
 */
export function warpRisk(
  panel: { thicknessUm: number; areaCm2: number },
  media: Pick<Media, 'hard'>,
  barG: number,
): 'none' | 'some' | 'high' {
  if (panel.thicknessUm >= THIN_UM || panel.areaCm2 < FLAT_CM2) return 'none';
  if (media.hard) return barG > GENTLE_BAR ? 'high' : 'some';
  return barG > GENTLE_BAR ? 'some' : 'none';
}
