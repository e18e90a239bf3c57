/** Blasting: air, media, hours, and the clock that bare steel starts. */
export * from './nozzle';
export * from './media';
export * from './flashRust';
export * from './plan';
