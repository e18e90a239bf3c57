import type { Face, Job, Point } from './job';

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

/** What a panel looked like first before the work, and last after it; undefined where one of them is missing. */
export function beforeAndAfter(photos: readonly Photo[], panelId: string): { before: Photo; after: Photo } | undefined {
  const of = (side: PhotoSide) =>
    photos.filter((p) => p.panelId === panelId && p.side === side).sort((a, b) => a.takenMs - b.takenMs);
  const [before] = of('before');
  const after = of('after').pop();
  return before && after && { before, after };
}

/** Photos that the job still knows of: those on it, and those that are away only because their panel is, which may come back with it. */
export const photosNamed = (job: Pick<Job, 'photos' | 'gone'>): string[] => [
  ...(job.photos ?? []).map((p) => p.id),
  ...Object.entries(job.gone ?? {}).flatMap(([part, g]) =>
    part.startsWith('photos/') && g.atMs === undefined ? [g.was.id] : [],
  ),
];
