import { formatQuantity, type UnitSystem } from './convert';

/** A layer's thickness as the trade says it: films in µm (mil), filler and metal from 0.3 mm in mm (in). @param um thickness, µm */
export const showThickness = (um: number, system: UnitSystem): string =>
  um >= 300 ? formatQuantity('thickness', um / 1000, system) : formatQuantity('film', um, system);
