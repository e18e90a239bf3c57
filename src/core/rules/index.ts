/**
 * Verdicts. Apart from the core's own face: a page shows first, and then loads the rules.
 */
export * from './method';
export * from './rule';
export * from './verdict';
export { flashRustHours } from './bare';
export { CLEAR_RESERVE_UM } from './finish';
export * from './nextSteps';
