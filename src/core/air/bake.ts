import type { PlainEvent } from '../log/event';
import { MINUTE_MS } from '../units/time';
import type { HeatPiece } from './heat';

/** Spells under the lamp or in the oven that were logged on a zone: each runs from its entry's time on. */
export const bakesOf = (events: readonly PlainEvent[]): HeatPiece[] =>
  events.flatMap((e) =>
    e.kind === 'baked'
      ? [{ kind: 'lamp' as const, fromMs: e.atMs, toMs: e.atMs + e.minutes * MINUTE_MS, tempC: e.tempC }]
      : [],
  );
