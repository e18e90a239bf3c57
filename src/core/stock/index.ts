/** The shelf: what is on it, what a coat used and what it cost. Apart from the core's own face: only the pages of stock and cost need it. */
export * from './use';
export * from './shelf';
export * from './composition';
export * from './books';
export * from './pots';
export * from './learn';
export * from './seen';
export * from './tins';
export * from './order';
export * from './atHand';
export * from './check';
export * from './pours';
export * from './formulas';
