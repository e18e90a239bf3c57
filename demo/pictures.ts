import { encode } from 'jpeg-js';
import { seeded } from '../src/core/fair/truth';
import type { Job } from '../src/core';
import type { Photo } from '../src/core/log/photos';
import { on } from './book';

const [W, H] = [800, 560];
type Rgb = readonly [number, number, number];

/** A made-up photo: a panel on a bench, either worn with rust or sprayed, under one lamp. */
function picture(seed: number, paint: Rgb, rust: number, gloss: number): string {
  const random = seeded(seed);
  const blots = Array.from({ length: 26 }, () => ({
    x: 110 + 580 * random(),
    y: 330 + 150 * random() - 200 * random() * random(),
    r: 14 + 46 * random(),
  }));
  const data = new Uint8Array(W * H * 4);
  for (let y = 0; y < H; y++)
    for (let x = 0; x < W; x++) {
      const grain = 8 * (random() - 0.5);
      // The panel leans back: narrower at its top, with round corners.
      const lean = 60 + ((H - y) / H) * 40;
      const inside = x > lean && x < W - lean && y > 60 && y < H - 60;
      let c: number[] = [92 + grain + y / 14, 88 + grain + y / 15, 82 + grain + y / 16];
      if (inside) {
        const shade = 1 - 0.25 * Math.abs(x / W - 0.45);
        const shine = gloss * Math.exp(-(((x - 300 - y / 3) / 60) ** 2));
        c = paint.map((v) => v * shade + 160 * shine + grain * (1.2 - gloss));
        const eaten = blots.reduce((s, b) => s + Math.exp(-((x - b.x) ** 2 + (y - b.y) ** 2) / (b.r * b.r)), 0);
        const k = Math.min(1, Math.max(0, rust * eaten - 0.35 + 0.5 * (random() - 0.5) * rust));
        c = c.map((v, i) => v * (1 - k) + (([118, 62, 34] as const)[i] ?? 0) * k + 3 * grain * k);
      }
      const at = (y * W + x) * 4;
      for (let i = 0; i < 3; i++) data[at + i] = Math.max(0, Math.min(255, c[i] ?? 0));
      data[at + 3] = 255;
    }
  return Buffer.from(encode({ data, width: W, height: H }, 62).data).toString('base64');
}

const RED: Rgb = [140, 47, 43];
const OLD_RED: Rgb = [128, 70, 60];
const YELLOW: Rgb = [201, 162, 74];
const OLD_GREEN: Rgb = [104, 118, 96];

const PICTURES = {
  'photo-tail-before': picture(3, OLD_RED, 0.9, 0.1),
  'photo-tail-after': picture(3, RED, 0, 0.45),
  'photo-shield-before': picture(9, OLD_GREEN, 0.8, 0.1),
  'photo-shield-after': picture(9, YELLOW, 0, 0.9),
} as const;
type Id = keyof typeof PICTURES;

const photo = (id: Id, panelId: string, takenMs: number, side: 'before' | 'after', says: string): Photo => ({
  id,
  panelId,
  takenMs,
  widthPx: W,
  heightPx: H,
  bytes: Buffer.from(PICTURES[id], 'base64').length,
  side,
  says,
});

const PHOTOS: Readonly<Record<string, readonly Photo[]>> = {
  'bread-van': [
    photo('photo-tail-before', 'tailboard', on(44, 9), 'before', 'As it came: rust along the lower edge'),
    photo('photo-tail-after', 'tailboard', on(1, 16), 'after', 'Red on it'),
  ],
  scooter: [
    photo('photo-shield-before', 's-shield', on(40, 9, 30), 'before', 'Old enamel, flaking below'),
    photo('photo-shield-after', 's-shield', on(23, 11), 'after', 'Polished'),
  ],
};

/** A job with the photos that were taken of it. */
export const photographed = (job: Job): Job => {
  const photos = PHOTOS[job.id];
  return photos ? { ...job, photos: [...photos] } : job;
};
/** The pictures of a job's photos. */
export const picturesOf = (job: Job): Record<string, string> =>
  Object.fromEntries((job.photos ?? []).map((p) => [p.id, PICTURES[p.id as Id]]));
