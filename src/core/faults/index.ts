/** What can be wrong with a panel, and what is done about it. */
export * from '../log/marks';
export * from './treatment';
export * from './rust';
