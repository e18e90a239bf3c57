import { format } from 'date-fns/format';
import { planView, type PlanView } from '@/core/schedule';
import { useJobs, useLibrary, useSettings } from '@/data';
import type { PlanNow } from '@/data/plan';
import { shortWhen } from '@/ui/format';

/** A plan as its views show it. @param most days with work in them */
export function usePlanView(made: PlanNow | undefined, now: number, most: number): PlanView | undefined {
  const { jobs } = useJobs();
  const { lookup } = useLibrary();
  const people = useSettings()?.people ?? [];
  const shop = { jobs: jobs.map((j) => j.job), people, products: lookup };
  return made && planView(made, shop, (ms) => shortWhen(ms, now), now, most);
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
