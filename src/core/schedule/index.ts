export * from './days';
export * from './jobDays';
export * from './reasons';
export * from './hours';
export * from './say';
export * from './took';
