/** @jest-environment node */
import { coatWords } from './coatWords';

describe('what a coat is called', () => {
  it('colour: light, to cover, drop; clear: closed, then full', () => {
    expect([1, 2, 3].map((c) => coatWords('base', c, 3).name)).toEqual(['light coat', 'coat to cover', 'drop coat']);
    expect([1, 2].map((c) => coatWords('base', c, 2).name)).toEqual(['light coat', 'coat to cover']);
    expect(coatWords('base', 1, 1).name).toBe('coat to cover');
    expect([1, 2].map((c) => coatWords('topcoat', c, 2).name)).toEqual(['closed first coat', 'full coat']);
    expect(coatWords('topcoat', 1, 1).name).toBe('full coat');
  });
  it('a drop coat is only ever the last, and no first of several is heavy', () => {
    for (const role of ['base', 'primer', 'topcoat', 'sealant', 'converter'] as const)
      for (let of = 1; of <= 6; of++)
        for (let c = 1; c <= of; c++) {
          const w = coatWords(role, c, of);
          expect(w.how).not.toBe('');
          if (w.name === 'drop coat') expect(c).toBe(of);
          if (c === 1 && of > 1 && role !== 'sealant' && role !== 'converter') expect(w.name).not.toBe('full coat');
        }
  });
});
