import { zonesOf, type Job, type Panel } from '../log/job';
import { boundsOf } from '../outline/geometry';

/** Where a panel lies on its drawing, and how large it is, mm. */
export interface PanelSize {
  x0: number;
  y0: number;
  width: number;
  height: number;
}

/** A panel that nobody drew is taken to be a plain sheet, so much longer than high. */
const SHEET = 1.6;

/** How large a panel is: as it is drawn, else as its area says. */
export function panelSizeOf(job: Job, panel: Panel): PanelSize {
  if (panel.map) {
    const { x, y, width, height } = boundsOf(panel.map.outline);
    return { x0: x, y0: y, width, height };
  }
  const mm2 = zonesOf(job, panel.id).reduce((sum, z) => sum + z.areaCm2, 0) * 100;
  const height = Math.sqrt(mm2 / SHEET);
  return { x0: 0, y0: 0, width: height * SHEET, height };
}
