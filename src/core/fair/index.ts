/** The heart of filling: heights of a panel, how sure they are, and the least filler that makes it fair. Loaded with its view. */
export * from './blocking';
export * from './evidence';
export * from './fairing';
export * from './form';
export * from './fromReadings';
export * from './gap';
export * from './gapsOf';
export * from './grid';
export * from './guideCoat';
export * from './panelAdvice';
export * from './panelSize';
export * from './relief';
export * from './skims';
export * from './solve';
export * from './surfaceNow';
export * from './truth';
export * from './zoneSkims';
