/** A place on the drawing of a panel, mm from its left and its top, seen on the face that it is on. */
export interface Point {
  x: number;
  y: number;
}

export const FACES = ['outer', 'inner'] as const;
export type Face = (typeof FACES)[number];
