/**
 * Verdicts, and what is said of the air. Apart from the core's own face: a page shows first, and then loads these.
 */
export * from './method';
export * from './rule';
export * from './verdict';
export { flashRustHours, rustsAtMs } from '../blast/flashRust';
export { CLEAR_RESERVE_UM } from './finish';
export * from './nextSteps';
export * from '../air/dewPoint';
export * from '../air/fit';
export * from '../air/warmUp';
