import { pair, phrase } from '../units/phrase';
import { fail, ok, type FieldProblem, type Result } from '../result';

export interface PatchFacts {
  /** What is rotten or torn, mm. */
  widthMm: number;
  heightMm: number;
  /** Thickness of the sheet, mm. */
  sheetMm: number;
  /** butt: edge to edge. lap: over a joggled flange with plug welds. */
  joint: 'butt' | 'lap';
  /** Distance to the nearest body line, mm; a cut there stays stiff. */
  lineMm?: number;
}

export interface PatchPlan {
  /** Cut line, mm. */
  cutWidthMm: number;
  cutHeightMm: number;
  /** The new piece, mm. */
  pieceWidthMm: number;
  pieceHeightMm: number;
  gapMm: number;
  /** Radius of the corners: a square one cracks, mm. */
  radiusMm: number;
  seamMm: number;
  /** Plug welds of 10 mm every 50 mm (lap), or short stitches (butt). */
  welds: number;
  weldMm: number;
  /** Faces that the joint hides, both sheets, cm². */
  primerCm2: number;
  atLine: boolean;
}

/** Cut this far beyond what is bad, mm. */
const BEYOND_MM = 20;
const FLANGE_MM = 20;
const PLUG_MM = 10;
const PLUG_EVERY_MM = 50;
const STITCH_MM = 15;
const RADIUS_MM = 25;
/** A body line so near is worth cutting to, mm. */
const LINE_MM = 60;

/**
 * A patch in sheet metal: cut line, gap, welds, and the face to prime with weld-through. Plug welds about 10 mm at 50 mm;
 * butt gap about the sheet's thickness, at most 1 mm. Source: the usual practice of sheet-metal repair.
 */
export function planPatch(f: PatchFacts): Result<PatchPlan, FieldProblem[]> {
  const problems: FieldProblem[] = [];
  const check = (path: keyof PatchFacts, label: string, min: number, max: number) => {
    const v = f[path];
    if (typeof v === 'number' && (!Number.isFinite(v) || v < min || v > max))
      problems.push({ path, message: phrase`${label} must be between ${pair('thickness', min, max, ' and ')}` });
  };
  check('widthMm', 'Width', 5, 3000);
  check('heightMm', 'Height', 5, 3000);
  check('sheetMm', 'Sheet', 0.5, 4);
  check('lineMm', 'Body line', 0, 1000);
  if (problems.length > 0) return fail(problems);
  // Nearer than that the rot reaches the line, and the cut goes over it.
  const lineMm = f.lineMm !== undefined && f.lineMm >= BEYOND_MM && f.lineMm <= LINE_MM ? f.lineMm : undefined;
  const cutWidthMm = f.widthMm + 2 * BEYOND_MM;
  // A side that lies near a body line is cut there instead.
  const cutHeightMm = f.heightMm + BEYOND_MM + (lineMm ?? BEYOND_MM);
  const gapMm = f.joint === 'butt' ? Math.min(1, f.sheetMm) : 0;
  const lap = f.joint === 'lap' ? FLANGE_MM : -gapMm;
  const radiusMm = Math.min(RADIUS_MM, cutWidthMm / 3, cutHeightMm / 3);
  const seamMm = 2 * (cutWidthMm + cutHeightMm) - 8 * radiusMm + 2 * Math.PI * radiusMm;
  return ok({
    cutWidthMm,
    cutHeightMm,
    pieceWidthMm: cutWidthMm + 2 * lap,
    pieceHeightMm: cutHeightMm + 2 * lap,
    gapMm,
    radiusMm,
    seamMm,
    welds: f.joint === 'lap' ? Math.ceil(seamMm / PLUG_EVERY_MM) : Math.ceil(seamMm / STITCH_MM),
    weldMm: f.joint === 'lap' ? PLUG_MM : STITCH_MM,
    primerCm2: (2 * seamMm * (f.joint === 'lap' ? FLANGE_MM : 10)) / 100,
    atLine: lineMm !== undefined,
  });
}
