import { fitForm } from '../fair/form';
import { heightAt, type HeightGrid } from '../fair/grid';
import { normalFrom, seeded } from '../fair/truth';
import { push, TRAINER_BOARDS, type Board, type SandedPanel, type TrainerBoard } from './contact';

/** Points of a panel that is practised on, and how large it is, mm. */
export const TRAINER_SIZE = { nx: 256, ny: 128, stepMm: 4 } as const;

/** What each lesson is about: what is to be seen, and why. */
export const LESSONS = {
  wave: {
    name: 'A short block follows the wave',
    task: 'Take the block until the guide coat is off. Then guide coat again, and take the board.',
    shows:
      'A block that is shorter than half of a wave goes up and down with it. The guide coat comes off evenly, and the wave stays. The board lies on its crests, and colour stays between them.',
  },
  furrows: {
    name: 'One direction leaves furrows',
    task: 'Push along the panel only, lane by lane. Then guide coat again, and go across it in an X.',
    shows: 'Each lane is flat along its length and ends in an edge. Only strokes across them take the edges out.',
  },
  high: {
    name: 'A high is tapped, not sanded',
    task: 'Block it until the low beside the high is out. Then begin anew, and tap the high first.',
    shows: 'The board rides on the high: there it goes through to metal while the low is still full of guide coat.',
  },
} as const;
export type Lesson = keyof typeof LESSONS;

/** Filler on most of a panel, mm, and on a high of metal, which has hardly any. */
const FILLER_MM = 1;
const ON_HIGH_MM = 0.12;

/** A panel to practise on; the same seed gives the same one. */
export function lessonPanel(lesson: Lesson, seed: number): SandedPanel {
  const { nx, ny, stepMm } = TRAINER_SIZE;
  const random = seeded(seed);
  const phase = 2 * Math.PI * random();
  const at = { x: (0.4 + 0.2 * random()) * nx * stepMm, y: (0.4 + 0.2 * random()) * ny * stepMm };
  const bump = (x: number, y: number, dx: number, reach: number) =>
    Math.exp(-((x - at.x - dx) ** 2 + (y - at.y) ** 2) / (2 * reach * reach));
  const shapes: Record<Lesson, (x: number, y: number) => number> = {
    wave: (x) => 0.07 * Math.sin((2 * Math.PI * x) / 300 + phase),
    furrows: (x, y) => 0.06 * Math.sin((2 * Math.PI * x) / 700 + phase) + 0.05 * Math.cos((2 * Math.PI * y) / 380),
    high: (x, y) => 0.35 * bump(x, y, 0, 26) - 0.25 * bump(x, y, 120, 60),
  };
  const p = emptyPanel(FILLER_MM);
  for (let iy = 0; iy < ny; iy++)
    for (let ix = 0; ix < nx; ix++) {
      const x = ix * stepMm;
      const y = iy * stepMm;
      const i = iy * nx + ix;
      p.mm[i] = shapes[lesson](x, y) + 0.004 * normalFrom(random);
      if (lesson === 'high' && bump(x, y, 0, 26) > 0.3) p.filmMm[i] = ON_HIGH_MM;
    }
  return p;
}

/** A panel as a relief has it, against its own plane, stretched over the trainer's points. */
export function panelFromRelief(g: HeightGrid): SandedPanel {
  const { nx, ny } = TRAINER_SIZE;
  const p = emptyPanel(FILLER_MM);
  for (let iy = 0; iy < ny; iy++)
    for (let ix = 0; ix < nx; ix++)
      p.mm[iy * nx + ix] = heightAt(g, {
        x: g.x0 + (ix / (nx - 1)) * g.stepX * (g.nx - 1),
        y: g.y0 + (iy / (ny - 1)) * g.stepY * (g.ny - 1),
      });
  return p;
}

function emptyPanel(filmMm: number): SandedPanel {
  const { nx, ny, stepMm } = TRAINER_SIZE;
  return {
    nx,
    ny,
    stepMm,
    mm: new Float32Array(nx * ny),
    guide: new Float32Array(nx * ny).fill(1),
    filmMm: new Float32Array(nx * ny).fill(filmMm),
  };
}

/** Dusts guide coat on again. */
export const guideAgain = (p: SandedPanel): void => void p.guide.fill(1);

/** How a panel stands. */
export interface PanelStanding {
  /** Guide coat that is still on, as a share. */
  guideLeft: number;
  /** Lowest to highest, off its own form and away from its edges, leaving out the worst hundredth at both ends, mm. */
  wavesMm: number;
  /** How much of it went through, as a share. */
  through: number;
}

/** Every so many-th point is enough to say how a panel stands. */
const SAMPLE = 61;
/** Edges always go first: how fair a panel is, is asked inside of them, as a share. */
const EDGE = 0.1;

/** How far a lesson has come: guide coat that is left and what went through, as shares, and waves that are left, mm. A border is left out. */
export function standingOf(p: SandedPanel): PanelStanding {
  let [guide, through] = [0, 0];
  const points: { x: number; y: number; mm: number }[] = [];
  const inside = (i: number, n: number) => i > EDGE * n && i < (1 - EDGE) * n;
  for (let i = 0; i < p.mm.length; i++) {
    guide += p.guide[i]!;
    if (p.filmMm[i]! < 0) through++;
    const x = i % p.nx;
    const y = (i - x) / p.nx;
    if (i % SAMPLE === 0 && inside(x, p.nx) && inside(y, p.ny)) points.push({ x, y, mm: p.mm[i]! });
  }
  // Plain least squares: it is asked for while a finger moves.
  const form = fitForm(points, 'quadratic', 1);
  const off = points.map((q) => q.mm - (form.ok ? form.value(q.x, q.y) : 0)).sort((a, b) => a - b);
  const at = (share: number) => off[Math.min(off.length - 1, Math.floor(share * off.length))]!;
  return { guideLeft: guide / p.mm.length, wavesMm: at(0.99) - at(0.01), through: through / p.mm.length };
}

/** Ways of going over a whole panel. */
export type Pattern = 'along' | 'x';

/** Goes over a whole panel, lane by lane; what a patient hand would do. */
export function sandAll(p: SandedPanel, board: TrainerBoard, grit: number, pattern: Pattern, passes: number): void {
  const [w, h] = [(p.nx - 1) * p.stepMm, (p.ny - 1) * p.stepMm];
  const kind = TRAINER_BOARDS[board];
  for (let pass = 0; pass < passes; pass++) {
    // Lanes never lie twice in the same place.
    const shift = ((pass * 37) % kind.widthMm) - kind.widthMm / 2;
    for (let y = shift; y <= h + kind.widthMm; y += kind.widthMm) {
      if (pattern === 'along') {
        const b: Board = { ...kind, grit, angle: 0 };
        push(p, b, [
          { x: 0, y },
          { x: w, y },
        ]);
        continue;
      }
      const sign = pass % 2 === 0 ? 1 : -1;
      const b: Board = { ...kind, grit, angle: (sign * Math.PI) / 6 };
      push(p, b, [
        { x: 0, y: y - sign * w * 0.15 },
        { x: w, y: y + sign * w * 0.15 },
      ]);
    }
  }
}
