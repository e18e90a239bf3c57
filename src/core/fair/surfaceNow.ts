import type { GuideRound, HeightsRead, PlainEvent, PlainKind } from '../log/event';
import type { Face, Job, Panel } from '../log/job';
import { zonesOf } from '../log/job';
import { faceOf } from '../outline/areas';
import { pointInPolygon } from '../outline/geometry';
import type { JobState } from '../strata/fold';
import type { HeightLimit } from './evidence';
import { readingsOf } from './fromReadings';
import type { PanelSize } from './panelSize';
import { limitsOf, looksAt } from './guideCoat';
import { HAND_NOISE_MM, type HeightReading } from './relief';

/** What an entry does to heights that were read before it: they hold no longer, they hold less sharply, or they hold. */
const DOES_TO_HEIGHTS: Readonly<Record<PlainKind, 'ends' | 'wears' | 'nothing'>> = {
  found: 'nothing',
  marked: 'nothing',
  // What lay on it is gone, filler too.
  stripped: 'ends',
  blasted: 'wears',
  treated: 'nothing',
  // Metal was moved.
  repaired: 'ends',
  left: 'nothing',
  filled: 'ends',
  // A coat is as thick over a low as beside it.
  coated: 'nothing',
  guideCoated: 'nothing',
  guideRead: 'nothing',
  sanded: 'wears',
  cleaned: 'nothing',
  baked: 'nothing',
  measured: 'nothing',
  polished: 'wears',
  masked: 'nothing',
  fitted: 'nothing',
  removed: 'nothing',
  sentOut: 'nothing',
  cameBack: 'ends',
  defectMarked: 'nothing',
  defectGone: 'nothing',
  defectExplained: 'nothing',
  lookedAgain: 'nothing',
  worked: 'nothing',
  toDo: 'nothing',
  ticked: 'nothing',
};

/** A part that came back as it went has the surface that it had. */
const endsHeights = (e: PlainEvent): boolean =>
  DOES_TO_HEIGHTS[e.kind] === 'ends' && !(e.kind === 'cameBack' && e.as === 'asSent');

/** Paper takes more off a high than off a low, by about this much of what it takes off on average. */
const UNEVEN = 0.5;

export interface HeightsEntry {
  id: string;
  atMs: number;
  heights: HeightsRead;
}
export interface RoundEntry {
  id: string;
  atMs: number;
  round: GuideRound;
}

/** What is known of the heights of a panel's face as it is now. */
export interface SurfaceEvidence {
  /** What was read last, whether or not it still holds. */
  last: HeightsEntry | undefined;
  /** Readings that still hold, as unsure as work since has made them. */
  readings: HeightReading[];
  /** What guide coats have shown since. */
  limits: HeightLimit[];
  /** Rounds of guide coat that still hold somewhere, first to last. */
  rounds: RoundEntry[];
  /** Entries that changed the surface after it was read, first to last: skims and metalwork. */
  since: PlainEvent[];
}

/**
 * What readings and guide coats tell of a panel as it is now: each place by the history of the zone that it lies on.
 * @param size of the panel's drawing, mm
 */
export function surfaceNow(job: Job, state: JobState, panel: Panel, face: Face, size: PanelSize): SurfaceEvidence {
  const zones = zonesOf(job, panel.id).filter((z) => faceOf(z) === face);
  const eventsOf = (zoneId: string) => state.zones.get(zoneId)?.events ?? [];
  const drawn = zones.filter((z) => z.outline);
  const rest = zones.find((z) => !z.outline) ?? zones[0];
  const zoneAt = (p: { x: number; y: number }) => drawn.find((z) => pointInPolygon(z.outline ?? [], p)) ?? rest;
  /** How far paper has blurred a height since, mm; undefined where it holds no longer. */
  const wornSince = (p: { x: number; y: number }, atMs: number): number | undefined => {
    let um = 0;
    const zone = zoneAt(p);
    for (const e of zone ? eventsOf(zone.id) : []) {
      if (e.atMs <= atMs) continue;
      if (endsHeights(e)) return undefined;
      if (DOES_TO_HEIGHTS[e.kind] === 'wears' && 'removedUm' in e) um += e.removedUm;
    }
    return (UNEVEN * um) / 1000;
  };
  // An entry on several zones is one.
  const all = [...new Map(zones.flatMap((z) => eventsOf(z.id)).map((e) => [e.id, e])).values()].sort(
    (a, b) => a.atMs - b.atMs,
  );
  let last: HeightsEntry | undefined;
  const rounds: RoundEntry[] = [];
  for (const e of all) {
    if (e.kind === 'measured' && e.measure === 'heights' && e.heights.face === face)
      last = { id: e.id, atMs: e.atMs, heights: e.heights };
    if (e.kind === 'guideRead' && e.face === face) rounds.push({ id: e.id, atMs: e.atMs, round: e });
  }
  const readings = (last ? readingsOf(last.heights) : []).flatMap((r): HeightReading[] => {
    const worn = last && wornSince(r, last.atMs);
    return worn === undefined ? [] : [{ ...r, noiseMm: Math.hypot(r.noiseMm ?? HAND_NOISE_MM, worn) }];
  });
  // A reading outranks the rounds before it.
  const held = rounds.filter((r) => !last || r.atMs >= last.atMs);
  const valid = held.filter((r) => holding(r, [], size, wornSince).length > 0);
  return {
    last,
    readings,
    limits: valid.flatMap((r, i) => holding(r, valid.slice(i + 1), size, wornSince)),
    rounds: valid,
    since: all.filter((e) => endsHeights(e) && (!last || e.atMs > last.atMs)),
  };
}

/** Limits of a round whose places still hold: nothing was done to them since, and no later round looked at them. */
function holding(
  { round, atMs }: RoundEntry,
  later: readonly RoundEntry[],
  size: PanelSize,
  wornSince: (p: { x: number; y: number }, atMs: number) => number | undefined,
): HeightLimit[] {
  const lookedAt = (p: { x: number; y: number }) => later.some((l) => looksAt(l.round, p));
  return limitsOf(round, size).flatMap((l) => {
    const p = l.places[0]!;
    const worn = lookedAt(p) ? undefined : wornSince(p, atMs);
    return worn === undefined ? [] : [{ ...l, noiseMm: Math.hypot(l.noiseMm, worn) }];
  });
}

/** Once a panel was filled or blocked since it was read, what counts is what a board would find. */
export const isBlocked = ({ last, since, rounds }: SurfaceEvidence): boolean =>
  (last !== undefined && since.length > 0) || rounds.length > 0;
