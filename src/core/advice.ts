/**
 * Verdicts, what is said of the air, and what the work before paint is planned with. Apart from the core's own face: a page
 * shows first, and then loads these. One door for all of it, so that what they share is not loaded with the first page.
 */
export * from './library/method';
export * from './rules/rule';
export * from './rules/verdict';
export * from './safety/cautions';
export * from './blast';
export * from './faults';
export * from './rules/access';
export * from './plan/budget';
export * from './plan/due';
export * from './plan/level';
export * from './plan/parts';
export * from './plan/proposeLinks';
export { CLEAR_RESERVE_UM } from './grit/budget';
export { ownPaces } from './labour/hours';
export * from './rules/judge';
export * from './rules/after';
export * from './route/how';
export * from './route/nextSteps';
export { purposesOf } from './route/purpose';
export * from './route/recipes';
export * from './route/route';
export * from './rules/schools';
export * from './rules/steps';
export { readingDoubt } from './strata/measure';
export * from './air/dewPoint';
export * from './air/fit';
export * from './air/typedForecast';
export * from './air/warmUp';
export * from './strata/takeOut';
