import type { CalendarMoment } from '@/core/formats/ical';
import { loadFormats } from './boundary';
import type { OpenJob } from './openJob';

/** Hands a text to the browser as a download. */
export const saveText = (name: string, text: string, type: string): void => save(name, new Blob([text], { type }));
export const saveBytes = (name: string, bytes: Uint8Array, type: string): void =>
  save(name, new Blob([bytes as Uint8Array<ArrayBuffer>], { type }));

function save(name: string, data: Blob): void {
  const url = URL.createObjectURL(data);
  const a = document.createElement('a');
  a.href = url;
  a.download = name;
  a.click();
  setTimeout(() => URL.revokeObjectURL(url), 10_000);
}

/** A name as a file may have it. */
export const slug = (s: string): string =>
  s
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-|-$/g, '') || 'job';

/** Lets the user pick a file. Null if they think better of it. */
export function pickFile(accept: string): Promise<File | null> {
  return new Promise((resolve) => {
    const input = document.createElement('input');
    input.type = 'file';
    input.accept = accept;
    input.onchange = () => resolve(input.files?.[0] ?? null);
    input.oncancel = () => resolve(null);
    input.click();
  });
}

/** Writes moments of a job's clocks to a calendar file. Throws with a sentence where there are none. */
export const exportCalendar = (open: OpenJob, moments: readonly CalendarMoment[], now: number): Promise<void> =>
  saveCalendar(open.job.name, moments, now);

/** Writes moments to a calendar file of a name. Throws with a sentence where there are none. */
export async function saveCalendar(name: string, moments: readonly CalendarMoment[], now: number): Promise<void> {
  const { writeCalendar } = await loadFormats();
  const r = writeCalendar(moments, name, now);
  if (!r.ok) throw new Error(r.error);
  saveText(`${slug(name)}.ics`, r.value, 'text/calendar');
}

/** A picture that somebody took, as its pixels, no larger than `most` px on its longer side; and its address, to show it. */
export interface OpenedPicture {
  width: number;
  height: number;
  data: Uint8ClampedArray;
  url: string;
}

/** Reads a picture in the browser. Throws with a sentence where it is none. */
export async function readPicture(file: Blob, most: number): Promise<OpenedPicture> {
  let bitmap: ImageBitmap;
  try {
    bitmap = await createImageBitmap(file, { imageOrientation: 'from-image' });
  } catch {
    throw new Error('This is no picture that the browser can read. A JPEG or PNG is.');
  }
  const scale = Math.min(1, most / Math.max(bitmap.width, bitmap.height));
  const width = Math.max(1, Math.round(bitmap.width * scale));
  const height = Math.max(1, Math.round(bitmap.height * scale));
  const canvas = document.createElement('canvas');
  canvas.width = width;
  canvas.height = height;
  const context = canvas.getContext('2d', { willReadFrequently: true, colorSpace: 'srgb' });
  if (!context) throw new Error('The browser gives no room to read the picture in');
  context.drawImage(bitmap, 0, 0, width, height);
  bitmap.close();
  const { data } = context.getImageData(0, 0, width, height);
  return { width, height, data, url: canvas.toDataURL('image/jpeg', 0.85) };
}
