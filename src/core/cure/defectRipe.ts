import type { Defect } from '../strata/types';
import { DEFECTS } from '../systems/defects';
import type { ZoneStatus } from './status';

/**
 * From when hands may touch a defect, by the clock of the layer on top. Where the film is thicker than round it, it takes so much longer since it was laid:
 * solvent leaves a film by the power 1.5 of its thickness, so half as long again is a film a third thicker, an estimate.
 * @returns ms; 0: at once. null: it stands still in this cold
 */
export function defectRipeMs(d: Pick<Defect, 'kind' | 'layerId'>, { clocks, top }: ZoneStatus): number | null {
  const { ripe, slow = 1 } = DEFECTS[d.kind];
  if (ripe === null || !top || top.id !== d.layerId) return 0;
  const clock = clocks.find((c) => c.stage === ripe) ?? clocks.find((c) => c.stage === 'sand');
  if (!clock) return 0;
  if (clock.opensMs === null) return null;
  return top.lastAppliedMs + slow * (clock.opensMs - top.lastAppliedMs);
}
