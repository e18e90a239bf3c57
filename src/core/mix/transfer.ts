import { APPLICATIONS, type Application } from '../library/application';
import type { ShapeClass } from '../library/shapeClass';
import { panelOf, type Job } from '../log/job';

/** Edges and shape let more go past. */
export const SHAPES = ['plain', 'shaped', 'small'] as const;
export type Shape = (typeof SHAPES)[number];
export const SHAPE_FACTOR: Record<Shape, number> = { plain: 0.9, shaped: 0.75, small: 0.5 };

/** How much goes past a piece by what it is like to work on. */
const SHAPE_OF: { readonly [C in ShapeClass]: Shape } = {
  flat: 'plain',
  curved: 'plain',
  hollow: 'shaped',
  edged: 'shaped',
  small: 'small',
};

/** What goes past zones that are sprayed from one cup: that of their panels where all are alike, 'shaped' where they differ. */
export function shapeOf(job: Job, zoneIds: readonly string[]): Shape {
  const shapes = new Set(zoneIds.map((id) => SHAPE_OF[panelOf(job, id)?.shape ?? 'flat']));
  const [only] = shapes;
  return shapes.size > 1 ? 'shaped' : (only ?? 'plain');
}

/** Overall transfer efficiency, fraction. Brush and spreader touch the work, so its shape does not matter to them. */
export function transferEfficiency(application: Application, shape: Shape): number {
  const a = APPLICATIONS[application];
  return a.transferEfficiency * (a.sprayed ? SHAPE_FACTOR[shape] : 1);
}
