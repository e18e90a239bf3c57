import { TREATMENT_NAMES } from '../log/marks';
import type { Product } from '../library/product';
import { isBase, isFiller, isPrimer, isTopcoat } from '../library/product';
import { familiesOver, likelyGrit, likelyProduct } from './suggest';
import { likelyRemovalUm } from '../grit/removal';
import type { JobState } from '../strata/fold';
import type { QualityLevel } from '../library/level';
import type { LoggableKind } from '../log/event';
import type { ZoneStatus } from '../cure/status';
import { openFaults, type Strata } from '../strata/types';
import type { Step } from './rule';
import { verdictOn, type Verdict, type VerdictInput } from './verdict';

/** A step that comes into question, said in the trade's words. */
export interface Candidate {
  step: Step;
  label: string;
  /** The kind that logs it, where one does. */
  logs?: LoggableKind;
}

/**
 * The steps that come into question on a zone, in the order of the work: another coat, what goes over it, filler,
 * guide coat and sanding, cleaning, then what comes after paint.
 * @param all the whole library; of each family the product that this job used last is offered
 */
export function candidates(
  strata: Strata,
  status: ZoneStatus,
  state: JobState,
  all: readonly Product[],
  level?: QualityLevel,
): Candidate[] {
  const out: Candidate[] = [];
  // What was found and not dealt with comes before anything that would go over it.
  for (const treatment of new Set(openFaults(strata).map((f) => f.mark.treatment)))
    out.push({ step: { kind: 'repair', treatment }, label: TREATMENT_NAMES[treatment], logs: 'repaired' });
  const top = status.top;
  const topProduct = top?.productId ? all.find((p) => p.id === top.productId) : undefined;
  const coat = (p: Product | undefined, label?: string) => {
    if (p && !out.some((c) => 'product' in c.step && c.step.product.id === p.id))
      out.push({
        step: { kind: 'coat', product: p },
        label: label ?? p.name,
        logs: p.family === 'converter' ? 'treated' : 'coated',
      });
  };
  if (
    topProduct &&
    top &&
    !strata.surface.scratch &&
    (isPrimer(topProduct.family) || isBase(topProduct.family) || isTopcoat(topProduct.family))
  )
    coat(topProduct, `Another coat of ${topProduct.name.toLowerCase()}`);
  coat(likelyProduct('coated', status, strata, state, all));
  for (const f of familiesOver(strata, status)) coat(all.find((p) => p.family === f));
  if (!top && strata.substrate === 'steel') coat(likelyProduct('treated', status, strata, state, all));
  if (!top || isFiller(top.family) || ['epoxy', 'dtm', 'converter', 'etch', 'oldCoating'].includes(top.family)) {
    const p = likelyProduct('filled', status, strata, state, all);
    if (p)
      out.push({
        step: { kind: 'fill', product: p },
        label: isFiller(top?.family ?? 'clear') ? `Another skim of ${p.name.toLowerCase()}` : p.name,
        logs: 'filled',
      });
  }
  if (top && (isPrimer(top.family) || isFiller(top.family)))
    out.push({ step: { kind: 'guide' }, label: 'Guide coat', logs: 'guideCoated' });
  if (top) {
    const grit = likelyGrit(status, strata, level);
    out.push({
      step: { kind: 'sand', grit, removedUm: likelyRemovalUm(grit, status, strata) },
      label: `${isPrimer(top.family) ? 'Block' : isTopcoat(top.family) ? 'Denib' : 'Sand'}, P${grit}`,
      logs: 'sanded',
    });
  }
  if (!strata.surface.clean && !(top && isBase(top.family))) {
    const p = likelyProduct('cleaned', status, strata, state, all);
    if (p) out.push({ step: { kind: 'clean', product: p }, label: `Clean: ${p.name.toLowerCase()}`, logs: 'cleaned' });
  }
  if (top?.family === 'oldCoating')
    out.push({ step: { kind: 'strip', method: 'sander' }, label: 'Strip', logs: 'stripped' });
  if (top && isTopcoat(top.family)) {
    out.push({ step: { kind: 'polish' }, label: 'Polish', logs: 'polished' });
    out.push(
      { step: { kind: 'tape' }, label: 'Tape over it' },
      { step: { kind: 'clamp' }, label: 'Fit and clamp' },
      { step: { kind: 'wax' }, label: 'Wax' },
    );
  }
  return out;
}

const WEIGHT = { allowed: 0, care: 1, stop: 2 } as const;

/** Every candidate with its verdict: what may be done first, then what has to wait, soonest first. */
export function nextSteps(
  input: VerdictInput,
  state: JobState,
  all: readonly Product[],
): (Candidate & { verdict: Verdict })[] {
  return candidates(input.strata, input.status, state, all, input.within?.job.level)
    .map((c) => ({ ...c, verdict: verdictOn(c.step, input) }))
    .sort(
      (a, b) =>
        WEIGHT[a.verdict.level] - WEIGHT[b.verdict.level] ||
        (a.verdict.clearsMs ?? Infinity) - (b.verdict.clearsMs ?? Infinity) ||
        0,
    );
}
