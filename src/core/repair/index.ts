/** Repairs with their quantities worked out. */
export * from './dent';
export * from './patch';
export * from './laminate';
export * from './bond';
export * from './crack';
export * from './extent';
