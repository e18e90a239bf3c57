/**
 * Everything at the boundary: validation of what comes from outside, what is checked before an event is taken, and files in
 * and out. Apart from the core's own face, so that a page which only shows loads none of it.
 */
export * from '../log/productsUsed';
export * from '../log/mergeJob';
export * from '../strata/check';
export * from '../log/schema';
export * from '../log/shelfSchema';
export * from '../library/schema';
// With the rest: its package validates with the same library, which two chunks would put in front of the first page.
export * from './ical';
export * from './jobFile';
export * from './migrate';
export * from './readText';
export * from './shift';
export * from './heightsCsv';
export * from './table';
