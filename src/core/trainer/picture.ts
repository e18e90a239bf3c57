import type { SandedPanel } from './contact';

export type Rgb = readonly [red: number, green: number, blue: number];

/** What a panel is drawn in. */
export interface PictureColours {
  surface: Rgb;
  guide: Rgb;
  low: Rgb;
  high: Rgb;
  through: Rgb;
}

/** What is to be seen: guide coat as it lies, or highs and lows. */
export type PictureOf = 'guide' | 'heights';

/** So far off its middle the colour of a height is full, mm. */
const FULL_MM = 0.2;
/** Light from the top left: how much a slope brightens or darkens, levels of 255 for each mm a mm. */
const SHADE = 9000;
const SHADE_MOST = 60;

/**
 * Draws a panel into pixels, red, green, blue, alpha, row by row: one a point.
 * @param into as many pixels as the panel has points
 */
export function drawPanel(p: SandedPanel, of: PictureOf, colours: PictureColours, into: Uint8ClampedArray): void {
  const { surface, guide, low, high, through } = colours;
  const { nx, mm, filmMm, guide: dust, stepMm } = p;
  let mean = 0;
  for (let i = 0; i < mm.length; i++) mean += mm[i]!;
  mean /= mm.length;
  const light = SHADE / (2 * stepMm);
  // Tens of thousands of points sixty times a second: nothing is made or called in here.
  for (let i = 0; i < mm.length; i++) {
    const h = mm[i]!;
    const slope = i >= nx && i % nx > 0 ? 2 * h - mm[i - 1]! - mm[i - nx]! : 0;
    let shade = light * slope;
    if (shade > SHADE_MOST) shade = SHADE_MOST;
    if (shade < -SHADE_MOST) shade = -SHADE_MOST;
    const off = (h - mean) / FULL_MM;
    let tint = guide;
    let much = dust[i]!;
    if (filmMm[i]! < 0) {
      tint = through;
      much = 1;
    } else if (of === 'heights') {
      tint = off < 0 ? low : high;
      much = off < 0 ? -off : off;
      if (much > 1) much = 1;
    }
    const at = 4 * i;
    into[at] = surface[0] + (tint[0] - surface[0]) * much + shade;
    into[at + 1] = surface[1] + (tint[1] - surface[1]) * much + shade;
    into[at + 2] = surface[2] + (tint[2] - surface[2]) * much + shade;
    into[at + 3] = 255;
  }
}
