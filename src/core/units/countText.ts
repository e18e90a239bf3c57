/** A number of things in words: '1 entry', '3 entries'. @param many where it is not the word with an s, or ies for a y */
export const countText = (n: number, one: string, many = `${one.replace(/y$/, 'ie')}s`): string =>
  `${n} ${n === 1 ? one : many}`;
