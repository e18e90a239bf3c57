import { format } from 'date-fns/format';
import { FAMILIES, MINUTE_MS, type Job } from '@/core';
import { decidingChain, planDays, type PlanDay, type SayHow } from '@/core/schedule';
import { useJobs, useLibrary, useSettings } from '@/data';
import type { PlanNow } from '@/data/plan';
import { shortWhen } from '@/ui/format';

export interface PlanView {
  days: readonly PlanDay[];
  deciding: ReadonlySet<string>;
  chain: readonly { id: string }[];
  how: SayHow;
  doneMs: number;
}

/** A plan as its views show it. @param most days with work in them */
export function usePlanView(made: PlanNow | undefined, now: number, most: number): PlanView | undefined {
  const { jobs } = useJobs();
  const { lookup } = useLibrary();
  const people = useSettings()?.people ?? [];
  if (!made) return undefined;
  const chain = decidingChain(made.days.network, made.plan);
  const deciding = new Set(chain.map((c) => c.id));
  const jobOf = (id: string): Job | undefined => jobs.find((j) => j.job.id === id)?.job;
  return {
    days: planDays(made.days, made.plan, made.zeroMs, deciding, most),
    deciding,
    chain,
    doneMs: made.zeroMs + made.plan.doneMin * MINUTE_MS,
    how: {
      jobOf,
      personName: (id) => people.find((p) => p.id === id)?.name ?? 'A helper',
      productName: (id) => {
        const p = lookup(id);
        return p && FAMILIES[p.family].name;
      },
      when: (min) => shortWhen(made.zeroMs + min * MINUTE_MS, now),
    },
  };
}

/** 'Fri 18 Dec'; with the year where that is another one. */
export const dayWords = (ms: number, now: number): string =>
  format(ms, new Date(ms).getFullYear() === new Date(now).getFullYear() ? 'EEE d MMM' : 'EEE d MMM yyyy');

/** Minutes of work as people say them: '1 h 20 min'. */
export function workTime(min: number): string {
  const m = Math.max(5, Math.round(min / 5) * 5);
  const [h, rest] = [Math.floor(m / 60), m % 60];
  return h === 0 ? `${rest} min` : rest === 0 ? `${h} h` : `${h} h ${rest} min`;
}
