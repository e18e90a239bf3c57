/** Panels drawn to scale: outlines, areas, what lies where. */
export * from './polygon';
export * from './geometry';
export * from './shapes';
export * from './areas';
export * from './zones';
export { namesLeftOutside, withShape } from './shape';
export * from './keepOut';
export * from './clip';
export * from './keepOutsOn';
export * from './faultOutline';
export * from './restore';
export * from './seam';
export * from './seamFigures';
export * from './solids';
export * from './places';
