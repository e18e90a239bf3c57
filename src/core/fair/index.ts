/** The heart of filling: heights of a panel, how sure they are, and the least filler that makes it fair. Loaded with its view. */
export * from './fairing';
export * from './form';
export * from './fromReadings';
export * from './grid';
export * from './relief';
export * from './skims';
export * from './solve';
export * from './truth';
