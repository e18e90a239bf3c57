import fc from 'fast-check';
import { parseProduct } from './schema';
import { SHIPPED_PRODUCTS } from './shipped';

/** A sheet as somebody types one: a shipped clear, copied. */
const { copiedFrom: _own, ...CLEAR } = SHIPPED_PRODUCTS.find((p) => p.id === 'clear-ms')!;
const SHEET = { ...CLEAR, id: 'own-clear', basis: 'sheet', copiedFrom: 'clear-ms' };
type Sheet = Record<string, unknown>;
const said = (change: (s: Sheet) => void): string[] => {
  const sheet = JSON.parse(JSON.stringify(SHEET)) as Sheet;
  change(sheet);
  const r = parseProduct(sheet);
  return r.ok ? [] : r.error.map((p) => `${p.path}: ${String(p.message)}`);
};
const part = (s: Sheet, i = 0) => (s.parts as Sheet[])[i]!;

describe('a data sheet that somebody typed', () => {
  it('is taken as it is', () => {
    const r = parseProduct(SHEET);
    expect(r.ok && r.value).toEqual(SHEET);
  });
  it.each<[string, (s: Sheet) => void, RegExp]>([
    ['without a name', (s) => delete s.name, /^name: Name is missing/],
    ['a family of nowhere', (s) => (s.family = 'varnish'), /^family: Family 'varnish' is not one that is known/],
    ['a ratio by feeling', (s) => (s.ratioBy = 'feeling'), /ratioBy: Ratio/],
    ['no parts', (s) => (s.parts = []), /parts: At least one part/],
    ['six parts', (s) => (s.parts = Array.from({ length: 6 }, () => part(s))), /parts: At most five parts/],
    ['a part of nothing', (s) => (part(s).parts = 0), /parts\[0\]\.parts: Ratio must be between 0\.01 and 1000/],
    ['a part as light as air', (s) => (part(s).densityKgL = 0.001), /parts\[0\]\.densityKgL: Density/],
    ['solids of more than all', (s) => (part(s).volumeSolids = 1.2), /volumeSolids: Solids must be between 0 and 1/],
    ['a price that is text', (s) => (part(s).pricePerL = '12'), /pricePerL: Price: a number is needed/],
    ['a field of another app', (s) => (part(s).colour = 'red'), /Part has a field that is not known: colour/],
    ['a pot life of no time', (s) => (s.potLifeMin = 0), /potLifeMin: Pot life must be between 1 and 100000 min/],
    ['a dose that is none', (s) => (s.dose = { by: 'spoon' }), /dose: Dose is not one that is known/],
    [
      'a window that closes before it opens',
      (s) => (s.stages = [{ stage: 'recoat', opensMin: 60, closesMin: 30 }]),
      /stages\[0\]\.closesMin: A window must close after it opens/,
    ],
    [
      'a stage twice as a word that is none',
      (s) => (s.stages = [{ stage: 'almost', opensMin: 60 }]),
      /stages\[0\]\.stage: Stage 'almost' is not one that is known/,
    ],
  ])('%s is refused, where and why', (_, change, says) => {
    expect(said(change).join('\n')).toMatch(says);
  });
  it('doses: drops, a tube, and shares by temperature that rise', () => {
    expect(said((s) => (s.dose = { by: 'drops', drops: 20, toG: 100, dropMl: 0.05 }))).toEqual([]);
    expect(said((s) => (s.dose = { by: 'tube', tubeG: 40, toG: 1800 }))).toEqual([]);
    const rows = (...t: number[]) => ({ by: 'percent', rows: t.map((tempC) => ({ tempC, fraction: 0.02 })) });
    expect(said((s) => (s.dose = rows(10, 20, 30)))).toEqual([]);
    expect(said((s) => (s.dose = rows(10, 30, 20)))).toEqual([expect.stringMatching(/must rise, each once/)]);
    expect(said((s) => (s.dose = rows(10, 10)))).toEqual([expect.stringMatching(/must rise, each once/)]);
    expect(said((s) => (s.dose = rows()))).toEqual([expect.stringMatching(/At least one temperature/)]);
  });
  it('figures within their bounds are taken, those beyond never, and nothing throws', () =>
    fc.assert(
      fc.property(fc.double({ min: -10, max: 20, noNaN: true }), fc.boolean(), (v, isDensity) => {
        const says = said((s) => (isDensity ? (part(s).densityKgL = v) : (part(s).volumeSolids = v)));
        const isIn = isDensity ? v >= 0.3 && v <= 8 : v >= 0 && v <= 1;
        expect(says.length === 0).toBe(isIn);
      }),
    ));
  it('whatever is handed in instead of a sheet is refused, not thrown at', () =>
    fc.assert(
      fc.property(fc.jsonValue(), (v) => {
        expect(parseProduct(v).ok).toBe(false);
      }),
    ));
});
