/** Panels drawn to scale: outlines, areas, what lies where. */
export * from './polygon';
export * from './shapes';
export * from './map';
