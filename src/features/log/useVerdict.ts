import { zoneLabel, type LoggableKind, type Product } from '@/core';
import type { Verdict } from '@/core/rules';
import { useConditions, useRules, useSettings, type OpenJob, type Statuses } from '@/data';

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
  statuses: Statuses,
  kind: LoggableKind,
  payload: Record<string, unknown> | undefined,
  product: Product | undefined,
  now: number,
): Judged | undefined {
  const rules = useRules();
  const settings = useSettings();
  const conditions = useConditions(open, now);
  const step = rules && payload ? rules.stepOf(kind, payload, product) : undefined;
  if (!rules || !settings || !conditions || !step) return undefined;
  let worst: Judged | undefined;
  for (const id of zones) {
    const strata = open.state.zones.get(id)?.strata;
    const status = statuses.get(id);
    if (!strata || !status) continue;
    const here = conditions(id);
    const verdict = rules.verdictOn(step, {
      strata,
      status,
      air: here,
      ahead: here.ahead,
      method: settings.method,
      products: open.products,
      nowMs: now,
    });
    if (!worst || WEIGHT[verdict.level] > WEIGHT[worst.verdict.level])
      worst = { verdict, ...(zones.length > 1 && { zone: zoneLabel(open.job, id) }) };
  }
  return worst;
}
