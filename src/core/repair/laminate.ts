import { ACTIVATION_J_MOL, arrhenius, hardenerFactor } from '../cure/kinetics';
import { figure, phrase } from '../units/phrase';
import { fail, ok, type FieldProblem, type Result } from '../result';

export interface LaminateFacts {
  /** What is ground out at its deepest, mm. */
  widthMm: number;
  heightMm: number;
  /** Laminate to build, mm. */
  thickMm: number;
  /** One ply, g/m². */
  plyGm2: number;
  weave: 'mat' | 'woven';
  /** Taper as its length for one of thickness: 12 on what bears load, 8 on a skin. */
  taper: number;
  resin: 'polyester' | 'epoxy';
  tempC: number;
  /** Polyester: peroxide by weight of the resin, fraction. */
  catalyst: number;
}

export interface LaminatePlan {
  plies: { widthMm: number; heightMm: number; areaCm2: number }[];
  matG: number;
  resinG: number;
  catalystG: number;
  taperMm: number;
  /** Working time of one mix, min. */
  potMin: number;
  /** Until it can be ground, min. */
  grindMin: number;
  /** Mixes, and what each is at most, so that it is laid before its pot life is over, g. */
  batches: number;
  batchG: number;
}

/** About 1 mm for a ply of 450 g/m²; woven lies closer. */
const G_PER_MM = { mat: 450, woven: 800 } as const;
/** Resin by weight of the glass: 2 to 2.5 for mat, 1 to 1.2 for woven; the middle. */
const RESIN = { mat: 2.25, woven: 1.1 } as const;
/** At 23 °C and nominal catalyst, min; plausible figures, the resin's own sheet decides. */
const POT_MIN = { polyester: 20, epoxy: 35 } as const;
const GRIND_MIN = { polyester: 150, epoxy: 960 } as const;
export const NOMINAL_CATALYST = 0.015;
export const CATALYST = { min: 0.01, max: 0.03 } as const;
/** A twentieth of a ply more is within what a roller leaves, and no reason for another one. */
const PLY_SLACK = 0.05;
/** One mix at most, g: a deeper pot heats itself. */
const BATCH_G = 500;
/** What brush and roller lay, g/min; the last quarter of the pot life is for rolling the air out. */
const LAID_G_MIN = 33;
const LAY_SHARE = 0.75;
/** With less than that in the pot nobody gets anywhere, g. */
const LEAST_G = 100;

/**
 * Plies, resin, catalyst and times of a glassfibre repair. Each ply goes from the ground-out hole to the rim of its taper, largest
 * last. Rate: Arrhenius, Ea 50 (polyester) or 60 kJ/mol (epoxy), and (catalyst/nominal)^0.8.
 * Source: usual laminating figures, see docs/models.md.
 */
export function planLaminate(f: LaminateFacts): Result<LaminatePlan, FieldProblem[]> {
  const problems: FieldProblem[] = [];
  const check = (path: keyof LaminateFacts, label: string, min: number, max: number, unit: string) => {
    const v = f[path] as number;
    if (!Number.isFinite(v) || v < min || v > max)
      problems.push({ path, message: `${label} must be between ${min} and ${max} ${unit}` });
  };
  check('widthMm', 'Width', 5, 3000, 'mm');
  check('heightMm', 'Height', 5, 3000, 'mm');
  check('thickMm', 'Thickness', 0.5, 30, 'mm');
  check('plyGm2', 'Ply', 80, 900, 'g/m²');
  check('taper', 'Taper', 3, 30, 'to one');
  check('tempC', 'Temperature', -10, 50, '°C');
  if (f.resin === 'polyester' && !(f.catalyst >= CATALYST.min && f.catalyst <= CATALYST.max))
    problems.push({
      path: 'catalyst',
      message: `Catalyst must be between ${CATALYST.min * 100} and ${CATALYST.max * 100} % of the resin; less does not cure, more does not hold`,
    });
  if (f.resin === 'polyester' && f.tempC < 15)
    problems.push({
      path: 'tempC',
      message: phrase`Polyester resin does not cure well under ${figure('temp', 15)}: warm the room and the part`,
    });
  if (f.resin === 'epoxy' && f.tempC < 10)
    problems.push({
      path: 'tempC',
      message: phrase`Epoxy stands still under ${figure('temp', 10)}: warm the room and the part`,
    });
  if (problems.length > 0) return fail(problems);
  const count = Math.max(1, Math.ceil((f.thickMm * G_PER_MM[f.weave]) / f.plyGm2 - PLY_SLACK));
  const taperMm = f.taper * f.thickMm;
  const plies = Array.from({ length: count }, (_, i) => {
    const reach = (2 * taperMm * (i + 1)) / count;
    const widthMm = Math.round(f.widthMm + reach);
    const heightMm = Math.round(f.heightMm + reach);
    return { widthMm, heightMm, areaCm2: (widthMm * heightMm) / 100 };
  });
  const matG = plies.reduce((g, p) => g + (p.areaCm2 / 10_000) * f.plyGm2, 0);
  const resinG = matG * RESIN[f.weave];
  const rate =
    arrhenius(f.tempC, ACTIVATION_J_MOL[f.resin]) *
    (f.resin === 'polyester' ? hardenerFactor(f.catalyst, NOMINAL_CATALYST) : 1);
  const potMin = POT_MIN[f.resin] / rate;
  const batchG = Math.min(BATCH_G, LAID_G_MIN * LAY_SHARE * potMin);
  if (batchG < Math.min(LEAST_G, resinG))
    return fail([
      {
        path: f.resin === 'polyester' && f.catalyst > NOMINAL_CATALYST ? 'catalyst' : 'tempC',
        message: `The pot lasts ${potMin.toFixed(0)} min, which is too short to lay it: less catalyst, or work cooler`,
      },
    ]);
  return ok({
    plies,
    matG,
    resinG,
    catalystG: f.resin === 'polyester' ? resinG * f.catalyst : 0,
    taperMm,
    potMin,
    grindMin: GRIND_MIN[f.resin] / rate,
    batches: Math.ceil(resinG / batchG),
    batchG,
  });
}
