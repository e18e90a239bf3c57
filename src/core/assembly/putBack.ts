import type { Statuses } from '../cure/book';
import { planGap, type GapPlan } from '../fair/gap';
import { gapsOf } from '../fair/gapsOf';
import { keysOf } from '../keysOf';
import type { Stage } from '../library/families';
import { FINAL_CHECKS, type FinalCheckKind } from '../log/assembly';
import type { Bag, BagItem, Job } from '../log/job';
import { zonesOf } from '../log/job';
import { partsSum } from '../plan/parts';
import { isDone } from '../rules/access';
import type { Verdict } from '../rules/verdict';
import { panelsOff } from '../strata/away';
import { leftDefects, openDefects } from '../strata/defects';
import type { JobState } from '../strata/fold';
import { leftFaults, openFaults } from '../strata/types';
import { DEFECT_NAMES } from '../log/defects';
import { FAULT_NAMES } from '../log/marks';
import type { Message } from '../units/phrase';

/** A part that is off, and whether it may go on. */
export interface PartToFit {
  panelId: string;
  name: string;
  /** ready: now. held: not yet, for the reasons. */
  state: 'ready' | 'held';
  /** When the clock lets it by itself, ms. */
  fromMs?: number;
  /** What holds it, or what to know about it. */
  why: Message[];
  /** Parts that go on before it, by the access order. */
  after: string[];
  /** What goes back with it. */
  items: { bag: Bag; item: BagItem; missing: number }[];
}

/** What has to be looked at or done before it is finished. */
export interface OpenEnd {
  kind: 'fault' | 'defect' | 'look' | 'missing' | 'order' | 'part' | 'gap' | 'check';
  says: string;
  panelId?: string;
  /** From when, ms. */
  fromMs?: number;
}

export interface GapToSet {
  panelId: string;
  name: string;
  plan: GapPlan;
}

export interface PutBack {
  parts: PartToFit[];
  gaps: GapToSet[];
  /** Everything that is open; empty: it is finished. */
  open: OpenEnd[];
  /** What stays, as agreed, by name. */
  left: string[];
  checks: { kind: FinalCheckKind; atMs?: number; none?: true }[];
  /** Fresh paint: from when it is washed, and from when it is waxed, ms; null: it stands still in this cold. */
  fresh: { panelId: string; name: string; washMs: number | null; waxMs: number | null }[];
}

/** Parts in an order in which none closes off another: by the links of the access order, else as they lie on the floor. */
function orderOf(job: Job, state: JobState, ids: readonly string[]): Map<string, string[]> {
  const after = new Map<string, string[]>(ids.map((id) => [id, []]));
  for (const l of job.links ?? []) {
    if (l.kind !== 'before' || l.then.kind !== 'fitted' || isDone(job, state, l.first)) continue;
    const list = after.get(l.then.panelId);
    if (list && l.first.kind === 'fitted' && l.first.panelId !== l.then.panelId && after.has(l.first.panelId))
      list.push(l.first.panelId);
  }
  return after;
}

/** @returns the ids so that what comes first is first; a ring is left as it was */
export function sortedBy(ids: readonly string[], after: ReadonlyMap<string, readonly string[]>): string[] {
  const out: string[] = [];
  const visit = (id: string, path: readonly string[]) => {
    if (out.includes(id) || path.includes(id)) return;
    for (const first of after.get(id) ?? []) visit(first, [...path, id]);
    out.push(id);
  };
  for (const id of ids) visit(id, []);
  return out;
}

/**
 * Putting a vehicle together: which part may go on now, which waits for what and until when, what goes back with it, how gaps are set, and what is
 * open before it leaves. Finished is only what has nothing open, nothing missing, nothing to look at again, or left as agreed.
 * @param judgeFit the verdict on fitting a zone's part now @param statuses clocks of the zones
 */
export function putBack(
  job: Job,
  state: JobState,
  judgeFit: (zoneId: string) => Verdict | undefined,
  statuses: Statuses,
  nowMs: number,
): PutBack {
  const off = panelsOff(job, state);
  const panels = job.panels.filter((p) => !p.card);
  const sum = partsSum(job, nowMs);
  const ids = panels.filter((p) => off.has(p.id)).map((p) => p.id);
  const after = orderOf(job, state, ids);
  const nameOf = (id: string) => panels.find((p) => p.id === id)?.name ?? id;
  const itemsOf = (panelId: string) =>
    (job.bags ?? []).flatMap((bag) =>
      bag.panelId === panelId
        ? bag.items.flatMap((item) => (item.back < item.count ? [{ bag, item, missing: item.count - item.back }] : []))
        : [],
    );
  const parts = sortedBy(ids, after).map((panelId): PartToFit => {
    const verdicts = zonesOf(job, panelId).flatMap((z) => judgeFit(z.id) ?? []);
    const stops = verdicts.flatMap((v) => v.findings.filter((f) => f.level === 'stop'));
    const cares = verdicts.flatMap((v) => v.findings.filter((f) => f.level === 'care'));
    const first = (after.get(panelId) ?? []).map(nameOf);
    const late = sum.onOrder.filter((o) => o.bag.panelId === panelId);
    const isHeld = stops.length > 0 || first.length > 0 || late.length > 0;
    // Every stop has to clear by the clock, else no moment can be said.
    const clears = stops.every((f) => f.clearsMs !== undefined) ? stops.flatMap((f) => f.clearsMs ?? []) : [];
    const dues = late.map((o) => o.dueMs);
    const fromMs =
      isHeld && clears.length === stops.length && first.length === 0 ? Math.max(nowMs, ...clears, ...dues) : undefined;
    const why = [
      ...stops.map((f) => f.says),
      ...first.map((n) => `${n} goes on before it.`),
      ...late.map((o) => `${o.item.name} is on order${o.late ? ', and late' : ''}.`),
      ...(isHeld ? [] : cares.map((f) => f.says)),
    ];
    return {
      panelId,
      name: nameOf(panelId),
      state: isHeld ? 'held' : 'ready',
      ...(fromMs !== undefined && fromMs > nowMs && { fromMs }),
      why: [...new Map(why.map((w) => [String(w), w])).values()],
      after: first,
      items: itemsOf(panelId),
    };
  });
  const level = job.level ?? 'driver';
  const gaps = panels.flatMap((p): GapToSet[] =>
    gapsOf(job, state, p.id).flatMap(({ gap }) => {
      if (gap.before !== 'handover') return [];
      const plan = planGap(gap, level);
      return plan.ok && plan.value.act !== 'fits' ? [{ panelId: p.id, name: gap.name, plan: plan.value }] : [];
    }),
  );
  const open: OpenEnd[] = [];
  const left: string[] = [];
  for (const p of panels)
    for (const z of zonesOf(job, p.id)) {
      const s = state.zones.get(z.id)?.strata;
      if (!s) continue;
      const where = p.name.toLowerCase();
      for (const f of openFaults(s))
        open.push({ kind: 'fault', says: `${FAULT_NAMES[f.mark.fault]} on ${where}`, panelId: p.id });
      for (const d of openDefects(s))
        open.push({ kind: 'defect', says: `${DEFECT_NAMES[d.kind]} on ${where}`, panelId: p.id });
      for (const f of leftFaults(s)) left.push(`${FAULT_NAMES[f.mark.fault]} on ${where}`);
      for (const d of leftDefects(s)) left.push(`${DEFECT_NAMES[d.kind]} on ${where}`);
      if (s.lookFromMs !== undefined)
        open.push({
          kind: 'look',
          says: `${p.name} is looked at again in daylight`,
          panelId: p.id,
          fromMs: s.lookFromMs,
        });
    }
  for (const p of parts) open.push({ kind: 'part', says: `${p.name} is off`, panelId: p.panelId });
  for (const bag of job.bags ?? [])
    for (const item of bag.items)
      if (item.back < item.count)
        open.push({
          kind: item.dueMs !== undefined ? 'order' : 'missing',
          says: `${item.count - item.back} × ${item.name.toLowerCase()}${item.dueMs === undefined ? `, in ${bag.name.toLowerCase()}` : ', on order'}`,
          panelId: bag.panelId,
          ...(item.dueMs !== undefined && { fromMs: item.dueMs }),
        });
  for (const g of gaps) open.push({ kind: 'gap', says: `${g.name} is not as agreed`, panelId: g.panelId });
  const done = new Map((job.finalChecks ?? []).map((c) => [c.id, c]));
  const checks = keysOf(FINAL_CHECKS).map((kind) => {
    const c = done.get(kind);
    return { kind, ...(c && { atMs: c.atMs }), ...(c?.none && { none: true as const }) };
  });
  for (const c of checks) if (c.atMs === undefined) open.push({ kind: 'check', says: FINAL_CHECKS[c.kind] });
  const fresh = panels.flatMap((p) => {
    const clocks = zonesOf(job, p.id).flatMap((z) => statuses.get(z.id)?.clocks ?? []);
    const last = (stage: Stage) => {
      const open = clocks.filter((c) => c.stage === stage && !c.reached).map((c) => c.opensMs);
      return open.length === 0 ? 0 : open.includes(null) ? null : Math.max(...open.map((ms) => ms ?? 0));
    };
    const [washMs, waxMs] = [last('polish'), last('full')];
    return washMs === 0 && waxMs === 0 ? [] : [{ panelId: p.id, name: p.name, washMs, waxMs }];
  });
  return { parts, gaps, open, left: [...new Set(left)], checks, fresh };
}
