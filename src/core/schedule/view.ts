import { FAMILIES, type Product } from '../library/product';
import type { Person } from '../log/days';
import type { Job } from '../log/job';
import { MINUTE_MS } from '../units/time';
import type { DaysNetwork } from './planned';
import type { Schedule } from './network';
import { planDays, type PlanDay, type PlanRow } from './planDays';
import { decidingChain, type ChainLink } from './reasons';
import type { SayHow } from './say';

/** A plan as pages show it. */
export interface PlanView {
  days: readonly PlanDay[];
  /** All rows of those days. */
  rows: readonly PlanRow[];
  /** What hands are at, and what begins after that, soonest first. */
  now: readonly PlanRow[];
  next: readonly PlanRow[];
  /** What decides the end. */
  chain: readonly ChainLink[];
  how: SayHow;
  doneMs: number;
}

/** What begins within this is begun, ms. */
const ABOUT_NOW_MS = MINUTE_MS;

/** @param most days with work in them @param when a moment, ms, as a person says it */
export function planView(
  { days, plan, zeroMs }: { days: DaysNetwork; plan: Schedule; zeroMs: number },
  shop: { jobs: readonly Job[]; people: readonly Person[]; products: (id: string) => Product | undefined },
  when: (ms: number) => string,
  nowMs: number,
  most: number,
): PlanView {
  const chain = decidingChain(days.network, plan);
  const listed = planDays(days, plan, zeroMs, new Set(chain.map((c) => c.id)), most);
  const rows = listed.flatMap((d) => d.rows);
  return {
    days: listed,
    rows,
    now: rows.filter((r) => r.startMs <= nowMs + ABOUT_NOW_MS && r.endMs > nowMs),
    next: rows.filter((r) => r.startMs > nowMs + ABOUT_NOW_MS),
    chain,
    doneMs: zeroMs + plan.doneMin * MINUTE_MS,
    how: {
      jobOf: (id) => shop.jobs.find((j) => j.id === id),
      personName: (id) => shop.people.find((p) => p.id === id)?.name ?? 'A helper',
      productName: (id) => {
        const p = shop.products(id);
        return p && FAMILIES[p.family].name;
      },
      when: (min) => when(zeroMs + min * MINUTE_MS),
    },
  };
}
