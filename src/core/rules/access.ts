import type { FaultKind } from '../log/marks';
import { FAMILIES, isPrimer, type ProductFamily } from '../library/product';
import { isMetal, SUBSTRATES } from '../library/substrates';
import { KINDS, LOGGABLE, type EventKind } from '../log/event';
import type { JobState } from '../strata/fold';
import {
  withoutCards,
  zoneLabel,
  zonesOf,
  type AccessLink,
  type Job,
  type SeamKind,
  type TaskRef,
  type Zone,
} from '../log/job';
import { isWith, taskWithName } from '../log/taskWith';
import { treatmentOf } from '../log/treatmentOf';
import { seamFigures } from '../outline/seamFigures';
import { lowerFirst } from '../units/phrase';
import { keepOutsOn, outlinesOverlap } from '../outline/keepOutsOn';
import { isOpenFault, type MarkedFault, type Strata } from '../strata/types';

/** Acts that links speak of. */
export const TASK_KINDS = LOGGABLE.flatMap((kind) => {
  const { task } = KINDS[kind];
  return task === null ? [] : [{ kind, task }];
});

/** 'coat the floor'. */
export function taskWords(job: Job, t: TaskRef): string {
  const panel = job.panels.find((p) => p.id === t.panelId)?.name.toLowerCase() ?? 'a panel that is gone';
  const zone = t.zoneId && job.zones.find((z) => z.id === t.zoneId)?.name.toLowerCase();
  const what = t.with ? ` with ${taskWithName(t.with)}` : '';
  return `${KINDS[t.kind].task ?? t.kind} the ${panel}${zone ? `, ${zone},` : ''}${what}`.replace(/,$/, '');
}

/** Zones that an act is meant on. */
function zonesMeant(job: Job, t: TaskRef): readonly Zone[] {
  const all = zonesOf(job, t.panelId);
  const own = all.filter((z) => z.id === t.zoneId);
  return own.length > 0 ? own : all;
}

/** Whether an act was logged on a zone that it is meant on, with what it asks for, since the coats there were last taken off. */
export const isDone = (job: Job, state: JobState, t: TaskRef): boolean =>
  zonesMeant(job, t).some((z) => {
    const zone = state.zones.get(z.id);
    // A coat that was stripped again is not on the face that is closed.
    const { with: what } = t;
    if (what) return zone?.strata?.layers.some((l) => l.productId !== undefined && isWith(what, l.family)) ?? false;
    return zone?.events.some((e) => e.kind === t.kind) ?? false;
  });

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
  /** Bare metal on the panel, and on faces of parts that it is joined with: fitting or closing hides it. */
  bareFaces: string[];
  /** Faces of metal that a weld hides and that no weld-through primer or zinc is on, by zone; with those of parts that it is joined with. */
  noWeldThrough: string[];
  /** Seams of the panel that no sealer is on. */
  unsealed: string[];
  /** Something is bonded on the panel, or on a part that it is joined with: heat takes it off. */
  bonded: boolean;
  /** What came off the panel, is on order and is not here: what it is, and when it comes, ms. */
  onOrder: { name: string; dueMs: number }[];
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

const isBareMetal = (state: JobState, z: Zone): boolean => {
  const s = state.zones.get(z.id)?.strata;
  return s !== undefined && isMetal(s.substrate) && !s.layers.some((l) => seals(l.family));
};
const faceName = (state: JobState, z: Zone, name: string): string => {
  const s = state.zones.get(z.id)?.strata;
  return s ? `${name} (${SUBSTRATES[s.substrate].name.toLowerCase()})` : name;
};

/** Of a panel's zones those that a joint hides: its seams and its inner face; where nothing of that was drawn, those that are worked on. */
function hiddenFaces(zones: readonly Zone[], worked?: readonly string[]): readonly Zone[] {
  const hidden = zones.filter((z) => z.seam !== undefined || z.face === 'inner');
  return hidden.length > 0 ? hidden : zones.filter((z) => worked?.includes(z.id) ?? true);
}

/** Faces of the parts that some panels are joined with. */
function matesOf(job: Job, panels: ReadonlySet<string>): readonly Zone[] {
  const mates = new Set(
    (job.links ?? []).flatMap((l) =>
      l.kind !== 'joins'
        ? []
        : panels.has(l.first.panelId)
          ? [l.then.panelId]
          : panels.has(l.then.panelId)
            ? [l.first.panelId]
            : [],
    ),
  );
  return [...mates].filter((p) => !panels.has(p)).flatMap((p) => hiddenFaces(zonesOf(job, p)));
}

/** Zinc is its own weld-through; paint in the weld burns, and is taken off first. */
const wantsWeldThrough = (s: Strata | undefined): boolean =>
  s !== undefined &&
  s.substrate === 'steel' &&
  !s.layers.some((l) => l.family === 'weldThrough') &&
  !(s.spots ?? []).some((x) => x.layers.some((l) => l.family === 'weldThrough'));

/** Sealer is not for seams that have to move, or that are welded shut. */
const SEALED: readonly SeamKind[] = ['plugWeld', 'folded', 'sealed', 'bonded'];

/** Seams of a job that are to be sealed and have no sealer on them, with what each takes, mL. */
export function unsealedSeams(job: Job, state: JobState): { zone: Zone; sealerMl: number }[] {
  return withoutCards(job).zones.flatMap((zone) => {
    if (!zone.seam || !SEALED.includes(zone.seam.kind)) return [];
    const layers = state.zones.get(zone.id)?.strata?.layers ?? [];
    return layers.some((l) => l.family === 'seamSealer') ? [] : [{ zone, sealerMl: seamFigures(zone.seam).sealerMl }];
  });
}

/** What only some acts ask for, until it is asked. */
const NOTHING_AROUND = { bareFaces: [], noWeldThrough: [], unsealed: [], bonded: false, onOrder: [], openFaults: 0 };

const mateName = (job: Job, z: Zone): string => String(lowerFirst(zoneLabel(job, z.id)));

/** What fitting would hide, or do without. */
function closedFacts(job: Job, state: JobState, zones: readonly Zone[], mates: readonly Zone[]) {
  const panels = new Set(zones.map((z) => z.panelId));
  const bare = (list: readonly Zone[], name: (z: Zone) => string) =>
    list.filter((z) => isBareMetal(state, z)).map((z) => faceName(state, z, name(z)));
  return {
    bareFaces: [...bare(zones, (z) => z.name.toLowerCase()), ...bare(mates, (z) => mateName(job, z))],
    openFaults: [...panels].reduce((n, p) => n + faultsOn(job, state, p).filter((x) => isOpenFault(x.fault)).length, 0),
    onOrder: (job.bags ?? [])
      .filter((b) => panels.has(b.panelId))
      .flatMap((b) =>
        b.items.flatMap((i) => (i.back < i.count && i.dueMs !== undefined ? [{ name: i.name, dueMs: i.dueMs }] : [])),
      ),
  };
}

/** What a weld would hide, and what its heat would spoil. */
function heatFacts(
  job: Job,
  state: JobState,
  zones: readonly Zone[],
  mates: readonly Zone[],
  worked: readonly string[],
) {
  return {
    noWeldThrough: [
      ...hiddenFaces(zones, worked).map((z) => ({ z, name: z.name.toLowerCase() })),
      ...mates.map((z) => ({ z, name: mateName(job, z) })),
    ].flatMap(({ z, name }) => (wantsWeldThrough(state.zones.get(z.id)?.strata) ? [name] : [])),
    bonded: [...zones, ...mates].some((z) =>
      state.zones.get(z.id)?.events.some((e) => e.kind === 'repaired' && treatmentOf(e) === 'rebond'),
    ),
  };
}

/**
 * What a step on some zones would close off or hide.
 * @param kind as it would be logged @param family of what it is done with
 */
export function jobConstraints(
  job: Job,
  state: JobState,
  zoneIds: readonly string[],
  kind: EventKind,
  family?: ProductFamily,
): JobConstraints {
  const panels = new Set(job.zones.flatMap((z) => (zoneIds.includes(z.id) ? [z.panelId] : [])));
  const about = ({ then }: AccessLink) =>
    then.kind === kind &&
    panels.has(then.panelId) &&
    (!then.with || isWith(then.with, family)) &&
    zonesMeant(job, then).some((z) => zoneIds.includes(z.id));
  const links = (job.links ?? []).filter(about);
  const say = (l: AccessLink) => `${taskWords(job, l.first)}${l.why ? ` (${l.why})` : ''}`;
  const zones = job.zones.filter((z) => panels.has(z.panelId));
  const mates = matesOf(job, panels);
  return {
    unfinished: links.filter((l) => l.kind === 'before' && !isDone(job, state, l.first)).map(say),
    never: links.filter((l) => l.kind === 'never' && isDone(job, state, l.first)).map(say),
    ...NOTHING_AROUND,
    ...(kind === 'fitted' && closedFacts(job, state, zones, mates)),
    ...(kind === 'repaired' && heatFacts(job, state, zones, mates, zoneIds)),
    ...(kind === 'coated' && {
      unsealed: unsealedSeams(job, state)
        .filter(({ zone }) => panels.has(zone.panelId))
        .map(({ zone }) => zone.name.toLowerCase()),
    }),
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
  const key = (t: TaskRef) => [t.panelId, t.kind, t.zoneId, t.with].join('/');
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
