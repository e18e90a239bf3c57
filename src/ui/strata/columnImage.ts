import type { Strata, ZoneStatus } from '@/core';
import { bandsOf, curedShare } from './bands';
import { HATCH, surfaceEdge, TILE, tileMarks, type Shape } from './textures';

export interface ColumnImage {
  /** An SVG drawing as an address of itself. */
  uri: string;
  width: number;
  height: number;
}

export interface ColumnLook {
  width: number;
  maxHeight: number;
  /** Colour of the frame, and of the paper that scratches show. */
  edge: string;
  paper: string;
}

/** A layer's hatch recedes in steps of two of its pixels or so: a picture that moved less is the one that the browser already has. */
const CURED_STEPS = 20;
/** How far the top layer of a zone is cured, as its picture shows it. */
export const curedStep = (status: ZoneStatus | undefined): number =>
  Math.round(curedShare(status) * CURED_STEPS) / CURED_STEPS;

/** How much of a band's height is drawn where there is room. */
const SCALE = 0.55;

const attributes = ({ d, fill = 'none', stroke, strokeWidth, strokeLinecap, opacity }: Shape): string =>
  [
    `d="${d}" fill="${fill}"`,
    stroke && `stroke="${stroke}"`,
    strokeWidth && `stroke-width="${strokeWidth}"`,
    strokeLinecap && `stroke-linecap="${strokeLinecap}"`,
    opacity && `opacity="${opacity}"`,
  ]
    .filter(Boolean)
    .join(' ');
const rect = (x: number, y: number, width: number, height: number, more: string) =>
  `<rect x="${x}" y="${y}" width="${width}" height="${height}" ${more}/>`;
/** What an address in quotes may not hold as it is; escaping all that is not a letter takes ten times as long. */
const ESCAPES: Readonly<Record<string, string>> = { '%': '%25', '#': '%23', '<': '%3C', '>': '%3E', '"': '%22' };
/** A drawing as an address of itself. @param body what stands inside of the `svg` element */
export const svgImage = (width: number, height: number, body: string): ColumnImage => ({
  uri: `data:image/svg+xml,${`<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}">${body}</svg>`.replace(
    /[%#<>"]/g,
    (c) => ESCAPES[c]!,
  )}`,
  width,
  height,
});

/**
 * A zone's stack as one picture: a list of a hundred zones would otherwise be some six thousand elements.
 * @param strata undefined for a zone of which nothing is known: an empty frame
 * @param cured the top layer's share of the way, 0 to 1
 */
export function columnImage(
  strata: Strata | undefined,
  cured: number,
  { width, maxHeight, edge, paper }: ColumnLook,
): ColumnImage {
  if (!strata)
    return svgImage(width, 24, rect(0.5, 0.5, width - 1, 23, `fill="none" stroke="${edge}" stroke-dasharray="3 3"`));
  const bands = bandsOf(strata, cured);
  const natural = bands.reduce((h, b) => h + b.height * SCALE, 0);
  const f = Math.min(1, maxHeight / natural) * SCALE;
  const height = Math.max(10, natural * (f / SCALE));
  let y = 0;
  let body = `<defs><pattern id="h" width="${HATCH.width}" height="${HATCH.height}" patternUnits="userSpaceOnUse"><path ${attributes(HATCH)}/></pattern></defs>`;
  bands.forEach(({ fill, height: natural, cured }, i) => {
    const h = natural * f;
    const marks = tileMarks(fill);
    if (marks)
      body += `<defs><pattern id="t${i}" width="${TILE}" height="${TILE}" patternUnits="userSpaceOnUse"><path ${attributes(marks)}/></pattern></defs>`;
    body += rect(0, y, width, h, `fill="${fill.colour}"`);
    if (marks) body += rect(0, y, width, h, `fill="url(#t${i})"`);
    if (fill.texture === 'stripe') {
      const stripe = Math.min(3, h / 4);
      body += rect(0, y + stripe, width, stripe, `fill="${fill.mark}" opacity="0.9"`);
    }
    if (cured < 1) body += rect(width * cured, y, width * (1 - cured), h, 'fill="url(#h)"');
    if (y > 0) body += rect(0, y - 0.3, width, 0.6, 'fill="#1e2326" opacity="0.6"');
    y += h;
  });
  for (const shape of surfaceEdge(strata, width, paper)) body += `<path ${attributes(shape)}/>`;
  body += rect(0.5, 0.5, width - 1, height - 1, `fill="none" stroke="${edge}"`);
  return svgImage(width, height, body);
}
