import { zonesOf, type Job, type Panel, type Point } from '@/core';
import { boundsOf, faceOf } from '@/core/outline';
import { openFaults, type JobState } from '@/core';
import { BLEND_SIDES, type BlendSide, type NextPanel } from '@/core/colour';
import { withoutCards } from '@/core/log/job';
import { keysOf } from '@/core/keysOf';

/** Something on a panel that is painted, and round which a blend goes. */
export interface Repair {
  id: string;
  name: string;
  outline: readonly Point[];
  /** It is the panel itself. */
  whole?: true;
}

/** A round place. @param mm across */
export const spotAt = ({ x, y }: Point, mm: number): Point[] =>
  Array.from({ length: 16 }, (_, i) => {
    const a = (2 * Math.PI * i) / 16;
    return { x: x + (mm / 2) * Math.cos(a), y: y + (mm / 2) * Math.sin(a) };
  });

/** How large a repair is, and how far it lies from the nearest edge of its panel's box, mm. */
export function roomRound(repair: readonly Point[], panel: readonly Point[]): { sizeMm: number; toEdgeMm: number } {
  const [r, box] = [boundsOf(repair), boundsOf(panel)];
  const gaps = [r.x - box.x, r.y - box.y, box.x + box.width - r.x - r.width, box.y + box.height - r.y - r.height];
  return { sizeMm: Math.max(r.width, r.height), toEdgeMm: Math.max(0, Math.min(...gaps)) };
}

/** Across, where nobody said how large a fault is, mm. */
const USUAL_SPOT_MM = 60;

/** What of a panel can be repaired: all of it, its drawn zones, faults that are marked on it. */
export function repairsOf(job: Job, state: JobState, panel: Panel): Repair[] {
  const outline = panel.map?.outline ?? [];
  const zones = zonesOf(job, panel.id).filter((z) => faceOf(z) === 'outer');
  const drawn = zones.flatMap((z): Repair[] => (z.outline ? [{ id: z.id, name: z.name, outline: z.outline }] : []));
  const faults = zones.flatMap((z) => {
    const strata = state.zones.get(z.id)?.strata;
    return (strata ? openFaults(strata) : []).flatMap(({ id, mark }): Repair[] => {
      const around = mark.outline ?? (mark.at && spotAt(mark.at, mark.sizeMm ?? USUAL_SPOT_MM));
      return around && (mark.face ?? 'outer') === 'outer'
        ? [{ id, name: `${z.name}: what is marked`, outline: around }]
        : [];
    });
  });
  return [{ id: panel.id, name: 'Whole panel', outline, whole: true }, ...drawn, ...faults];
}

/** What a panel is taken to be seen with: those that lie beside it in its row of the floor. Front is to the left on the left side. */
export function usualNext(job: Job, panel: Panel): Partial<Record<BlendSide, NextPanel>> {
  const row = withoutCards(job).panels.filter((p) => (p.row ?? 'across') === (panel.row ?? 'across') && p.map);
  if (panel.row !== 'left' && panel.row !== 'right') return {};
  const at = row.findIndex((p) => p.id === panel.id);
  const [before, after] = [row[at - 1], row[at + 1]];
  const [front, rear] = panel.row === 'left' ? (['left', 'right'] as const) : (['right', 'left'] as const);
  return {
    ...(before && { [front]: nextOf(job, before) }),
    ...(after && { [rear]: nextOf(job, after) }),
  };
}

export const nextOf = (job: Job, p: Panel): NextPanel => ({
  panelId: p.id,
  name: p.name,
  ...(p.map && { outline: p.map.outline }),
  areaCm2: zonesOf(job, p.id)
    .filter((z) => faceOf(z) === 'outer')
    .reduce((s, z) => s + z.areaCm2, 0),
});

export const SIDES = keysOf(BLEND_SIDES);
