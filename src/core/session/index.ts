/** An evening of spraying, put in order. */
export * from './evening';
export * from './plan';
