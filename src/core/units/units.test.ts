import fc from 'fast-check';
import { fromDisplay, displayQuantity, formatQuantity, toDisplay, type Quantity } from './convert';
import { parseDecimal } from './decimal';
import { figure, lowerFirst, messageIn, pair, Phrase, phrase, upperFirst, type Message } from './phrase';
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
    expect(formatQuantity('volume', 463.2, 'metric')).toBe('463\u00a0ml');
    expect(formatQuantity('volume', 3.44, 'metric')).toBe('3.4\u00a0ml');
    expect(displayQuantity('temp', -0.2, 'metric').value).toBe('0');
    expect(showThickness(110, 'metric')).toBe('110\u00a0µm');
    expect(showThickness(1480, 'metric')).toBe('1.5\u00a0mm');
  });
  it.each([
    [35 * MINUTE_MS, '35 min'],
    [155 * MINUTE_MS, '2 h 35 min'],
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

describe('sentences with quantities', () => {
  const mm = (v: number) => figure('thickness', v);
  it.each<[Message, string, string]>([
    [
      phrase`Too cold: ${figure('temp', 9.5)} on the panel.`,
      'Too cold: 9.5 °C on the panel.',
      'Too cold: 49 °F on the panel.',
    ],
    [
      phrase`A number from ${pair('temp', -10, 60, ' to ')}`,
      'A number from −10 to 60 °C',
      'A number from 14 to 140 °F',
    ],
    [
      phrase`within ${figure('tempDifference', 3)} of the dew point.`,
      'within 3 K of the dew point.',
      'within 5.4 °F of the dew point.',
    ],
    [
      phrase`That would be ${figure('film', 240)}; over ${figure('film', 200)}`,
      'That would be 240 µm; over 200 µm',
      'That would be 9.4 mil; over 7.9 mil',
    ],
    [phrase`between ${pair('thickness', 5, 3000, ' and ')}`, 'between 5 and 3000 mm', 'between 0.20 and 118 in'],
    [
      phrase`Cut ${pair('thickness', 160, 120, ' × ')}, ${14} plugs`,
      'Cut 160 × 120 mm, 14 plugs',
      'Cut 6.30 × 4.72 in, 14 plugs',
    ],
    [phrase`no more than ${mm(1.5)} low`, 'no more than 1.5 mm low', 'no more than 0.059 in low'],
    [
      phrase`${figure('pressure', 3.9)}; ${mm(6.4)} would hold ${figure('pressure', 7)}`,
      '3.9 bar; 6.4 mm would hold 7 bar',
      '57 psi; 0.25 in would hold 102 psi',
    ],
    [phrase`takes ${figure('airFlow', 2.34)} of air`, 'takes 2.34 m³/min of air', 'takes 83 cfm of air'],
    [phrase`${figure('area', 8400)}, thick paint`, '0.84 m², thick paint', '9.0 ft², thick paint'],
    ['P400, 3 coats, 54 %', 'P400, 3 coats, 54 %', 'P400, 3 coats, 54 %'],
  ])('%s', (message, metric, us) => {
    const plain = (system: 'metric' | 'us') =>
      messageIn(message, system)
        .replace(/\u00a0/g, ' ')
        .replace(/\u2212/g, '−');
    expect(plain('metric')).toBe(metric);
    expect(plain('us')).toBe(us);
  });
  it('a bound that is small is not rounded away', () =>
    expect(messageIn(phrase`at least ${figure('film', 0.5)}`, 'us')).toBe('at least 0.02\u00a0mil'));
  it('a name that reads like a quantity stays a name', () => {
    const zone = 'Sill 20\u00a0mm';
    expect(messageIn(phrase`On ${zone}: ${mm(20)}`, 'us')).toBe('On Sill 20\u00a0mm: 0.79\u00a0in');
  });
  it('phrases within phrases keep their quantities, and only the first letter changes', () => {
    const inner = phrase`Warm it to ${figure('temp', 20)}`;
    expect(messageIn(phrase`${lowerFirst(inner)}, or wait`, 'us')).toBe('warm it to 68\u00a0°F, or wait');
    expect(lowerFirst('P600 would show')).toBe('P600 would show');
    expect(lowerFirst('A scratch shows')).toBe('a scratch shows');
    expect(String(upperFirst('under water'))).toBe('Under water');
    expect(upperFirst(phrase`${figure('temp', 20)} is warm`)).toBeInstanceOf(Phrase);
  });
  it('every figure loses at most a twentieth by rounding, in either system', () => {
    fc.assert(
      fc.property(
        fc.constantFrom('film' as const, 'thickness' as const, 'pressure' as const, 'area' as const),
        fc.double({ min: 0.1, max: 9000, noNaN: true }),
        fc.constantFrom('metric' as const, 'us' as const),
        (q, v, system) => {
          const shown = Number.parseFloat(messageIn(phrase`${figure(q, v)}`, system));
          const exact = toDisplay(q, v, system);
          expect(Math.abs(shown - exact)).toBeLessThanOrEqual(Math.max(0.05 * exact, 5e-5));
        },
      ),
    );
  });
  it('pressure and air by definition: 100 psi are 6.895 bar, 1 m³/min is 35.31 cfm', () => {
    expect(fromDisplay('pressure', 100, 'us')).toBeCloseTo(6.89476, 4);
    expect(toDisplay('airFlow', 1, 'us')).toBeCloseTo(35.3147, 3);
    expect(formatQuantity('bulk', 25, 'us')).toBe('55\u00a0lb');
    expect(formatQuantity('bulk', 30.4, 'metric')).toBe('30\u00a0kg');
  });
});
