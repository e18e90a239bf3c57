/** Bodies and their parts, and how they are laid out on a job's floor. */
export * from './bodies';
export * from './layOut';
export * from './weight';
export * from './rows';
export * from './storage';
