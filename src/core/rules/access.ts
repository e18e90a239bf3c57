import type { FaultKind } from '../log/marks';
import { FAMILIES, isPrimer, type ProductFamily } from '../library/product';
import { isMetal, SUBSTRATES } from '../library/substrates';
import { KINDS, LOGGABLE, type EventKind } from '../log/event';
import type { JobState } from '../strata/fold';
import { zonesOf, type AccessLink, type Job, type TaskRef, type Zone } from '../log/job';
import { keepOutsOn, outlinesOverlap } from '../outline/keepOutsOn';
import { isOpenFault, type MarkedFault } from '../strata/types';

/** Acts that links speak of. */
export const TASK_KINDS = LOGGABLE.flatMap((kind) => {
  const { task } = KINDS[kind];
  return task === null ? [] : [{ kind, task }];
});

/** 'coat the floor'. */
export function taskWords(job: Job, t: TaskRef): string {
  const panel = job.panels.find((p) => p.id === t.panelId)?.name.toLowerCase() ?? 'a panel that is gone';
  return `${KINDS[t.kind].task ?? t.kind} the ${panel}`;
}

/** Whether an act was logged on any zone of a panel. */
export const isDone = (job: Job, state: JobState, t: TaskRef): boolean =>
  zonesOf(job, t.panelId).some((z) => state.zones.get(z.id)?.events.some((e) => e.kind === t.kind));

/** A mark of a panel, and a zone that it is on. */
export interface PanelFault {
  zoneId: string;
  fault: MarkedFault;
}

/**
 * Marks of a panel, each once, newest last. One from before a zone was cut is on both zones: it is dealt with where either says so.
 */
export function faultsOn(job: Job, state: JobState, panelId: string): PanelFault[] {
  const seen = new Map<string, PanelFault>();
  for (const z of zonesOf(job, panelId))
    for (const f of state.zones.get(z.id)?.strata?.faults ?? [])
      if (f.mark && (!seen.has(f.id) || f.doneMs !== undefined))
        seen.set(f.id, { zoneId: z.id, fault: { ...f, mark: f.mark } });
  return [...seen.values()];
}

/** What stands around a step: what it would close off, hide, or must not be done any more. */
export interface JobConstraints {
  /** Acts that a link wants done first and that are not. */
  unfinished: string[];
  /** Acts after which this one is never to be done, and that are done. */
  never: string[];
  /** Bare metal on the panel, by zone: fitting or closing hides it. */
  bareFaces: string[];
  /** Faults of the panel that nothing has dealt with, and that nobody agreed to leave. */
  openFaults: number;
  /** Open faults that are kept on another zone and reach into these. */
  reaching: { fault: FaultKind; grade: 1 | 2 | 3; from: string }[];
  /** What must not be painted on these zones, and is not masked since they were last worked on. */
  unmasked: string[];
}

/** Faults that were gone round and lie partly on other zones than their own. */
function reachingInto(job: Job, state: JobState, zones: readonly Zone[]): JobConstraints['reaching'] {
  const seen = new Map<string, JobConstraints['reaching'][number]>();
  for (const zone of zones) {
    if (!zone.outline) continue;
    for (const { zoneId, fault } of faultsOn(job, state, zone.panelId)) {
      const { outline, face = 'outer' } = fault.mark;
      if (!isOpenFault(fault) || !outline || zones.some((z) => z.id === zoneId)) continue;
      if (face === (zone.face ?? 'outer') && outlinesOverlap(outline, zone.outline))
        seen.set(fault.id, {
          fault: fault.mark.fault,
          grade: fault.mark.grade,
          from: job.zones.find((z) => z.id === zoneId)?.name.toLowerCase() ?? 'another zone',
        });
    }
  }
  return [...seen.values()];
}

/** Keep-outs of zones on which nothing was masked since they were last worked on. */
function unmaskedOn(job: Job, state: JobState, zoneIds: readonly string[]): string[] {
  const names = zoneIds.flatMap((id) => {
    const off = keepOutsOn(job, id);
    if (off.length === 0) return [];
    const kinds = state.zones.get(id)?.events.map((e) => e.kind) ?? [];
    const masked = kinds.lastIndexOf('masked');
    return masked > kinds.findLastIndex((k) => KINDS[k].unmasks) ? [] : off.map((k) => k.name);
  });
  return [...new Set(names)];
}

/** What keeps air and water off metal that a joint hides: primer, a coating that was there, underseal or a liner. */
const seals = (f: ProductFamily): boolean =>
  isPrimer(f) || FAMILIES[f].role === 'found' || f === 'underseal' || f === 'liner';

/**
 * What a step on some zones would close off or hide.
 * @param kind as it would be logged
 */
export function jobConstraints(job: Job, state: JobState, zoneIds: readonly string[], kind: EventKind): JobConstraints {
  const panels = new Set(job.zones.flatMap((z) => (zoneIds.includes(z.id) ? [z.panelId] : [])));
  const about = (l: AccessLink) => l.then.kind === kind && panels.has(l.then.panelId);
  const links = (job.links ?? []).filter(about);
  const say = (l: AccessLink) => `${taskWords(job, l.first)}${l.why ? ` (${l.why})` : ''}`;
  const zones = job.zones.filter((z) => panels.has(z.panelId));
  return {
    unfinished: links.filter((l) => l.kind === 'before' && !isDone(job, state, l.first)).map(say),
    never: links.filter((l) => l.kind === 'never' && isDone(job, state, l.first)).map(say),
    bareFaces: zones.flatMap((z) => {
      const s = state.zones.get(z.id)?.strata;
      if (!s || !isMetal(s.substrate)) return [];
      const sealed = s.layers.some((l) => seals(l.family));
      return sealed ? [] : [`${z.name.toLowerCase()} (${SUBSTRATES[s.substrate].name.toLowerCase()})`];
    }),
    openFaults: [...panels].reduce((n, p) => n + faultsOn(job, state, p).filter((x) => isOpenFault(x.fault)).length, 0),
    reaching: reachingInto(
      job,
      state,
      zones.filter((z) => zoneIds.includes(z.id)),
    ),
    unmasked: unmaskedOn(job, state, zoneIds),
  };
}

/** Links that chase their own tail: A before B before A. Gives the first link that closes a ring. */
export function findCycle(links: readonly AccessLink[]): AccessLink | undefined {
  const key = (t: TaskRef) => `${t.panelId}/${t.kind}`;
  const after = new Map<string, string[]>();
  const reaches = (from: string, to: string, seen = new Set<string>()): boolean => {
    if (from === to) return true;
    if (seen.has(from)) return false;
    seen.add(from);
    return (after.get(from) ?? []).some((n) => reaches(n, to, seen));
  };
  for (const l of links) {
    if (l.kind !== 'before') continue;
    const [a, b] = [key(l.first), key(l.then)];
    if (reaches(b, a)) return l;
    after.set(a, [...(after.get(a) ?? []), b]);
  }
  return undefined;
}
