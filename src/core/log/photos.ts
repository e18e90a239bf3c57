import type { Face, Point } from './job';

/** Taken before the work, or after it: two of one panel stand under one slider. */
export const PHOTO_SIDES = { before: 'Before', after: 'After' } as const;
export type PhotoSide = keyof typeof PHOTO_SIDES;

/** What is known of a photo; its picture is kept by itself, under the same id. */
export interface Photo {
  id: string;
  panelId: string;
  takenMs: number;
  widthPx: number;
  heightPx: number;
  /** Of the picture as it is kept. */
  bytes: number;
  side?: PhotoSide;
  /** What it shows, in somebody's words. */
  says?: string;
  /** A place on the drawing. */
  face?: Face;
  at?: Point;
  /** What it is of, where it is more than the panel. */
  faultId?: string;
  bagId?: string;
  eventId?: string;
}
