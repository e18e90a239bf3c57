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
  | { kind: 'cavity'; lengthMm: number; widthMm: number; heightMm: number }
  /** A ring of round stock: its outer diameter, and how thick it is. */
  | { kind: 'ring'; diameterMm: number; widthMm: number }
  /** Wire mesh or expanded sheet of so much by so much: how thick its bars are, and how far apart. */
  | { kind: 'mesh'; lengthMm: number; widthMm: number; barMm: number; pitchMm: number }
  /** Something cast or forged that has no sizes: its weight, how thick its walls are, and what it is made of. */
  | { kind: 'casting'; massG: number; wallMm: number; densityKgM3: number };

export type SolidKind = Solid['kind'];
export const SOLID_NAMES: Readonly<Record<SolidKind, string>> = {
  sheet: 'Sheet',
  edge: 'Edge or flange',
  box: 'Box section',
  tube: 'Tube or bar',
  cavity: 'Cavity',
  ring: 'Ring',
  mesh: 'Mesh or grille',
  casting: 'Casting, by weight',
};
/** How far the area of such a thing is off that its sizes give, as a fraction: bends, holes, ribs and bosses that nobody measures. */
export const SOLID_SPREAD: Readonly<Record<SolidKind, number>> = {
  sheet: 0.03,
  edge: 0.1,
  box: 0.08,
  tube: 0.05,
  cavity: 0.15,
  ring: 0.08,
  mesh: 0.2,
  casting: 0.35,
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
    case 'ring':
      // A torus: 4 pi² R r.
      return (Math.PI ** 2 * Math.max(0, s.diameterMm - s.widthMm) * s.widthMm) / 100;
    case 'mesh':
      // Bars in both directions, each round: crossings are counted twice.
      return (2 * Math.PI * s.barMm * s.lengthMm * s.widthMm) / s.pitchMm / 100;
    case 'casting':
      // Both faces of a wall of that weight.
      return (2 * (s.massG / (s.densityKgM3 * 1e-3))) / (s.wallMm / 10);
  }
}
