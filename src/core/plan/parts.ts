import type { Bag, BagItem, Job } from '../log/job';
import { fail, ok, type FieldProblem, type Result } from '../result';

/** How the parts of a job stand. */
export interface PartsSum {
  bags: number;
  pieces: number;
  back: number;
  /** One-time clips that are not on order yet. */
  toOrder: { bag: Bag; item: BagItem }[];
  /** On order, the soonest first. */
  onOrder: { bag: Bag; item: BagItem; dueMs: number; late: boolean }[];
  /** Plugs and drains that are not all back. */
  mustReturn: { bag: Bag; item: BagItem; missing: number }[];
  /** When the last back order comes: until then the job waits, ms. */
  heldUntilMs?: number;
}

/** What is bagged, what is to be ordered, what is due and what must go back. */
export function partsSum(job: Job, nowMs: number): PartsSum {
  const all = (job.bags ?? []).flatMap((bag) => bag.items.map((item) => ({ bag, item })));
  const out = all.filter(({ item }) => item.back < item.count);
  const onOrder = out
    .flatMap((x) => (x.item.dueMs === undefined ? [] : [{ ...x, dueMs: x.item.dueMs, late: x.item.dueMs < nowMs }]))
    .sort((a, b) => a.dueMs - b.dueMs);
  return {
    bags: job.bags?.length ?? 0,
    pieces: all.reduce((n, { item }) => n + item.count, 0),
    back: all.reduce((n, { item }) => n + item.back, 0),
    toOrder: out.filter(({ item }) => item.oneTime && item.dueMs === undefined),
    onOrder,
    mustReturn: out.flatMap((x) => (x.item.mustReturn ? [{ ...x, missing: x.item.count - x.item.back }] : [])),
    ...(onOrder.length > 0 && { heldUntilMs: onOrder[onOrder.length - 1]!.dueMs }),
  };
}

/** As long as a name may be in a job file, see core/formats. */
export const NAME_SIGNS = 120;

/** What is wrong with a bag, field by field. An empty bag is allowed; an item of none, or more back than came off, is not. */
export function checkBag(job: Job, bag: Bag): Result<Bag, FieldProblem[]> {
  const problems: FieldProblem[] = [];
  if (!bag.name.trim()) problems.push({ path: 'name', message: 'Give the bag a name or number' });
  else if (bag.name.trim().length > NAME_SIGNS) problems.push({ path: 'name', message: `At most ${NAME_SIGNS} signs` });
  else if (job.bags?.some((b) => b.id !== bag.id && b.name.toLowerCase() === bag.name.trim().toLowerCase()))
    problems.push({ path: 'name', message: 'There is a bag of that name' });
  if (!job.panels.some((p) => p.id === bag.panelId))
    problems.push({ path: 'panelId', message: 'Pick the part that it came off' });
  for (const i of bag.items) problems.push(...itemProblems(i));
  return problems.length > 0 ? fail(problems) : ok(bag);
}

/** What is wrong with something that goes into a bag, by field. */
export function itemProblems(i: BagItem): FieldProblem[] {
  const problems: FieldProblem[] = [];
  if (!i.name.trim()) problems.push({ path: 'item', message: 'Say what it is' });
  else if (i.name.trim().length > NAME_SIGNS) problems.push({ path: 'item', message: `At most ${NAME_SIGNS} signs` });
  if (!Number.isInteger(i.count) || i.count < 1 || i.count > 999)
    problems.push({ path: 'count', message: 'A whole number from 1 to 999' });
  if (!Number.isInteger(i.back) || i.back < 0 || i.back > i.count)
    problems.push({ path: 'back', message: `Back: from 0 to ${i.count}` });
  return problems;
}
