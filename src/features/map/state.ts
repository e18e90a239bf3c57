import type { Face, Job, Panel, Point, Message } from '@/core';
import { pointInPolygon, traceFault, keepOutAt, zonesAt, type FaultTrace } from '@/core/outline';

/** What a thumb does on the panel. */
export type Mode = 'look' | 'mark' | 'zone' | 'seam' | 'keepOut';

/** What has just happened, and how it is taken back while it is news. */
export interface Outcome {
  words: Message;
  back?: { markId: string } | { before: Job };
}

/** Where one is on the map. What lies on the panel is not part of it: that is the job's. */
export interface MapState {
  face: Face;
  mode: Mode;
  /** A zone that is being drawn, or drawn anew. */
  zoneId?: string;
  /** Where a fault is about to be marked. */
  pin?: FaultTrace;
  /** A zone, fault or keep-out that was tapped. */
  picked?: string;
  news?: Outcome;
}

export type MapStep =
  | { do: 'turn'; face: Face }
  | { do: 'begin'; mode: Mode; zoneId?: string }
  /** A tap or a round on the panel: what it meant. */
  | { do: 'pin'; pin?: FaultTrace; words?: Message }
  | { do: 'pick'; id?: string | undefined; words?: Message }
  | { do: 'say'; words: Message }
  /** Something was kept: the panel is looked at again. */
  | { do: 'done'; news: Outcome }
  /** A fault was marked, or given up: the next one may follow. */
  | { do: 'marked'; news?: Outcome };

/** Old news goes with every step: what is offered to be taken back is always what came last. */
export function mapStep(s: MapState, step: MapStep): MapState {
  const { face, mode } = s;
  const words = 'words' in step && step.words !== undefined ? { news: { words: step.words } } : {};
  switch (step.do) {
    case 'turn':
      return { face: step.face, mode };
    case 'begin':
      return { face, mode: step.mode, ...(step.zoneId && { zoneId: step.zoneId }) };
    case 'pin':
      return { face, mode, ...(step.pin && { pin: step.pin }), ...words };
    case 'pick':
      return { face, mode, ...(step.id && { picked: step.id }), ...words };
    case 'say':
      return { ...s, ...words };
    case 'done':
      return { face, mode: 'look', news: step.news };
    case 'marked':
      return { face, mode, ...(step.news && { news: step.news }) };
  }
}

interface Tapped {
  id: string;
  at: Point;
  outline?: readonly Point[];
}

/**
 * What a tap on the panel means: a place to mark a fault on, or the fault, keep-out or zone under it, in this order.
 * @param reach how far from a sign a tap still means it, mm
 */
export function stepForTap(
  job: Job,
  panel: Panel,
  s: Pick<MapState, 'face' | 'mode'>,
  marks: readonly Tapped[],
  at: Point,
  reach: number,
): MapStep {
  const onIt = panel.map !== undefined && pointInPolygon(panel.map.outline, at);
  if (s.mode === 'mark')
    return onIt
      ? { do: 'pin', pin: { at: { x: Math.round(at.x), y: Math.round(at.y) } } }
      : { do: 'pin', words: 'That is beside the panel. Tap on it.' };
  const near = marks
    .map((m) => ({ m, mm: Math.hypot(m.at.x - at.x, m.at.y - at.y) }))
    .filter((x) => x.mm < reach)
    .sort((a, b) => a.mm - b.mm)[0]?.m;
  const mark = near ?? marks.find((m) => m.outline && pointInPolygon(m.outline, at));
  const keepOut = keepOutAt(panel, s.face, at);
  const zones = onIt ? zonesAt(job, panel, s.face, at) : [];
  const id = mark?.id ?? keepOut?.id;
  if (id === undefined && zones.length > 1)
    return {
      do: 'pick',
      words: `${zones.map((z) => z.name).join(' and ')} are not drawn, so a tap cannot tell them apart.`,
    };
  return { do: 'pick', id: id ?? zones[0]?.id };
}

/** What a finger that went round a fault means. */
export function stepForTrace(job: Job, panel: Panel, face: Face, line: readonly Point[]): MapStep {
  const r = traceFault(job, panel, face, line);
  if (!r.ok) return { do: 'pin', words: r.error };
  return { do: 'pin', pin: r.value, ...(r.value.cut && { words: 'Cut off at the edge of the panel.' }) };
}
