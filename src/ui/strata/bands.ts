import { SUBSTRATE, type Layer, type Strata, type ZoneStatus } from '@/core';
import { FAMILY_FILL, SUBSTRATE_FILL, type Fill } from '../theme';

/** One band of the column, top to bottom. */
export interface Band {
  key: string;
  layer?: Layer;
  fill: Fill;
  /** Height in the drawing before it is fitted: compressed, so that 15 µm and 2 mm can stand side by side. */
  height: number;
  /** Share of the way to what it is waiting for, 0 to 1; 1 for a layer that has settled. */
  cured: number;
}

/** Compressed height: proportional for thin films, with the square root's mercy for thick ones. */
export const bandHeight = (um: number): number => 9 + 1.35 * Math.sqrt(um);

/** Fills of layers with a colour of their own; the same object for the same look, so that a band is drawn once. */
const tints = new Map<string, Fill>();
function tinted(fill: Fill, colour: string): Fill {
  const key = `${fill.texture}${fill.mark}${colour}`;
  let made = tints.get(key);
  if (!made) tints.set(key, (made = { ...fill, colour }));
  return made;
}

/**
 * The bands of a zone, top layer first and the substrate last.
 * @param cured the top layer's share of the way, 0 to 1
 */
export function bandsOf(strata: Strata, cured: number): Band[] {
  const top = strata.layers.length - 1;
  const bands = strata.layers.map((layer, i): Band => {
    const fill = FAMILY_FILL[layer.family];
    return {
      key: layer.id,
      layer,
      fill: layer.colourHex ? tinted(fill, layer.colourHex) : fill,
      height: bandHeight(layer.filmUm),
      cured: i === top ? cured : 1,
    };
  });
  bands.reverse();
  const fill = SUBSTRATE_FILL[strata.substrate];
  bands.push({ key: SUBSTRATE, fill, height: 22, cured: 1 });
  return bands;
}

/** How far the top layer is on its way to what hands wait for next (the last stage but full cure). */
export function curedShare(status: ZoneStatus | undefined): number {
  if (!status) return 1;
  const stages = status.clocks.filter((c) => c.stage !== 'full' && c.stage !== 'tape');
  const last = stages.reduce((a, c) => Math.max(a, c.needMin), 0);
  if (last <= 0) return 1;
  const done = Math.max(...stages.map((c) => c.doneMin));
  return Math.max(0, Math.min(1, done / last));
}
