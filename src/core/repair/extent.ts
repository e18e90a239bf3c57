import type { Payloads } from '../log/event';
import { boundsOf } from '../outline/geometry';

/** What a mark says of the size of a fault. */
export interface Extent {
  /** mm */
  widthMm?: number;
  /** mm */
  heightMm?: number;
  /** Its longest, for a crack, mm. */
  lengthMm?: number;
}

/** Size of a fault as it was marked: of the box around it where it was drawn round, else as far across as was said both ways. */
export function extentOf(mark: Pick<Payloads['marked'], 'sizeMm' | 'outline'> | undefined): Extent {
  if (mark?.outline) {
    const { width, height } = boundsOf(mark.outline);
    return {
      widthMm: Math.round(width),
      heightMm: Math.round(height),
      lengthMm: Math.round(Math.hypot(width, height)),
    };
  }
  return mark?.sizeMm === undefined ? {} : { widthMm: mark.sizeMm, heightMm: mark.sizeMm, lengthMm: mark.sizeMm };
}
