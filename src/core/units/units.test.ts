import fc from 'fast-check';
import { fromDisplay, show, showText, toDisplay, type Quantity } from './convert';
import { parseDecimal } from './decimal';
import { showThickness } from './thickness';
import { HOUR_MS, MINUTE_MS, nextClockTime, waitText } from './time';

describe('decimals as people type them', () => {
  it.each([
    ['12.5', 12.5],
    ['12,5', 12.5],
    [' 1 250,5 ', 1250.5],
    ['-3', -3],
    ['−3', -3],
    [',5', 0.5],
    ['7', 7],
  ])('%s is %d', (text, value) => expect(parseDecimal(text)).toEqual({ ok: true, value }));
  it.each([
    ['', 'empty'],
    ['  ', 'empty'],
    ['12,', 'unfinished'],
    ['-', 'unfinished'],
    ['.', 'unfinished'],
    ['1.234,5', 'ambiguous'],
    ['12a', 'notANumber'],
    ['1e5', 'notANumber'],
    ['∞', 'notANumber'],
  ])('%s is refused: %s', (text, error) => expect(parseDecimal(text)).toEqual({ ok: false, error }));
  it('reads back what it would write, with either mark', () => {
    fc.assert(
      fc.property(fc.integer({ min: -999_999, max: 999_999 }), (n) => {
        const t = (n / 100).toFixed(2);
        expect(parseDecimal(t)).toEqual({ ok: true, value: n / 100 });
        expect(parseDecimal(t.replace('.', ','))).toEqual({ ok: true, value: n / 100 });
      }),
    );
  });
});

describe('units', () => {
  const quantities: Quantity[] = ['temp', 'tempDifference', 'film', 'thickness', 'length', 'volume', 'area', 'mass'];
  it('what is typed comes back as what was shown', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...quantities),
        fc.constantFrom('metric' as const, 'us' as const),
        fc.double({ min: -1e5, max: 1e5, noNaN: true }),
        (q, system, v) => {
          expect(fromDisplay(q, toDisplay(q, v, system), system)).toBeCloseTo(v, 6);
        },
      ),
    );
  });
  it('published conversions', () => {
    expect(toDisplay('temp', 100, 'us')).toBeCloseTo(212);
    expect(toDisplay('film', 25.4, 'us')).toBeCloseTo(1);
    expect(toDisplay('volume', 29.5735295625, 'us')).toBeCloseTo(1);
    expect(toDisplay('area', 929.0304, 'us')).toBeCloseTo(1);
  });
  it('shows the digits that a quantity has', () => {
    expect(showText('volume', 463.2, 'metric')).toBe('463\u00a0ml');
    expect(showText('volume', 3.44, 'metric')).toBe('3.4\u00a0ml');
    expect(show('temp', -0.2, 'metric').value).toBe('0');
    expect(showThickness(110, 'metric')).toBe('110\u00a0µm');
    expect(showThickness(1480, 'metric')).toBe('1.5\u00a0mm');
  });
  it.each([
    [35 * MINUTE_MS, '35 min'],
    [155 * MINUTE_MS, '2 h 35'],
    [180 * MINUTE_MS, '3 h'],
    [20 * HOUR_MS, '20 h'],
    [72 * HOUR_MS, '3 days'],
    [0, 'under 1 min'],
  ])('%d ms is %s, and is not broken over two lines', (ms, text) =>
    expect(waitText(ms)).toBe(text.replaceAll(' ', '\u00a0').replace('under\u00a0', 'under ')),
  );
});

describe('a typed time of day', () => {
  const now = new Date(2030, 2, 4, 14, 20).getTime();
  const at = (d: number, h: number, m: number) => new Date(2030, 2, d, h, m).getTime();
  it.each([
    ['18:00', at(4, 18, 0)],
    ['18', at(4, 18, 0)],
    ['18.30', at(4, 18, 30)],
    ['14:18', at(4, 14, 18)],
    ['6:00', at(5, 6, 0)],
    ['24', at(5, 0, 0)],
    ['25:00', null],
    ['18:75', null],
    ['six', null],
    ['', null],
  ])('%s', (text, ms) => expect(nextClockTime(text, now)).toBe(ms));
});
