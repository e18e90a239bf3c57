import fc from 'fast-check';
import { codeOf, readCode, spokenCode } from './code';

const anyCode = fc.uint8Array({ minLength: 11, maxLength: 11 }).map(codeOf);

describe('a code', () => {
  it('is read back as it is spoken: in groups, small, with letters for figures', () => {
    fc.assert(
      fc.property(anyCode, (code) => {
        expect(readCode(spokenCode(code))).toBe(code);
        expect(readCode(` ${code.toLowerCase().replace(/0/g, 'o').replace(/1/g, 'l')} `)).toBe(code);
      }),
    );
  });
  it('has a check worked by hand: 1 on every place sums the weights 1 to 11, 66, less twice 31 is 4', () => {
    expect(codeOf(new Uint8Array(11).fill(1))).toBe('111111111114');
    expect(spokenCode('111111111114')).toBe('1111-1111-1114');
  });
  it('tells one wrong sign, unless the two are 31 apart, which only 0 and Z are', () => {
    fc.assert(
      fc.property(anyCode, fc.nat(10), fc.constantFrom(...'0123456789ABCDEFGHJKMNPQRSTVWXYZ'), (code, at, sign) => {
        const other = code.slice(0, at) + sign + code.slice(at + 1);
        const isBlind = [sign, code[at]].sort().join('') === '0Z';
        expect(readCode(other) === undefined).toBe(other !== code && !isBlind);
      }),
    );
  });
  it('tells two signs that changed places', () => {
    fc.assert(
      fc.property(anyCode, fc.nat(9), (code, at) => {
        const [a, b] = [code[at]!, code[at + 1]!];
        const other = code.slice(0, at) + b + a + code.slice(at + 2);
        const isBlind = [a, b].sort().join('') === '0Z';
        expect(readCode(other) === undefined).toBe(a !== b && !isBlind);
      }),
    );
  });
  it('refuses what is no code', () => {
    for (const typed of ['', '1111', '1111-1111-111', '1111-1111-11145', '1111-1111-111!', 'ÄÄÄÄ-1111-1114'])
      expect(readCode(typed)).toBeUndefined();
  });
});
