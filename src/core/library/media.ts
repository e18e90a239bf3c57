import { keysOf } from '../keysOf';
/** Generic blast media. Consumption at the reference nozzle (6.4 mm, 6.9 bar); usual yard figures, to be replaced by one's own. */
export interface MediaRecord {
  /** Profile that it leaves on mild steel, µm. */
  profileUm: number;
  /** kg/h through the reference nozzle. */
  kgH: number;
  /** How quickly it cuts beside slag. */
  cuts: number;
  pricePerKg: number;
  /** How it hits: hard cuts metal and warps thin sheet, fine still hits, soft lifts paint only. */
  hardness: 'hard' | 'fine' | 'soft';
  dust: 'little' | 'some' | 'much';
}

/** By the name that an entry in the log has. */
export const MEDIA = {
  'Crushed glass': { profileUm: 50, kgH: 190, cuts: 0.9, pricePerKg: 0.5, hardness: 'hard', dust: 'some' },
  Slag: { profileUm: 75, kgH: 220, cuts: 1, pricePerKg: 0.35, hardness: 'hard', dust: 'much' },
  Garnet: { profileUm: 60, kgH: 200, cuts: 1.1, pricePerKg: 0.8, hardness: 'hard', dust: 'little' },
  'Fine crushed glass': { profileUm: 25, kgH: 160, cuts: 0.6, pricePerKg: 0.6, hardness: 'fine', dust: 'some' },
  'Glass beads': { profileUm: 10, kgH: 170, cuts: 0.4, pricePerKg: 1.2, hardness: 'fine', dust: 'little' },
  Plastic: { profileUm: 5, kgH: 110, cuts: 0.45, pricePerKg: 3.5, hardness: 'soft', dust: 'some' },
  Soda: { profileUm: 2, kgH: 80, cuts: 0.35, pricePerKg: 1.6, hardness: 'soft', dust: 'much' },
} as const satisfies Record<string, MediaRecord>;
export type MediaName = keyof typeof MEDIA;
export const MEDIA_NAMES = keysOf(MEDIA);
export type Media = MediaRecord & { name: MediaName };

/** The shipped media of a name; undefined for one that nobody knows. */
export const mediaOf = (name: string): Media | undefined =>
  Object.hasOwn(MEDIA, name) ? { name: name as MediaName, ...MEDIA[name as MediaName] } : undefined;
