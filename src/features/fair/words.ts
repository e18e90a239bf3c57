import { formatQuantity, type Point, type UnitSystem } from '@/core';
import type { PanelSize } from '@/core/fair';

/** '30 cm from the left, 20 cm from the top'. */
export const placeWords = (p: Point, size: PanelSize, units: UnitSystem): string => {
  const cm = (mm: number) => formatQuantity('length', mm / 10, units, 0);
  return `${cm(p.x - size.x0)} from the left, ${cm(p.y - size.y0)} from the top`;
};
