import fc from 'fast-check';
import { strToU8 } from 'fflate';
import { foundBare, JOB, T0 } from '../testing';
import { writeJobFile } from './jobFile';
import { readJobText } from './readText';
import { isSummed, sumOf, withoutSum, withSum } from './sums';

describe('sums', () => {
  it('are those of FIPS 180-4', () => {
    expect(sumOf('')).toBe('e3b0c44298fc1c149afbf4c8996fb92427ae41e4649b934ca495991b7852b855');
    expect(sumOf('abc')).toBe('ba7816bf8f01cfea414140de5dae2223b00361a396177a9cb410ff61f20015ad');
  });
  it('what has one is known again without it, however its blanks stand; one that was changed is not', () => {
    fc.assert(
      fc.property(fc.dictionary(fc.string(), fc.jsonValue()), fc.constantFrom(0, 1, 4), (record, indent) => {
        const { sha256: _, ...own } = JSON.parse(JSON.stringify(record)) as Record<string, unknown>;
        const text = JSON.stringify(JSON.parse(withSum(own)), null, indent);
        expect(isSummed(text)).toBe(true);
        expect(withoutSum(JSON.parse(text))).toEqual({ record: own, checked: true });
        expect(withoutSum({ ...(JSON.parse(text) as object), more: 1 })).toBeUndefined();
        expect(withoutSum(own)).toEqual({ record: own, checked: false });
      }),
    );
  });
});

describe('a job file on its way', () => {
  const file = writeJobFile(JOB, [foundBare(['lower', 'upper'])], [], T0);
  const left = withSum(file);
  const bytes = strToU8(left);
  it('is read as it left', () => {
    const r = readJobText(left);
    expect(r.ok && JSON.parse(JSON.stringify(r.value))).toEqual(JSON.parse(JSON.stringify(file)));
  });
  it('bits that flip are noticed, or change nothing that it says', () => {
    const read = (text: string) => {
      const r = readJobText(text);
      return r.ok ? JSON.stringify(r.value) : undefined;
    };
    const whole = read(left);
    fc.assert(
      fc.property(fc.array(fc.nat({ max: bytes.length * 8 - 1 }), { minLength: 1, maxLength: 3 }), (bits) => {
        const bent = bytes.slice();
        for (const b of bits) bent[b >> 3]! ^= 1 << (b & 7);
        const now = read(Buffer.from(bent).toString('utf8'));
        if (now !== undefined) expect(now).toBe(whole);
      }),
      { numRuns: Number(process.env.FLIPS ?? 1000) },
    );
  });
});
