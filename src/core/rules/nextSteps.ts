import { TREATMENT_NAMES, TREATMENTS } from '../log/marks';
import type { Product } from '../library/product';
import { isBase, isFiller, isPrimer, isTopcoat } from '../library/product';
import { familiesOver, likelyGrit, likelyProduct } from './suggest';
import { likelyRemovalUm } from '../grit/removal';
import type { JobState } from '../strata/fold';
import type { QualityLevel } from '../library/level';
import type { LoggableKind, Payloads } from '../log/event';
import type { ZoneStatus } from '../cure/status';
import { openFaults, type Strata } from '../strata/types';
import type { Step, StepKind } from './rule';
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
    out.push({ step: { kind: 'strip', method: 'mechanical' }, label: 'Strip', logs: 'stripped' });
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

/** The step that an entry on the sheet is, so that it can be judged before it is saved. */
export function stepOf(
  kind: LoggableKind,
  payload: Partial<Payloads[LoggableKind]> & Record<string, unknown>,
  product: Product | undefined,
): Step | undefined {
  const num = (k: string) => (typeof payload[k] === 'number' ? payload[k] : undefined);
  const kinds: Partial<Record<LoggableKind, StepKind>> = {
    coated: 'coat',
    treated: 'coat',
    filled: 'fill',
    cleaned: 'clean',
    sanded: 'sand',
    guideCoated: 'guide',
    polished: 'polish',
    stripped: 'strip',
    blasted: 'blast',
    repaired: 'repair',
    fitted: 'fit',
  };
  switch (kinds[kind]) {
    case 'coat':
      return (
        product && {
          kind: 'coat',
          product,
          filmUm: num('filmUm'),
          ...(typeof payload.hardenerId === 'string' && { hardenerId: payload.hardenerId }),
        }
      );
    case 'fill':
      return product && { kind: 'fill', product, filmUm: num('filmUm'), hardenerFraction: num('hardenerFraction') };
    case 'clean':
      return product && { kind: 'clean', product };
    case 'sand':
      return { kind: 'sand', grit: num('grit') ?? 400, removedUm: num('removedUm') };
    case 'guide':
      return { kind: 'guide' };
    case 'polish':
      return { kind: 'polish', removedUm: num('removedUm') };
    case 'strip':
      return { kind: 'strip', method: payload.method === 'chemical' ? 'chemical' : 'mechanical' };
    case 'blast':
      return {
        kind: 'blast',
        media: String(payload.media),
        barG: num('barG'),
        wet: payload.wet === true,
        inhibitor: payload.inhibitor === true,
      };
    case 'repair': {
      const named = TREATMENTS.find((t) => TREATMENT_NAMES[t] === payload.method);
      return { kind: 'repair', ...(named && { treatment: named }) };
    }
    case 'fit':
      return { kind: 'fit' };
    case 'tape':
    case 'clamp':
    case 'wax':
    case undefined:
      return undefined;
  }
}
