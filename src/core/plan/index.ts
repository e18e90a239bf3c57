/** Estimates and decisions. */
export * from './threePoint';
export * from './repairOrReplace';
export * from './fromWays';
export * from './cost';
export * from './needs';
