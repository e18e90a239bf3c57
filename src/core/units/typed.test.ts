import fc from 'fast-check';
import { fromDisplay, toDisplay, unitOf, type Quantity } from './convert';
import { parseTyped } from './typed';

describe('a figure with its unit behind it', () => {
  it.each<[string, Quantity, 'metric' | 'us', number]>([
    ['20', 'temp', 'metric', 20],
    ['68 °F', 'temp', 'metric', 20],
    ['68f', 'temp', 'metric', 20],
    ['20 C', 'temp', 'us', 20],
    ['2 thou', 'film', 'metric', 50.8],
    ['50 um', 'film', 'us', 50],
    ['0,05 mm', 'film', 'metric', 50],
    ['32 fl oz', 'volume', 'metric', 32 * 29.5735295625],
    ['1 l', 'volume', 'us', 1000],
    ['0.5 m²', 'area', 'metric', 5000],
    ['5000 cm2', 'area', 'us', 5000],
    ['100 psi', 'pressure', 'metric', 100 / 14.503773773],
    ['1 kg', 'mass', 'metric', 1000],
    // Commas between thousands, where the unit or the reader is one that writes so; a decimal comma everywhere else.
    ['1,200 ft²', 'area', 'metric', 1200 * 929.0304],
    ['1,200', 'area', 'us', 1200 * 929.0304],
    ['12,345.5 lb', 'mass', 'metric', 12345.5 * 453.59237],
    ['1,2 m²', 'area', 'metric', 12_000],
    ['1,200 m²', 'area', 'us', 12_000],
    ['0,125 in', 'thickness', 'us', 3.175],
  ])('%s of %s in %s units', (text, q, units, value) => {
    const r = parseTyped(text, q, units);
    expect(r.ok && r.value).toBeCloseTo(value, 6);
  });
  it.each<[string, Quantity]>([
    ['5 kg', 'thickness'],
    ['5 mm mm', 'thickness'],
    ['mm', 'thickness'],
    ['', 'temp'],
    ['1,2,3 mm', 'thickness'],
  ])('%s of %s is complained of', (text, q) => expect(parseTyped(text, q, 'metric').ok).toBe(false));
  it('in whichever unit it is typed, it is the same figure', () =>
    fc.assert(
      fc.property(
        fc.constantFrom<Quantity>('temp', 'film', 'thickness', 'volume', 'area', 'pressure'),
        fc.integer({ min: 1, max: 900 }),
        (q, n) => {
          const metric = fromDisplay(q, n, 'metric');
          const us = toDisplay(q, metric, 'us');
          const r = parseTyped(`${us.toFixed(9)} ${unitOf(q, 'us')}`, q, 'metric');
          expect(r.ok && r.value / metric).toBeCloseTo(1, 5);
        },
      ),
    ));
});

describe('units of a US shop', () => {
  it.each([
    ['3\' 4"', 'thickness', 1016],
    ['3 ft 4 in', 'length', 101.6],
    ["2'", 'thickness', 609.6],
    ['1 qt', 'volume', 946.35],
    ['8 oz', 'mass', 226.8],
    ['8 oz', 'volume', 236.59],
    ['12 lb/gallon', 'density', 1.4379],
    ['3.5 lb/gal', 'solvent', 419.39],
    ['1.2 kg/L', 'density', 1.2],
  ] as const)('%s as %s', (text, quantity, metric) => {
    const r = parseTyped(text, quantity, 'us');
    expect(r.ok && r.value).toBeCloseTo(metric, 1);
  });
  it('a price of a gallon is that of 3.785 litres', () => {
    const r = parseTyped('100', 'price', 'us');
    expect(r.ok && r.value).toBeCloseTo(26.417, 3);
  });
});
