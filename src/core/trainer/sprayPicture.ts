import type { Rgb } from './picture';
import { fade, RUNS_MM, type SprayPanel } from './sprayPanel';

/** What a sprayed panel is drawn in. */
export interface SprayColours {
  bare: Rgb;
  paint: Rgb;
  thin: Rgb;
  thick: Rgb;
  ran: Rgb;
  dry: Rgb;
}

/** What is to be seen: paint as the eye sees it, its film, or what will run. */
export type SprayPictureOf = 'paint' | 'film' | 'run';

const mix = (a: number, b: number, t: number): number => a + (b - a) * t;

/**
 * Draws a panel into pixels, red, green, blue, alpha, row by row: one a point.
 * @param coats that should be on by now @param into as many pixels as the panel has points
 */
export function drawSprayed(
  p: SprayPanel,
  of: SprayPictureOf,
  coats: number,
  c: SprayColours,
  into: Uint8ClampedArray,
): void {
  const target = p.paint.coatUm * Math.max(1, coats);
  const { nx } = p;
  for (let i = 0; i < p.um.length; i++) {
    const um = p.um[i]!;
    let to = c.paint;
    // Paint hides by and by: a third of a coat hides half.
    let much = 1 - fade(um / (0.4 * p.paint.coatUm));
    let shade = 0;
    if (of === 'film') {
      const off = um / target - 1;
      to = um < 0.5 ? c.bare : off < 0 ? c.thin : c.thick;
      much = Math.min(1, Math.abs(off) / 0.5);
      if (um < 0.5) much = 0;
      else if (Math.abs(off) <= 0.25) {
        to = c.paint;
        much = 0.75;
      }
    } else if (of === 'run') {
      const moved = p.movedMm[i]! / RUNS_MM;
      to = p.ran[i] ? c.ran : c.thick;
      much = p.ran[i] ? 1 : Math.min(1, moved);
    } else {
      if (p.ran[i]) to = c.ran;
      else if (p.dry[i]! > 0.5 && um > 1) to = c.dry;
      // A thicker film beside a thinner one catches the light.
      const above = i >= nx ? p.um[i - nx]! : um;
      shade =
        Math.max(-40, Math.min(40, (um - above) * 6)) +
        (p.hazy[i] ? 24 : 0) +
        30 * p.mottle[i]! * (((i * 7919) % 13) / 13 - 0.5);
    }
    const at = 4 * i;
    into[at] = mix(c.bare[0], to[0], much) + shade;
    into[at + 1] = mix(c.bare[1], to[1], much) + shade;
    into[at + 2] = mix(c.bare[2], to[2], much) + shade;
    into[at + 3] = 255;
  }
}
