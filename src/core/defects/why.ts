import { entriesOf } from '../keysOf';
import type { DefectCause } from '../log/defectCauses';
import type { DefectKind } from '../log/defects';
import { CAUSES_OF } from './causes';
import { FACT_KEYS, factOf, type Fact } from './facts';

/** What is known: of each fact whether it is so; what is not in it nobody knows. */
export type Known = { readonly [F in Fact]?: { is: boolean; from: 'log' | 'said' } };

/** No single fact, and no group of facts that speak of the same, weighs more: natural logarithm of odds. */
export const MOST_WEIGHT = 2.5;

/** One fact with what it says of one cause. */
export interface Evidence {
  fact: Fact;
  is: boolean;
  from: 'log' | 'said';
  /** Natural logarithm of odds: over 0 speaks for the cause. */
  weight: number;
}

/** A cause with its odds, and what speaks for and against it, the strongest first. */
export interface CauseOdds {
  cause: DefectCause;
  /** 0 to 1; over all causes they add up to 1. */
  odds: number;
  /** Before anything was known. */
  prior: number;
  evidence: Evidence[];
}

export interface Why {
  causes: CauseOdds[];
  /** Facts that would tell something, and of which the log is silent. */
  silent: Fact[];
  /** The one question that tells most; undefined where none does. */
  ask?: Fact;
}

const clamp = (x: number) => Math.max(-MOST_WEIGHT, Math.min(MOST_WEIGHT, x));

/** How much more likely a fact is as it is found, where a cause is at work, than where it is not: log of the ratio. */
export function weightOf(fact: Fact, is: boolean, cause: DefectCause): number {
  const { base, given } = factOf(fact);
  const p = (given[cause] ?? base) / 100;
  const q = base / 100;
  return clamp(is ? Math.log(p / q) : Math.log((1 - p) / (1 - q)));
}

/** What facts say of a cause; of a group only the strongest counts, since they speak of the same. */
function evidenceFor(cause: DefectCause, known: Known): Evidence[] {
  const all = FACT_KEYS.flatMap((fact): Evidence[] => {
    const k = known[fact];
    return k ? [{ fact, is: k.is, from: k.from, weight: weightOf(fact, k.is, cause) }] : [];
  });
  const strongest = new Map<string, Evidence>();
  const single: Evidence[] = [];
  for (const e of all) {
    const { group } = factOf(e.fact);
    if (group === undefined) single.push(e);
    else {
      const had = strongest.get(group);
      if (!had || Math.abs(e.weight) > Math.abs(had.weight)) strongest.set(group, e);
    }
  }
  return [...single, ...strongest.values()]
    .filter((e) => Math.abs(e.weight) > 0.01)
    .sort((a, b) => Math.abs(b.weight) - Math.abs(a.weight));
}

function oddsOf(kind: DefectKind, known: Known): CauseOdds[] {
  const priors = entriesOf(CAUSES_OF[kind] as Record<DefectCause, number>);
  const all = priors.map(([cause, prior]) => {
    const evidence = evidenceFor(cause, known);
    return {
      cause,
      prior: prior / 100,
      evidence,
      raw: (prior / 100) * Math.exp(evidence.reduce((s, e) => s + e.weight, 0)),
    };
  });
  const sum = all.reduce((s, c) => s + c.raw, 0);
  return all.map(({ raw, ...c }) => ({ ...c, odds: raw / sum })).sort((a, b) => b.odds - a.odds || b.prior - a.prior);
}

const entropy = (causes: readonly CauseOdds[]): number =>
  causes.reduce((s, { odds }) => (odds > 0 ? s - odds * Math.log2(odds) : s), 0);

/** How much less is open once a fact is known, on average, bits. */
function gain(kind: DefectKind, known: Known, fact: Fact, now: readonly CauseOdds[]): number {
  const { base, given } = factOf(fact);
  const isSo = now.reduce((s, c) => s + c.odds * ((given[c.cause] ?? base) / 100), 0);
  const after = (is: boolean) => entropy(oddsOf(kind, { ...known, [fact]: { is, from: 'said' } }));
  return entropy(now) - isSo * after(true) - (1 - isSo) * after(false);
}

/** A question that tells less is not asked, bits. */
const LEAST_GAIN = 0.03;

/**
 * What most likely made a defect: naive Bayes over what is known, with weights from `facts`, capped at ±2.5, and facts that speak of the same
 * counted once. Without evidence the odds are those of the trade. Source: the usual rule of Bayes; figures see `facts` and `causes`.
 */
export function whyDefect(kind: DefectKind, known: Known): Why {
  const causes = oddsOf(kind, known);
  const matters = (f: Fact) =>
    entriesOf(CAUSES_OF[kind] as Record<DefectCause, number>).some(([c]) => c in factOf(f).given);
  const silent = FACT_KEYS.filter((f) => known[f] === undefined && matters(f));
  const best = silent
    .filter((f) => factOf(f).ask !== undefined)
    .map((fact) => ({ fact, bits: gain(kind, known, fact, causes) }))
    .sort((a, b) => b.bits - a.bits)[0];
  return { causes, silent, ...(best && best.bits >= LEAST_GAIN && { ask: best.fact }) };
}
