/** Shapes by how much longer a hand is at them than at a flat panel, and what holds the paper there. People under-estimate the small ones. */
export const SHAPE_CLASSES = {
  flat: { name: 'Flat or nearly', factor: 1, held: 'board' },
  curved: { name: 'Curved', factor: 1.4, held: 'flexible' },
  hollow: { name: 'Hollow lines', factor: 2, held: 'round' },
  edged: { name: 'Body lines and edges', factor: 2, held: 'hand' },
  small: { name: 'Small or textured parts', factor: 3, held: 'hand' },
} as const;
export type ShapeClass = keyof typeof SHAPE_CLASSES;
