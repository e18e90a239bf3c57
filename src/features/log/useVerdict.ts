import { zoneLabel, type LoggableKind, type Product } from '@/core';
import type { Verdict } from '@/core/advice';
import { useRules, useVerdictInput, type OpenJob } from '@/data';

export interface Judged {
  verdict: Verdict;
  /** The zone that it is about, where several were picked. */
  zone?: string;
}

const WEIGHT = { allowed: 0, care: 1, stop: 2 } as const;

/**
 * The gravest verdict over the picked zones on what stands on the sheet. Undefined while the rules load, and for
 * entries that are no step (a reading, a finding, a repair).
 */
export function useVerdict(
  open: OpenJob,
  zones: string[],
  kind: LoggableKind,
  payload: Record<string, unknown> | undefined,
  product: Product | undefined,
  now: number,
): Judged | undefined {
  const rules = useRules();
  const inputFor = useVerdictInput(open, now);
  const step = rules && payload ? rules.stepOf(kind, payload, product) : undefined;
  if (!rules || !step) return undefined;
  let worst: Judged | undefined;
  for (const id of zones) {
    const input = inputFor(id);
    if (!input) continue;
    const verdict = rules.verdictOn(step, input);
    if (!worst || WEIGHT[verdict.level] > WEIGHT[worst.verdict.level])
      worst = { verdict, ...(zones.length > 1 && { zone: zoneLabel(open.job, id) }) };
  }
  return worst;
}
