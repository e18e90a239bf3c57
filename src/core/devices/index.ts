/** Outside devices: what they say, how it is judged, and the simulated ones that ship with the app. */
export * from './contract';
export * from './accept';
export * from './scale';
export * from './spectro';
export * from './surface';
export * from './weather';
