/** Colour: what was read, how it differs, what that means, and what is done about it. */
export * from './blend';
export * from './difference';
export * from './eye';
export * from './hex';
export * from './hiding';
export * from './kubelkaMunk';
export * from './lay';
export * from './lights';
export * from './paint';
export * from './pairs';
export * from './photo';
export * from './rack';
export * from './readings';
export * from './spectrum';
export * from './toners';
export * from './verdict';
export * from './words';
