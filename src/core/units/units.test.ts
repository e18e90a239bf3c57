import fc from 'fast-check';
import { fromDisplay, show, showText, toDisplay, type Quantity } from './convert';
import { parseDecimal } from './decimal';
import { inUnits } from './say';
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

describe('sentences of the core in US units', () => {
  it.each([
    ['Too cold: 9.5\u00a0°C on the panel.', 'Too cold: 49\u00a0°F on the panel.'],
    ['A number from -10 to 60\u00a0°C', 'A number from 14 to 140\u00a0°F'],
    ['Surface within 3 K of the dew point.', 'Surface within 5\u00a0°F of the dew point.'],
    [
      'That would be 240\u00a0µm; over 200\u00a0µm it cracks.',
      'That would be 9.4\u00a0mil; over 7.9\u00a0mil it cracks.',
    ],
    ['Width must be between 5 and 3000 mm', 'Width must be between 0.20 and 118\u00a0in'],
    ['Cut 160 × 120\u00a0mm, 14 plugs', 'Cut 6.30 × 4.72\u00a0in, 14 plugs'],
    ['no more than 1.5 mm low, then skim', 'no more than 0.059\u00a0in low, then skim'],
    [
      'Pressure falls to 3.9\u00a0bar; 6.4\u00a0mm would hold 6.9\u00a0bar.',
      'Pressure falls to 57\u00a0psi; 0.25\u00a0in would hold 100\u00a0psi.',
    ],
    ['takes 2.34\u00a0m³/min of air', 'takes 83\u00a0cfm of air'],
    ['0.84\u00a0m², thick paint', '9.0\u00a0ft², thick paint'],
  ])('%s', (metric, us) => {
    expect(inUnits(metric, 'us')).toBe(us);
    expect(inUnits(metric, 'metric')).toBe(metric);
  });
  it.each([
    'P400, 3 coats, 54 %, 450 g/m² mat',
    'Bag 3 of 12, 10 min, 1.2 kg, 80 km',
    'Grade 2: K 7, 5 mmHg, 6 barrels',
  ])('leaves %s alone', (text) => expect(inUnits(text, 'us')).toBe(text));
  it('says a sentence once: what is in US units stays', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.integer({ min: -40, max: 9000 }), fc.constantFrom('°C', 'K', 'µm', 'mm', 'bar', 'm²')), {
          maxLength: 4,
        }),
        (figures) => {
          const once = inUnits(figures.map(([n, u]) => `at ${n}\u00a0${u}`).join(', '), 'us');
          expect(once).not.toMatch(/\d\u00a0(°C|K|µm|mm|bar|m²)/);
          expect(inUnits(once, 'us')).toBe(once);
        },
      ),
    );
  });
  it('pressure and air by definition: 100 psi are 6.895 bar, 1 m³/min is 35.31 cfm', () => {
    expect(fromDisplay('pressure', 100, 'us')).toBeCloseTo(6.89476, 4);
    expect(toDisplay('airFlow', 1, 'us')).toBeCloseTo(35.3147, 3);
    expect(showText('bulk', 25, 'us')).toBe('55\u00a0lb');
    expect(showText('bulk', 30.4, 'metric')).toBe('30\u00a0kg');
  });
});
