import { useMemo } from 'react';
import type { Point } from '@/core';
import { planBlend, type BlendAsk, type BlendPlan, type ClearEnds } from '@/core/colour';
import type { PanelMap } from '@/core/log/job';

/** What of a blend is chosen and typed; undefined where a figure cannot be read. */
interface Chosen extends Pick<BlendAsk, 'next' | 'butt' | 'looksAlong'> {
  map: PanelMap;
  repair: readonly Point[] | undefined;
  de: number | undefined;
  ends: ClearEnds['at'];
  axis: 'x' | 'y';
  lineMm: number | undefined;
  /** Somebody's own, cm; 'usual': as it is worked out. */
  length: number | 'usual' | undefined;
}

/** The blend of what is chosen, worked out again only where that changes: it draws regions. */
export function useBlendPlan(chosen: Chosen): BlendPlan | undefined {
  const { map, repair, next, de, butt, looksAlong, ends, axis, lineMm, length } = chosen;
  return useMemo(() => {
    const clear: ClearEnds | undefined =
      ends !== 'line' ? { at: ends } : lineMm === undefined ? undefined : { at: 'line', axis, mm: lineMm };
    if (!repair || !clear || de === undefined || length === undefined) return undefined;
    return planBlend({
      outline: map.outline,
      repair,
      keepOuts: map.keepOuts.filter((k) => k.face === 'outer'),
      next,
      de,
      butt,
      looksAlong,
      clear,
      ...(length !== 'usual' && { lengthMm: length * 10 }),
    });
  }, [map, repair, next, de, butt, looksAlong, ends, axis, lineMm, length]);
}
