import type { Sheen } from '../library/finish';
import { mendNow } from '../strata/defects';
import type { Defect, Strata } from '../strata/types';
import { DEFECTS, type Mend } from '../systems/defects';
import type { ZoneStatus } from './status';

type Marked = Pick<Defect, 'kind' | 'layerId' | 'atMs'>;

/** The clock that a defect of the layer on top waits for; undefined where it waits for none. */
function ripeClock(d: Marked, { clocks, top }: ZoneStatus) {
  const { ripe } = DEFECTS[d.kind];
  if (ripe === null || !top || top.id !== d.layerId) return undefined;
  const clock = clocks.find((c) => c.stage === ripe) ?? clocks.find((c) => c.stage === 'sand');
  return clock && { ...clock, laidMs: top.lastAppliedMs };
}

/**
 * From when hands may touch a defect, by the clock of the layer on top. Where the film is thicker than round it, it takes so much longer since it was laid:
 * solvent leaves a film by the power 1.5 of its thickness, so half as long again is a film a third thicker, an estimate. A film that was found soft after
 * its time is given as long again, warm.
 * @returns ms; 0: at once. null: it stands still in this cold
 */
export function defectRipeMs(d: Marked, status: ZoneStatus): number | null {
  const clock = ripeClock(d, status);
  if (!clock) return 0;
  if (clock.opensMs === null) return null;
  const takesMs = (DEFECTS[d.kind].slow ?? 1) * (clock.opensMs - clock.laidMs);
  const ripeMs = clock.laidMs + takesMs;
  return d.kind === 'softFilm' && ripeMs <= d.atMs ? d.atMs + takesMs : ripeMs;
}

/** How a defect is put right, as `mendNow` says; but what is soft and has no clock, as old paint, does not harden: it comes off. */
export function mendInTime(d: Defect, s: Strata, status: ZoneStatus, sheen?: Sheen): Mend | null {
  const mend = mendNow(d, s, sheen);
  return mend === 'harden' && !ripeClock(d, status) ? 'sound' : mend;
}

/** What waits for time alone, and has had it. */
export function hasHardened(d: Defect, status: ZoneStatus, nowMs: number): boolean {
  const ripeMs = defectRipeMs(d, status);
  return ripeMs !== null && ripeMs <= nowMs;
}
