/** Sizes of what is no flat sheet, mm. */
export type Solid =
  /** A sheet: both faces, and its edges. */
  | { kind: 'sheet'; lengthMm: number; widthMm: number; faces: 1 | 2 }
  /** An edge or flange of so much length, on both sides. */
  | { kind: 'edge'; lengthMm: number; widthMm: number }
  /** A box section: sill, rail, pillar. */
  | { kind: 'box'; lengthMm: number; widthMm: number; heightMm: number }
  /** A tube or bar. */
  | { kind: 'tube'; lengthMm: number; diameterMm: number }
  /** The inside of a closed section, as cavity wax sees it. */
  | { kind: 'cavity'; lengthMm: number; widthMm: number; heightMm: number };

export type SolidKind = Solid['kind'];
export const SOLID_NAMES: Readonly<Record<SolidKind, string>> = {
  sheet: 'Sheet',
  edge: 'Edge or flange',
  box: 'Box section',
  tube: 'Tube or bar',
  cavity: 'Cavity',
};

/** Area that paint has to cover, cm². Ends of sections are left out: they are welded on. */
export function solidAreaCm2(s: Solid): number {
  switch (s.kind) {
    case 'sheet':
      return (s.lengthMm * s.widthMm * s.faces) / 100;
    case 'edge':
      return (2 * s.lengthMm * s.widthMm) / 100;
    case 'box':
    case 'cavity':
      return (2 * (s.widthMm + s.heightMm) * s.lengthMm) / 100;
    case 'tube':
      return (Math.PI * s.diameterMm * s.lengthMm) / 100;
  }
}
