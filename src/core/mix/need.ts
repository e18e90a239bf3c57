import { APPLICATIONS, type Application } from '../library/application';
import type { Product } from '../library/product';
import { fail, ok, type FieldProblem, type Result } from '../result';
import { readyMixMl } from './coverage';
import { growthFactor, type InCup } from './pour';
import { readySolids, splitMix, type SplitMix } from './ratio';
import { usualTransfer, type Transfer } from './session';
import { transferEfficiency, type Shape } from './transfer';

export interface MixRequest {
  product: Product;
  areaCm2: number;
  /** Dry film of one coat, µm. */
  filmUm: number;
  coats: number;
  thinnerFraction: number;
  application: Application;
  shape: Shape;
  /** Kept in hand for the last panel, fraction of the need. */
  reserveFraction: number;
  /** What is in the cup already, of each line, g: the batch is never smaller than that asks for. */
  inCup?: InCup;
  /** What the cup has to be, mL, where that is known: one of several for the same coats. */
  readyMl?: number;
  /** Of the mix, °C, where a part is dosed by it. */
  tempC?: number;
  /** How much lands, where the shop has measured it; shape lets more go past. */
  transfer?: Transfer;
}

export interface MixPlan extends SplitMix {
  /** Ready mix that the coats themselves take, mL. */
  needMl: number;
  /** Of that, for one coat, mL. */
  perCoatMl: number;
  transferEfficiency: number;
  /** How far the need may be off either way: two in three lie between, mL. */
  lowMl: number;
  highMl: number;
  /** How much larger the batch is than planned, since too much of one part is in the cup; 1 where it is as planned. */
  grown: number;
}

/**
 * How much to mix, and how to pour it.
 * @returns the plan, or which figure is not a sensible one
 */
export function planMix(r: MixRequest): Result<MixPlan, FieldProblem[]> {
  const problems: FieldProblem[] = [];
  const check = (path: string, label: string, v: number, min: number, max: number) => {
    if (!Number.isFinite(v) || v < min || v > max)
      problems.push({ path, message: `${label} must be between ${min} and ${max}` });
  };
  if (r.areaCm2 <= 0) problems.push({ path: 'areaCm2', message: 'Pick at least one zone with an area' });
  else check('areaCm2', 'Area', r.areaCm2, 1, 2_000_000);
  check('filmUm', 'Film of one coat', r.filmUm, 0.5, 20_000);
  check('coats', 'Coats', r.coats, 1, 12);
  check('reserveFraction', 'Reserve', r.reserveFraction, 0, 1);
  if (r.product.thinning) check('thinnerFraction', 'Thinner', r.thinnerFraction, 0, 2);
  const solids = readySolids(r.product, r.thinnerFraction, r.tempC);
  if (!(solids > 0))
    problems.push({ path: 'product', message: `${r.product.name} leaves no film, so there is no amount to work out` });
  if (problems.length > 0) return fail(problems);
  const usual = transferEfficiency(r.application, r.shape);
  const te = r.transfer ? (usual * r.transfer.share) / APPLICATIONS[r.application].transferEfficiency : usual;
  const { spread } = r.transfer ?? usualTransfer(r.application, r.product.id);
  const needMl = readyMixMl(r.areaCm2, r.filmUm, r.coats, solids, te);
  const readyMl = r.readyMl ?? needMl * (1 + r.reserveFraction);
  const planned = splitMix(r.product, readyMl, r.thinnerFraction, r.tempC);
  const inCup = r.inCup ?? [];
  if (inCup.slice(planned.lines.length).some((g) => g > 0))
    return fail([{ path: 'thinnerFraction', message: 'There is thinner in the cup already' }]);
  const grown = growthFactor(planned.lines, inCup);
  return ok({
    ...(grown === 1 ? planned : splitMix(r.product, readyMl * grown, r.thinnerFraction, r.tempC)),
    grown,
    needMl,
    perCoatMl: needMl / r.coats,
    lowMl: needMl * Math.exp(-spread),
    highMl: needMl * Math.exp(spread),
    transferEfficiency: te,
  });
}
