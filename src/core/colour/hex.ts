import { clampRgb, formatHex, modeLab65, modeLrgb, modeRgb, modeXyz65, useMode as knowSpace } from 'culori/fn';
import type { Lab } from './spectrum';

// In the order in which one leads to the next: culori knows only the spaces that it was told of.
knowSpace(modeRgb);
knowSpace(modeLrgb);
knowSpace(modeXyz65);
const lab65 = knowSpace(modeLab65);

/** CIELAB in daylight of a colour as screens have it, '#rrggbb': about, since no screen shows a paint. Grey where it is none. */
export function labOfHex(hex: string): Lab {
  const c = lab65(hex);
  return c ? [c.l, c.a, c.b] : [50, 0, 0];
}

/** CIELAB in daylight of linear red, green and blue, 0 to 1 for a perfect white. */
export function labOfLinear([r, g, b]: readonly [number, number, number]): Lab {
  const c = lab65({ mode: 'lrgb', r, g, b });
  return [c.l, c.a, c.b];
}

/** A colour as a screen shows it, '#rrggbb': about, and what lies outside of what screens can is brought in. */
export const hexOfLab = ([l, a, b]: Lab): string => formatHex(clampRgb({ mode: 'lab65', l, a, b }));
