export * from './boundary';
export * from './clock';
export * from './DataProvider';
export * from './files';
export * from './hooks';
export * from './id';
export { type Mode } from './mode';
export { DEFAULT_SETTINGS, type Settings } from './records';
export { STORAGE_WORDS, StorageProblem } from './storage';
