export * from './method';
export * from './rule';
export * from './verdict';
export { flashRustHours } from './bare';
export { CLEAR_RESERVE_UM } from './finish';
