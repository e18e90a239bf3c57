import type { Photo } from '../log/photos';
import type { FieldProblem } from '../result';

/** A picture as it is kept at most, signs of base64: about half a megabyte. */
export const MOST_PICTURE_SIGNS = 700_000;
/** Pictures of a job, by the id of their photo: JPEG as base64. */
export type Pictures = Readonly<Record<string, string>>;

const BASE64 = /^[A-Za-z0-9+/]+={0,2}$/;
/** Segments of a JPEG that tell where, when and by what it was taken: Exif and its like, and what photo software writes. */
const TELLING = [0xe1, 0xed];
/** From here on a JPEG is the picture itself. */
const SCAN = 0xda;
/** Its first part is looked at, signs of base64: segments stand before the picture. */
const HEAD_SIGNS = 400_000;

/** What is wrong with a picture, in words; undefined where it is a JPEG that tells nothing of place and device. */
export function pictureProblem(base64: unknown): string | undefined {
  if (typeof base64 !== 'string' || base64.length % 4 !== 0 || !BASE64.test(base64)) return 'A picture is not base64';
  if (base64.length > MOST_PICTURE_SIGNS) return 'A picture is larger than any that this app keeps';
  const head = atob(base64.slice(0, HEAD_SIGNS));
  const byte = (i: number) => head.charCodeAt(i);
  if (byte(0) !== 0xff || byte(1) !== 0xd8 || byte(2) !== 0xff) return 'A picture is no JPEG';
  for (let at = 2; at + 4 <= head.length;) {
    if (byte(at) !== 0xff) return 'A picture is broken';
    const kind = byte(at + 1);
    if (kind === SCAN) return undefined;
    if (TELLING.includes(kind)) return 'A picture carries data of where or how it was taken';
    const long = byte(at + 2) * 256 + byte(at + 3);
    if (long < 2) return 'A picture is broken';
    at += 2 + long;
  }
  return 'A picture is broken';
}

/** What is wrong with the pictures of a job file. */
export function picturesProblems(raw: unknown, photos: readonly Photo[]): FieldProblem[] {
  if (raw === undefined) return [];
  if (typeof raw !== 'object' || raw === null || Array.isArray(raw))
    return [{ path: 'pictures', message: 'Pictures are no list by photo' }];
  const ids = new Set(photos.map((p) => p.id));
  return Object.entries(raw).flatMap(([id, picture]) => {
    const message = ids.has(id) ? pictureProblem(picture) : 'A picture is of no photo of the job';
    return message === undefined ? [] : [{ path: `pictures.${id}`, message }];
  });
}
