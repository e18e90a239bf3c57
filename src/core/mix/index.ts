/** The cup: how much to mix, how to pour it, how long it can be used. Apart from the core's own face: only the cup's page needs it. */
export * from './need';
export * from './pour';
export * from './potLife';
export * from './session';
export * from './cups';
export * from './stickMarks';
export * from './thinned';
export * from './spray';
