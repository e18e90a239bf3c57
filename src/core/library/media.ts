import { keysOf } from '../keysOf';
/** Generic blast media. Consumption at the reference nozzle (6.4 mm, 6.9 bar); usual yard figures, to be replaced by one's own. */
export interface MediaRecord {
  name: string;
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
  /** What stays on the metal and has to be washed off. */
  residue?: 'soda';
}

const media = (
  name: string,
  profileUm: number,
  kgH: number,
  cuts: number,
  pricePerKg: number,
  hardness: MediaRecord['hardness'],
  dust: MediaRecord['dust'],
): MediaRecord => ({ name, profileUm, kgH, cuts, pricePerKg, hardness, dust });

/**
 * By id. The ids are the words that the log had from the beginning; what is shown is the name, which may change.
 */
const MEDIA_RECORDS = {
  'Crushed glass': media('Crushed glass', 50, 190, 0.9, 0.5, 'hard', 'some'),
  Slag: media('Slag', 75, 220, 1, 0.35, 'hard', 'much'),
  Garnet: media('Garnet', 60, 200, 1.1, 0.8, 'hard', 'little'),
  'Fine crushed glass': media('Fine crushed glass', 25, 160, 0.6, 0.6, 'fine', 'some'),
  'Glass beads': media('Glass beads', 10, 170, 0.4, 1.2, 'fine', 'little'),
  Plastic: media('Plastic', 5, 110, 0.45, 3.5, 'soft', 'some'),
  Soda: { ...media('Soda', 2, 80, 0.35, 1.6, 'soft', 'much'), residue: 'soda' },
} as const satisfies Record<string, MediaRecord>;
export type MediaId = keyof typeof MEDIA_RECORDS;
export const MEDIA: { readonly [M in MediaId]: MediaRecord } = MEDIA_RECORDS;
export const MEDIA_IDS = keysOf(MEDIA_RECORDS);
export type Media = MediaRecord & { id: MediaId };

/** The shipped media of an id; undefined for one that nobody knows. */
export const mediaOf = (id: string): Media | undefined =>
  Object.hasOwn(MEDIA, id) ? { id: id as MediaId, ...MEDIA[id as MediaId] } : undefined;

/** What a media is called: one that is not shipped stands in the log by its words. */
export const mediaName = (id: string): string => mediaOf(id)?.name ?? id;
