import { finishOf } from '../log/job';
import type { Product } from '../library/product';
import type { JobState } from '../strata/fold';
import { verdictOn, type Verdict, type VerdictInput } from '../rules/verdict';
import type { Candidate } from './acts';
import { leadOn } from './leadOn';
import { compatibleByTable } from './compatible';
import { wayFrom } from './way';

/**
 * The steps that come into question on a zone with their verdicts: what may be done, in the order of the work, and then what has to wait,
 * soonest first.
 */
export function nextSteps(
  input: VerdictInput,
  state: JobState,
  all: readonly Product[],
): (Candidate & { verdict: Verdict })[] {
  const { strata, status, method, nowMs } = input;
  const stops = (v: Verdict) => (v.level === 'stop' ? 1 : 0);
  const finish = input.within && finishOf(input.within.job, input.within.zoneId);
  const w = { strata, status, state, all, method, compatible: compatibleByTable, level: finish?.level, finish, nowMs };
  return leadOn(wayFrom(w), w, (step) => verdictOn(step, input))
    .map((c) => ({ ...c, verdict: verdictOn(c.step, input) }))
    .sort(
      (a, b) =>
        stops(a.verdict) - stops(b.verdict) ||
        (stops(a.verdict) ? (a.verdict.clearsMs ?? Infinity) - (b.verdict.clearsMs ?? Infinity) || 0 : 0),
    );
}
