import { useMemo } from 'react';
import type { Panel } from '@/core';
import { isBlocked, lastBoardMm, rangeOf } from '@/core/fair';
import type { OpenJob } from '@/data';
import { useBoardRelief, useRelief, useSurface } from '@/data/surface';
import { PanelMap, type PanelMapProps } from '@/ui/map/PanelMap';
import { contourStep } from '@/ui/relief/contourStep';

/** The panel's map with what is known of its highs and lows under it: as it was read, or, once it was filled, as its guide coats showed. */
export default function ReliefLayer({ open, panel, ...map }: PanelMapProps & { open: OpenJob; panel: Panel }) {
  const surface = useSurface(open, panel);
  const { evidence, usual } = surface;
  const isBlocking = isBlocked(evidence);
  const read = useRelief(surface, { form: usual });
  const board = useBoardRelief(surface, { form: usual }, lastBoardMm(evidence.rounds));
  const grid = isBlocking
    ? board.data?.ok
      ? board.data.value.off
      : undefined
    : read.data?.ok
      ? read.data.value.heights
      : undefined;
  const relief = useMemo(() => grid && { grid, stepMm: contourStep(rangeOf(grid)) }, [grid]);
  return <PanelMap {...map} {...(relief && { relief })} />;
}
