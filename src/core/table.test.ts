import { each, rowOf } from './table';

const row = rowOf<'a' | 'b' | 'c', number>();

describe('a row of a table', () => {
  it('gives every key what its group says', () => {
    expect(row(each(['a', 'c'], 1), each(['b'], 2))).toEqual({ a: 1, b: 2, c: 1 });
  });
  it('does not compile with a key left out, named twice, or unknown', () => {
    // @ts-expect-error c is missing
    row(each(['a'], 1), each(['b'], 2));
    // @ts-expect-error a stands twice
    row(each(['a', 'b'], 1), each(['a', 'c'], 2));
    // @ts-expect-error nobody knows d
    row(each(['a', 'b', 'c'], 1), each(['d'], 2));
    expect.assertions(0);
  });
});
