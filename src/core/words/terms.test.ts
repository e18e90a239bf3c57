import { TERMS, termsIn } from './terms';

describe('words of the trade', () => {
  it('each is one sentence, or two short ones, and ends as one', () => {
    for (const { says } of Object.values(TERMS)) {
      expect(says).toMatch(/\.$/);
      expect(says.length).toBeLessThan(170);
    }
  });
  it('are found where they stand, in order, and not inside other words', () => {
    expect(termsIn(['Window open until Friday.', 'Block it with guide coat.'], 5)).toEqual([
      'window',
      'blocking',
      'guideCoat',
    ]);
    expect(termsIn(['Turkey and monkey, a windowless shed with no blocks'], 5)).toEqual(['window', 'blocking']);
    expect(termsIn(['Nothing of it here'], 5)).toEqual([]);
  });
  it('no more than asked for', () => expect(termsIn(['flash window key block film epoxy'], 3)).toHaveLength(3));
});
