import type { Application } from '../log/kinds';

/** Share of the paint that ends on a plain panel, fraction. Usual shop values; a spreader leaves some on the board. */
export const TRANSFER_EFFICIENCY: Record<Application, number> = {
  lowPressureGun: 0.65,
  conventionalGun: 0.4,
  aerosol: 0.55,
  brush: 0.95,
  spreader: 0.85,
};

export const APPLICATION_NAMES: Record<Application, string> = {
  lowPressureGun: 'Low-pressure gun',
  conventionalGun: 'Conventional gun',
  aerosol: 'Aerosol',
  brush: 'Brush or roller',
  spreader: 'Spreader',
};

/** Edges and shape let more go past. */
export const SHAPES = ['plain', 'shaped', 'small'] as const;
export type Shape = (typeof SHAPES)[number];
export const SHAPE_FACTOR: Record<Shape, number> = { plain: 0.9, shaped: 0.75, small: 0.5 };

/** Overall transfer efficiency, fraction. Brush and spreader touch the work, so its shape does not matter to them. */
export const transferEfficiency = (application: Application, shape: Shape): number =>
  TRANSFER_EFFICIENCY[application] * (application === 'brush' || application === 'spreader' ? 1 : SHAPE_FACTOR[shape]);
