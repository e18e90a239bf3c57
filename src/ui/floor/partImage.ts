import { boundsOf, type Point, type Strata } from '@/core';
import { bandsOf } from '../strata/bands';
import { HATCH, TILE, tileMarks } from '../strata/textures';
import { svgImage, type ColumnImage } from '../strata/columnImage';

/** A zone of a part as it is drawn on the floor. */
export interface PartZone {
  /** Absent: what the drawn ones leave; several of them share that from top to bottom. */
  outline?: readonly Point[] | undefined;
  strata: Strata | undefined;
  /** How far its top layer is cured, in the steps of a column. */
  cured: number;
}

export interface PartLook {
  pxPerMm: number;
  /** Colour of the outline, which says where it stands, and how broad it is, px. */
  edge: string;
  edgePx: number;
  /** Colour of the signs of faults, and of the paper under them. */
  sign: string;
  paper: string;
}

const path = (points: readonly Point[], at: { x: number; y: number }, k: number): string =>
  `M${points.map((p) => `${((p.x - at.x) * k).toFixed(1)} ${((p.y - at.y) * k).toFixed(1)}`).join('L')}Z`;

/**
 * A part as it lies on the floor: its outline, filled by what is on top of each zone, with the hatch of what still cures and a sign
 * where a fault is.
 * @param outline mm; @param faults places of open faults, mm
 */
export function partImage(
  outline: readonly Point[],
  zones: readonly PartZone[],
  faults: readonly Point[],
  { pxPerMm: k, edge, edgePx, sign, paper }: PartLook,
): ColumnImage {
  const box = boundsOf(outline);
  const pad = edgePx;
  const [w, h] = [box.width * k, box.height * k];
  const shape = path(outline, box, k);
  const defs: string[] = [
    `<clipPath id="p"><path d="${shape}"/></clipPath>`,
    `<pattern id="h" width="${HATCH.width}" height="${HATCH.height}" patternUnits="userSpaceOnUse"><path d="${HATCH.d}" stroke="${HATCH.stroke}" stroke-width="${HATCH.strokeWidth}"/></pattern>`,
  ];
  let fills = '';
  const fill = ({ strata, cured }: PartZone, i: number, area: string, [x, width]: [number, number]) => {
    // The substrate is a band too: of a zone that is bare it is the top one.
    const band = strata && bandsOf(strata, cured)[0];
    if (!band) {
      fills += `<path d="${area}" fill="none" stroke="${edge}" stroke-dasharray="3 3"/>`;
      return;
    }
    const marks = tileMarks(band.fill);
    fills += `<path d="${area}" fill="${band.fill.colour}"/>`;
    if (marks) {
      defs.push(
        `<pattern id="t${i}" width="${TILE}" height="${TILE}" patternUnits="userSpaceOnUse"><path d="${marks.d}" fill="${marks.fill ?? 'none'}"${marks.stroke ? ` stroke="${marks.stroke}" stroke-width="${marks.strokeWidth ?? 1}"` : ''}/></pattern>`,
      );
      fills += `<path d="${area}" fill="url(#t${i})"/>`;
    }
    if (band.cured < 1) {
      defs.push(
        `<clipPath id="w${i}"><rect x="${(x + width * band.cured).toFixed(1)}" y="0" width="${(width * (1 - band.cured)).toFixed(1)}" height="${h.toFixed(1)}"/></clipPath>`,
      );
      fills += `<path d="${area}" fill="url(#h)" clip-path="url(#w${i})"/>`;
    }
  };
  const rest = zones.filter((z) => !z.outline);
  rest.forEach((z, i) => {
    const [y, high] = [(h / rest.length) * i, h / rest.length];
    fill(z, i, `M0 ${y.toFixed(1)}H${w.toFixed(1)}V${(y + high).toFixed(1)}H0Z`, [0, w]);
  });
  zones.forEach((z, i) => {
    if (!z.outline) return;
    const of = boundsOf(z.outline);
    const area = path(z.outline, box, k);
    fill(z, rest.length + i, area, [(of.x - box.x) * k, of.width * k]);
    fills += `<path d="${area}" fill="none" stroke="${edge}" stroke-width="1"/>`;
  });
  for (let i = 1; i < rest.length; i++)
    fills += `<path d="M0 ${((h / rest.length) * i).toFixed(1)}H${w.toFixed(1)}" stroke="${edge}" stroke-width="1"/>`;
  const signs = faults
    .map((f) => {
      const [x, y] = [(f.x - box.x) * k, (f.y - box.y) * k];
      return `<path d="M${x.toFixed(1)} ${(y - 6).toFixed(1)}l6 10h-12z" fill="${paper}" stroke="${sign}" stroke-width="2"/>`;
    })
    .join('');
  return svgImage(
    Math.ceil(w + 2 * pad),
    Math.ceil(h + 2 * pad),
    `<defs>${defs.join('')}</defs><g transform="translate(${pad} ${pad})"><g clip-path="url(#p)">${fills}</g><path d="${shape}" fill="none" stroke="${edge}" stroke-width="${edgePx}" stroke-linejoin="round"/>${signs}</g>`,
  );
}
