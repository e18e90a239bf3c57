import {
  areaMm2,
  FLOOR_ROW_NAMES,
  mostPressing,
  openFaults,
  standingOf,
  zonesOf,
  ZONE_STAGE_NAMES,
  type FloorRow,
  type Job,
  type JobState,
  type Panel,
  type Point,
  type Standing,
  type Statuses,
  type Zone,
} from '@/core';
import { withoutCards } from '@/core/log/job';
import { shortWhen } from '../format';
import { curedStep } from '../strata/columnImage';
import type { Tone } from '../Text';
import type { PartZone } from './partImage';

/** One face of a part, as it is drawn. */
export interface PartFace {
  outline: readonly Point[];
  zones: readonly PartZone[];
  faults: readonly Point[];
}

/** A panel as it lies on the floor. */
export interface FloorPart {
  panel: Panel;
  zones: readonly Zone[];
  /** The outer face, then the inner one where it is worked on too. */
  faces: readonly PartFace[];
  standing: Standing;
  /** Where it stands, in a few words. */
  words: string;
  /** How many faults are open. */
  faults: number;
  /** Where it is, when it is not on the vehicle. */
  off: string | undefined;
  /** Something of it is under tape. */
  masked: boolean;
}

/** The colour in which each standing is told. */
export const STANDING_TONES: Readonly<Record<Standing, Tone>> = {
  closing: 'window',
  closed: 'stop',
  stuck: 'stop',
  bare: 'stop',
  curing: 'muted',
  ready: 'do',
  unknown: 'muted',
  finished: 'good',
};

/** A sheet that is as wide as a panel without a drawing may be taken to be: its area at 4 : 3, mm. */
function sheetOf(areaCm2: number): Point[] {
  const h = Math.sqrt((Math.max(areaCm2, 100) * 100 * 3) / 4);
  const w = (h * 4) / 3;
  return [
    { x: 0, y: 0 },
    { x: w, y: 0 },
    { x: w, y: h },
    { x: 0, y: h },
  ];
}

/** All panels of a job as they lie on its floor, by row. */
export function floorParts(
  job: Job,
  state: JobState,
  statuses: Statuses,
  off: ReadonlyMap<string, string>,
  now: number,
): { row: FloorRow; parts: FloorPart[] }[] {
  const parts = withoutCards(job).panels.map((panel) => partOf(job, panel, state, statuses, off.get(panel.id), now));
  return FLOOR_ROW_NAMES.map((row) => ({
    row,
    // What nobody put into a row lies with the parts across.
    parts: parts.filter((p) => (p.panel.row ?? 'across') === row),
  })).filter((r) => r.parts.length > 0);
}

function partOf(
  job: Job,
  panel: Panel,
  state: JobState,
  statuses: Statuses,
  off: string | undefined,
  now: number,
): FloorPart {
  const zones = zonesOf(job, panel.id);
  const faces = (['outer', 'inner'] as const).flatMap((face): PartFace[] => {
    const here = zones.filter((z) => (z.face ?? 'outer') === face);
    if (here.length === 0) return [];
    return [
      {
        outline: panel.map?.outline ?? sheetOf(here.reduce((cm2, z) => cm2 + z.areaCm2, 0)),
        // The smaller one on top of the one that it was cut out of.
        zones: [...here]
          .sort((a, b) => (b.outline ? areaMm2(b.outline) : Infinity) - (a.outline ? areaMm2(a.outline) : Infinity))
          .map((z) => ({
            outline: panel.map && z.outline,
            strata: state.zones.get(z.id)?.strata,
            cured: curedStep(statuses.get(z.id)),
          })),
        faults: panel.map
          ? here.flatMap((z) => {
              const strata = state.zones.get(z.id)?.strata;
              return strata
                ? openFaults(strata).flatMap((f) => (f.mark.at && f.mark.face === face ? [f.mark.at] : []))
                : [];
            })
          : [],
      },
    ];
  });
  const all = zones.flatMap((z) => statuses.get(z.id) ?? []);
  const pressing = mostPressing(all, now);
  const standing = pressing ? standingOf(pressing, now) : 'unknown';
  const others = all.filter((s) => standingOf(s, now) !== standing).length;
  const opens = pressing?.moments.find((m) => m.kind === 'opens');
  const words =
    standing === 'closing' && pressing?.closesMs !== undefined
      ? `Closes ${shortWhen(pressing.closesMs, now)}`
      : standing === 'curing' && opens
        ? `Until ${shortWhen(opens.atMs, now)}`
        : standing === 'stuck'
          ? 'Too cold to cure'
          : ZONE_STAGE_NAMES[pressing?.stage ?? 'unknown'];
  const faults = zones.reduce((n, z) => {
    const strata = state.zones.get(z.id)?.strata;
    return n + (strata ? openFaults(strata).length : 0);
  }, 0);
  const masked = zones.some((z) => state.zones.get(z.id)?.strata?.surface.maskedWith !== undefined);
  return {
    panel,
    zones,
    faces,
    standing,
    words: others > 0 ? `${words}, and ${others} more` : words,
    faults,
    off,
    masked,
  };
}
