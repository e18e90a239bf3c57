import type { PlainEvent } from '../log/event';
import { MINUTE_MS } from '../units/time';
import type { HeatPiece } from './heat';

/** Spells under the lamp or in the oven that were logged on a zone: each runs from its entry's time on. */
export function bakesOf(events: readonly PlainEvent[]): HeatPiece[] {
  const bakes: HeatPiece[] = [];
  // A plain loop: it goes over a whole history at every append.
  for (const e of events)
    if (e.kind === 'baked')
      bakes.push({ kind: 'lamp', fromMs: e.atMs, toMs: e.atMs + e.minutes * MINUTE_MS, tempC: e.tempC });
  return bakes;
}
