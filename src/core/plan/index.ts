/** Estimates and decisions. */
export * from './threePoint';
export * from './repairOrReplace';
export * from './level';
export * from './access';
export * from './parts';
export * from './due';
