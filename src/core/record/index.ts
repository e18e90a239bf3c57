export * from './html';
export * from './record';
