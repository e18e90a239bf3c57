import { fail, ok, type Result } from '../result';
import type { SeenDifference } from '../log/colourRead';
import { labOfLinear } from './hex';
import type { Light } from './lights';

/** A picture as its pixels: red, green, blue, alpha, 0 to 255, row by row (sRGB). */
export interface Picture {
  width: number;
  height: number;
  data: Uint8ClampedArray;
}
/** A place on it, px. */
export interface PicturePoint {
  x: number;
  y: number;
}
export interface PhotoTaps {
  car: PicturePoint;
  card: PicturePoint;
  grey: PicturePoint;
}
export type PhotoPlace = keyof PhotoTaps;
const NAMES: Record<PhotoPlace, string> = { car: 'car', card: 'card', grey: 'grey' };

/** What is wrong with a picture, and where. */
export interface PhotoProblem {
  place?: PhotoPlace;
  message: string;
}

/** Half of a patch's side as a share of the picture's shorter one; of the grey a larger one, since its slope is small. */
const PATCH = 0.025;
const GREY_PATCH = 2;
/** Radius of what is averaged round a tapped point, pixels: a fortieth of the shorter side, at least 3. */
export const patchRadius = (p: Pick<Picture, 'width' | 'height'>): number =>
  Math.max(3, Math.round(Math.min(p.width, p.height) * PATCH));

/** A sensor that gives its most tells nothing, nor one that gives nothing. */
const CLIPPED_AT = 250;
const DARK_AT = 4;
const CLIPPED_SHARE = 0.02;
const DARK_SHARE = 0.5;
/** Light that changes by more than this from car to card hides what is looked for. */
const MOST_FALL = 0.06;
/** A patch with an edge or a reflection in it. */
const MOST_UNEVEN = 0.3;
/** Channels of a grey that are further apart than this are no grey in any usual light. */
const MOST_TINGE = 2.2;
/** A usual grey card gives back so much. */
const GREY_Y = 0.18;
/** What a camera sees differently from an eye, between two patches of nearly one colour: at least, and as a share. */
const CAMERA = [0.5, 0.6, 0.6] as const;
const CAMERA_SHARE = 0.12;

interface Patch {
  /** Middle of each channel, linear, 0 to 1. */
  rgb: [number, number, number];
  /** How much light changes a px across and down, as a share of it. */
  slope: [x: number, y: number];
  clipped: number;
  dark: number;
  /** Scatter of its light as a share of it, once the slope is taken out. */
  uneven: number;
  n: number;
}

const linear = (v: number): number => {
  const s = v / 255;
  return s <= 0.04045 ? s / 12.92 : ((s + 0.055) / 1.055) ** 2.4;
};
const LINEAR = Float64Array.from({ length: 256 }, (_, v) => linear(v));

const median = (values: number[]): number => {
  const sorted = values.sort((a, b) => a - b);
  return sorted[Math.floor(sorted.length / 2)] ?? 0;
};

function patchAt({ width, height, data }: Picture, at: PicturePoint, radius: number): Patch | undefined {
  const x0 = Math.round(at.x) - radius;
  const y0 = Math.round(at.y) - radius;
  const side = 2 * radius + 1;
  if (x0 < 0 || y0 < 0 || x0 + side > width || y0 + side > height) return undefined;
  const channels: [number[], number[], number[]] = [[], [], []];
  let [clipped, dark, sum, sx, sy] = [0, 0, 0, 0, 0];
  const light: number[] = [];
  for (let y = 0; y < side; y++)
    for (let x = 0; x < side; x++) {
      const i = ((y0 + y) * width + x0 + x) * 4;
      const [r, g, b] = [data[i]!, data[i + 1]!, data[i + 2]!];
      if (Math.max(r, g, b) >= CLIPPED_AT) clipped++;
      if (Math.max(r, g, b) <= DARK_AT) dark++;
      channels[0].push(LINEAR[r]!);
      channels[1].push(LINEAR[g]!);
      channels[2].push(LINEAR[b]!);
      const l = 0.2126 * LINEAR[r]! + 0.7152 * LINEAR[g]! + 0.0722 * LINEAR[b]!;
      light.push(l);
      sum += l;
      sx += l * (x - radius);
      sy += l * (y - radius);
    }
  const n = side * side;
  const mean = Math.max(1e-6, sum / n);
  // Of a plane through all pixels: Σ x² over a row is r(r+1)(2r+1)/3.
  const square = (side * radius * (radius + 1) * side) / 3;
  const slope: [number, number] = [sx / square / mean, sy / square / mean];
  const rest = light.reduce((s, l, i) => {
    const [x, y] = [(i % side) - radius, Math.floor(i / side) - radius];
    return s + (l / mean - 1 - slope[0] * x - slope[1] * y) ** 2;
  }, 0);
  return {
    rgb: [median(channels[0]), median(channels[1]), median(channels[2])],
    slope,
    clipped: clipped / n,
    dark: dark / n,
    uneven: Math.sqrt(rest / n),
    n,
  };
}

/**
 * How the card differs from the car in one picture that holds both and a neutral grey. Only the difference of the two is used: what the
 * camera and the light do to both alike falls out of it. Light that falls off is measured over the grey and refused where it reaches from
 * car to card.
 * @param view the angle from the gloss at which the picture was taken, and in which light
 */
export function photoDifference(
  picture: Picture,
  taps: PhotoTaps,
  view: { angleDeg: number; light: Light },
): Result<SeenDifference, PhotoProblem[]> {
  const radius = patchRadius(picture);
  const problems: PhotoProblem[] = [];
  const read = (place: PhotoPlace): Patch | undefined => {
    const patch = patchAt(picture, taps[place], place === 'grey' ? GREY_PATCH * radius : radius);
    const name = NAMES[place];
    const say = (message: string) => problems.push({ place, message });
    if (!patch) say(`The ${name} is too near the picture's edge: tap further in.`);
    else if (patch.clipped > CLIPPED_SHARE)
      say(
        `The ${name} is too bright in the picture: it is burnt out there. Take it darker, or out of the sun's mirror.`,
      );
    else if (patch.dark > DARK_SHARE) say(`The ${name} is too dark in the picture to tell colours. Take it lighter.`);
    else if (patch.uneven > MOST_UNEVEN) say(`There is an edge or a reflection on the ${name}: tap beside it.`);
    return patch;
  };
  const [car, card, grey] = [read('car'), read('card'), read('grey')];
  for (const [a, b] of [
    ['car', 'card'],
    ['car', 'grey'],
    ['card', 'grey'],
  ] as const)
    if (Math.hypot(taps[a].x - taps[b].x, taps[a].y - taps[b].y) < 2 * radius)
      problems.push({ place: b, message: `The ${NAMES[a]} and the ${NAMES[b]} are tapped in the same place.` });
  if (!car || !card || !grey || problems.length > 0) return fail(problems);
  const tinge = Math.max(...grey.rgb) / Math.max(1e-6, Math.min(...grey.rgb));
  if (tinge > MOST_TINGE)
    return fail([{ place: 'grey', message: 'That is no neutral grey. Tap the grey card, or lay one beside both.' }]);
  // What the light does over the grey, it is taken to do all the way from car to card.
  const fall = grey.slope[0] * (taps.card.x - taps.car.x) + grey.slope[1] * (taps.card.y - taps.car.y);
  if (Math.abs(fall) > MOST_FALL)
    return fail([
      {
        place: 'grey',
        message: `The light is uneven: over the grey it changes so much that car and card differ by ${Math.round(100 * Math.abs(fall))}\u00a0% by that alone. Turn to open shade, with both side by side.`,
      },
    ]);
  const balanced = (p: Patch): [number, number, number] => [
    (p.rgb[0] / grey.rgb[0]) * GREY_Y,
    (p.rgb[1] / grey.rgb[1]) * GREY_Y,
    (p.rgb[2] / grey.rgb[2]) * GREY_Y,
  ];
  const one = labOfLinear(balanced(car));
  const two = labOfLinear(balanced(card));
  const lab: [number, number, number] = [two[0] - one[0], two[1] - one[1], two[2] - one[2]];
  // A share f more light is about f · (L + 16) / 3 in L*.
  const byFall = (Math.abs(fall) * (one[0] + 16)) / 3;
  const spread = lab.map((d, i) =>
    Math.hypot(
      CAMERA[i]!,
      CAMERA_SHARE * d,
      i === 0 ? byFall : 0,
      ((car.uneven + card.uneven) * 33) / Math.sqrt(car.n) / 3,
    ),
  ) as [number, number, number];
  return ok({ angleDeg: view.angleDeg, light: view.light, lab, spread });
}
