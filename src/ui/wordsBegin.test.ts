import { wordsBegin } from './wordsBegin';

describe('words by their beginnings', () => {
  it.each([
    ['High-build primer', 'bui', true],
    ['High-build primer', 'pri hig', true],
    ['High-build primer', 'uild', false],
    ['Coupé', 'coupe', true],
    ['Ölwanne', 'OL', true],
    ['Anything', '', true],
    ['Clear, medium', 'clear medium', true],
    ['Clear, medium', 'clear slow', false],
  ])('%s by %s: %s', (text, typed, is) => expect(wordsBegin(text, typed)).toBe(is));
});
