import { addDays } from 'date-fns/addDays';
import { startOfDay } from 'date-fns/startOfDay';
import type { Agreed } from '../log/days';
import { MINUTE_MS } from '../units/time';
import type { Block } from './blocks';
import type { DaysNetwork, PlannedWork } from './planned';
import type { Schedule } from './network';
import { personOf } from './people';
import { causeOf, type Cause } from './reasons';
import { prepare } from './times';

/** Work of a day of the plan, in its order. */
export interface PlanDay {
  /** Its midnight, ms. */
  dayMs: number;
  rows: readonly PlanRow[];
}
export interface PlanRow {
  work: PlannedWork;
  startMs: number;
  endMs: number;
  who?: string;
  cause: Cause;
  /** By the plan the end of all hangs on it. */
  decides: boolean;
}

/** The plan by days. @param deciding ids on the deciding chain @param days so many with work in them */
export function planDays(
  d: DaysNetwork,
  s: Schedule,
  zeroMs: number,
  deciding: ReadonlySet<string>,
  days = Infinity,
): PlanDay[] {
  const out = new Map<number, PlanRow[]>();
  const p = prepare(d.network);
  const rows = [...s.starts].sort((a, b) => a[1] - b[1]);
  for (const [id, start] of rows) {
    const work = d.works.get(id);
    if (!work) continue;
    const startMs = zeroMs + start * MINUTE_MS;
    const dayMs = startOfDay(startMs).getTime();
    let list = out.get(dayMs);
    if (!list) {
      if (out.size >= days) break;
      out.set(dayMs, (list = []));
    }
    const by = s.by.get(id);
    const who = by === undefined ? undefined : personOf(by);
    list.push({
      work,
      startMs,
      endMs: zeroMs + (s.ends.get(id) ?? start) * MINUTE_MS,
      ...(who !== undefined && { who }),
      cause: causeOf(d.network, s, id, p),
      decides: deciding.has(id),
    });
  }
  return [...out].map(([dayMs, list]) => ({ dayMs, rows: list }));
}

/** The midnight after that of a day, ms: on the days on which clocks are changed too. */
export const dayEnd = (dayMs: number): number => addDays(dayMs, 1).getTime();

/**
 * What is agreed once a piece of work is put on a day, or on any again.
 * @param on the day's midnight, and not before a moment of it, ms; undefined: any day @param id of what is agreed by it
 */
export function putOnDay(
  agreed: readonly Agreed[],
  b: Pick<Block, 'work' | 'zoneIds' | 'panelIds'>,
  on: { dayMs: number; fromMs?: number } | undefined,
  id: string,
): Agreed[] {
  const isSame = (a: Agreed) =>
    a.kind === 'on' && a.work === b.work && (a.zoneIds?.some((z) => b.zoneIds.includes(z)) ?? false);
  const others = agreed.filter((a) => !isSame(a));
  if (!on) return others;
  const { dayMs, fromMs = dayMs } = on;
  return [
    ...others,
    {
      id,
      kind: 'on',
      panelIds: [...b.panelIds],
      zoneIds: [...b.zoneIds],
      work: b.work,
      atMs: Math.max(dayMs, fromMs),
      untilMs: dayEnd(dayMs),
    },
  ];
}
