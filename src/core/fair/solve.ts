import type { Highs } from 'highs';
import { fail, ok, type Result } from '../result';
import type { LinearProgramme } from './fairing';

/** A solved programme: the best x, and how far it can be from the best there is (primal less dual objective, as a share). */
export interface Solved {
  x: Float64Array;
  gap: number;
}

/** Longer than this nobody waits, s. */
export const MOST_SECONDS = 60;

/**
 * Solves a linear programme with HiGHS. The caller loads the solver: in the browser its WebAssembly is fetched by a worker, in Node it
 * lies beside its package.
 */
export function solveProgramme(highs: Highs, p: LinearProgramme): Result<Solved, string> {
  const numCols = p.cost.length;
  const numRows = p.rowLower.length;
  return highs.withModel(
    {
      numCols,
      numRows,
      colCost: p.cost,
      colLower: p.lower,
      colUpper: p.upper,
      rowLower: p.rowLower,
      rowUpper: p.rowUpper,
      matrix: { format: 'csr', numRows, numCols, starts: p.starts, indices: p.indices, values: p.values },
    },
    (model): Result<Solved, string> => {
      model.options.set({ output_flag: false, time_limit: MOST_SECONDS });
      const { modelStatus } = model.run();
      if (modelStatus !== highs.constants.modelStatus.optimal)
        return fail(
          modelStatus === highs.constants.modelStatus.timeLimit
            ? `No plan was found in ${MOST_SECONDS} s. Take fewer points.`
            : 'No plan was found for these readings',
        );
      const { colValue, rowDual, colDual } = model.getSolution();
      return ok({ x: colValue, gap: dualityGap(p, colValue, rowDual, colDual) });
    },
  );
}

/** HiGHS calls a price right within that (its dual feasibility tolerance). */
const DUAL_TOLERANCE = 1e-7;

/** How far the best value is from what the duals prove, as a share of it. */
function dualityGap(p: LinearProgramme, x: Float64Array, rowDual: Float64Array, colDual: Float64Array): number {
  let primal = 0;
  let dual = 0;
  // A price is paid at the bound that holds it.
  // One that is held by nothing is rounding as long as it is within what the solver allows itself.
  const paid = (price: number, low: number, high: number) => {
    const bound = price > 0 ? low : high;
    return price === 0 || (!Number.isFinite(bound) && Math.abs(price) <= DUAL_TOLERANCE) ? 0 : price * bound;
  };
  for (let j = 0; j < x.length; j++) {
    primal += p.cost[j]! * x[j]!;
    const at = paid(colDual[j]!, p.lower[j]!, p.upper[j]!);
    if (Number.isFinite(at)) dual += at;
  }
  for (let i = 0; i < rowDual.length; i++) dual += paid(rowDual[i]!, p.rowLower[i]!, p.rowUpper[i]!);
  return Math.abs(primal - dual) / Math.max(1, Math.abs(primal));
}
