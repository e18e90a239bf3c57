import { rowOf } from '../../table';
import type { Cell } from '../entry';
import type { Material } from '../surfaces';

/** What may go on one kind of surface. */
export interface CompatibilityRow {
  /** The usual way, where the cell says nothing of its own. */
  usual: string;
  /** What is done once its recoat window has closed. */
  closed: string;
  on: { readonly [M in Material]: Cell };
}

const SAND = 'Sand for key, clean, then coat.';
/** What may go on one kind of surface. @param usual the usual way @param closed what is done once its window has closed */
export const row = (usual: string, on: CompatibilityRow['on'], closed = SAND): CompatibilityRow => ({
  usual,
  closed,
  on,
});

/** Every material once: those that go the same way together. */
export const on = rowOf<Material, Cell>();
