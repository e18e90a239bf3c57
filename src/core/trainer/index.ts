/** Boards on a panel: where they touch, what they take off, and short lessons to try it. Loaded with its view. */
export * from './contact';
export * from './lessons';
export * from './picture';
