/** Blasting: air, media, hours, and the clock that bare steel starts. */
export * from './nozzle';
export * from './rates';
export * from '../cure/flashRust';
export * from './plan';
export * from './order';
