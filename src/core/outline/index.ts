/** Panels drawn to scale: outlines, areas, what lies where. */
export * from './polygon';
export * from './plain';
export * from './shapes';
export * from './areas';
export * from './map';
export { strays, withShape } from './shape';
export * from './keepOut';
export * from './trim';
export * from './keepOutsOn';
export * from './gone';
export * from './before';
