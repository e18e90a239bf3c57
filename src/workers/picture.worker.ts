import { expose } from 'comlink';
import { imageSize } from 'image-size';

/** On its longer side a picture is kept so large, px; and so many bytes at most. */
const LONGEST_PX = 1600;
const MOST_BYTES = 200_000;
/** Larger ones are not even opened: the browser would run out of memory, Mpx. */
const MOST_MPX = 100;
/** Its size stands in its first part, bytes. */
const HEAD_BYTES = 600_000;
const QUALITIES = [0.82, 0.72, 0.6, 0.48, 0.36] as const;

/** A picture made small, upright, and without what tells where and by what it was taken; or why it is none, in words. */
export type SmallPicture = { base64: string; widthPx: number; heightPx: number; bytes: number } | { problem: string };

async function shrink(file: Blob): Promise<SmallPicture> {
  if (file.type.startsWith('video/')) return { problem: 'This is a video. Take a still picture of it.' };
  if (file.size === 0) return { problem: 'This file is empty.' };
  const size = sizeIn(new Uint8Array(await file.slice(0, HEAD_BYTES).arrayBuffer()));
  const mpx = size ? (size.width * size.height) / 1e6 : 0;
  if (mpx > MOST_MPX)
    return { problem: `This picture has ${Math.round(mpx)} megapixels; up to ${MOST_MPX} can be opened here.` };
  let bitmap: ImageBitmap;
  try {
    bitmap = await createImageBitmap(file, { imageOrientation: 'from-image' });
  } catch {
    return { problem: 'This is no picture that the browser can read. A JPEG or PNG is.' };
  }
  const scale = Math.min(1, LONGEST_PX / Math.max(bitmap.width, bitmap.height));
  const [widthPx, heightPx] = [bitmap.width, bitmap.height].map((n) => Math.max(1, Math.round(n * scale))) as [
    number,
    number,
  ];
  const canvas = new OffscreenCanvas(widthPx, heightPx);
  const context = canvas.getContext('2d');
  if (!context) return { problem: 'The browser gives no room to make the picture small in.' };
  // Where it is clear there is paper behind it: a JPEG knows no glass.
  context.fillStyle = '#fff';
  context.fillRect(0, 0, widthPx, heightPx);
  context.drawImage(bitmap, 0, 0, widthPx, heightPx);
  bitmap.close();
  for (const quality of QUALITIES) {
    const small = await canvas.convertToBlob({ type: 'image/jpeg', quality });
    if (small.size > MOST_BYTES && quality !== QUALITIES[QUALITIES.length - 1]) continue;
    return { base64: base64Of(new Uint8Array(await small.arrayBuffer())), widthPx, heightPx, bytes: small.size };
  }
  return { problem: 'The picture cannot be made small enough.' };
}

function sizeIn(head: Uint8Array): { width: number; height: number } | undefined {
  try {
    return imageSize(head);
  } catch {
    return undefined;
  }
}

/** So many bytes are turned into signs at once. */
const PIECE = 0x8000;
function base64Of(bytes: Uint8Array): string {
  let text = '';
  for (let i = 0; i < bytes.length; i += PIECE) text += String.fromCharCode(...bytes.subarray(i, i + PIECE));
  return btoa(text);
}

const api = { shrink };
export type PictureWorker = typeof api;

expose(api);
