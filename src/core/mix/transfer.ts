import { APPLICATIONS, type Application } from '../library/application';

/** Edges and shape let more go past. */
export const SHAPES = ['plain', 'shaped', 'small'] as const;
export type Shape = (typeof SHAPES)[number];
export const SHAPE_FACTOR: Record<Shape, number> = { plain: 0.9, shaped: 0.75, small: 0.5 };

/** Overall transfer efficiency, fraction. Brush and spreader touch the work, so its shape does not matter to them. */
export function transferEfficiency(application: Application, shape: Shape): number {
  const a = APPLICATIONS[application];
  return a.transferEfficiency * (a.sprayed ? SHAPE_FACTOR[shape] : 1);
}
