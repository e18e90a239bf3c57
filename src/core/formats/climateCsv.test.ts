import fc from 'fast-check';
import { Refusal } from '../result';
import type { ClimateReading } from '../air/climate';
import { readClimateCsv, writeClimateCsv } from './climateCsv';

const NOON = Date.UTC(2030, 4, 7, 12);

const NOW = new Date(2030, 10, 25, 12).getTime();
const at = (mo: number, d: number, h: number, mi = 0) => new Date(2030, mo - 1, d, h, mi).getTime();
const read = (text: string) => {
  const r = readClimateCsv(text, NOW);
  if (!r.ok) throw new Refusal(r.error);
  return r.value;
};

describe("a logger's table", () => {
  it('with semicolons, decimal commas and day first', () => {
    const f = read('Datum;Temperatur °C;Feuchte %\n24.11.2030 18:00;14,5;61\n24.11.2030 18:15;14,1;62,5\n');
    expect(f.readings).toEqual([
      { atMs: at(11, 24, 18), tempC: 14.5, rh: 0.61, source: 'file' },
      { atMs: at(11, 24, 18, 15), tempC: 14.1, rh: 0.625, source: 'file' },
    ]);
    expect(f.leftOut).toEqual([]);
  });
  it('with commas, a byte-order mark, lines before the head, and °F', () => {
    const f = read('\ufeffLogger 7\n\ndate,time,Temp (F),RH\n2030-11-24,18:00,59,0.61\n2030-11-24,18:05,60.8,0.62');
    expect(f.readings.map((r) => [r.atMs, r.tempC, r.rh])).toEqual([
      [at(11, 24, 18), 15, 0.61],
      [at(11, 24, 18, 5), 16, 0.62],
    ]);
  });
  it('with zoned times, and with ms since 1970', () => {
    expect(read('time,temp,hum %\n2030-11-24T18:00:00Z,14,61').readings[0]!.atMs).toBe(Date.UTC(2030, 10, 24, 18));
    expect(read(`stamp,temp,hum\n${NOW - 1000},14,61`).readings[0]!.atMs).toBe(NOW - 1000);
  });
  it('names every row that it leaves out, and keeps the rest', () => {
    const f = read(
      'time;temp;hum %\n2030-11-24 18:00;14,5;61\n2030-11-24 18:15;400;61\n2030-11-24 18:30;NaN;61\nyesterday;14;61\n2031-01-01 00:00;14;61\n\n2030-11-24 17:00;13,9;60\n',
    );
    expect(f.readings.map((r) => r.tempC)).toEqual([14.5, 13.9]);
    expect(f.leftOut.map((l) => [l.line, String(l.message).replace(/\u00a0/g, ' ')])).toEqual([
      [3, '400 °C is not a temperature that air can have here'],
      [4, 'its temperature is not a number'],
      [5, "its time 'yesterday' cannot be read"],
      [6, 'its time has not come yet: a clock is wrong'],
    ]);
  });
  it('from a clock that went back an hour in autumn keeps both times through that hour', () => {
    const rows = ['01:30', '02:00', '02:30', '02:59', '02:00', '02:30', '03:00'];
    const f = read(`time;temp;hum\n${rows.map((t, i) => `2030-10-27 ${t};${10 + i};60`).join('\n')}`);
    expect(f.secondHour).toBe(2);
    expect(f.leftOut).toEqual([]);
    const minutes = f.readings.map((r) => (r.atMs - f.readings[0]!.atMs) / 60_000);
    expect(minutes).toEqual([0, 30, 60, 89, 90, 120, 150]);
  });
  it('tells day from month where only one way round makes sense', () => {
    expect(read('time,temp,hum\n11/24/2030 18:00,14,61').readings[0]!.atMs).toBe(at(11, 24, 18));
    expect(read('time,temp,hum\n24/11/2030 18:00,14,61').readings[0]!.atMs).toBe(at(11, 24, 18));
    expect(read('time,temp,hum\n05/06/2030 18:00,14,61').note).toMatch(/day\/month/);
  });
  it.each([
    ['', /No line names/],
    ['hello\nworld', /No line names/],
    ['temp;hum\n14;61', /No column is named as a time/],
    ['time;temp;hum', /no reading under it/],
    ['time;temp;hum\nsoon;14;61\nlater;15;60', /way that is not known: 'soon'/],
    ['time;temp;hum\n2030-11-24 18:00;x;61', /No row holds a reading. Line 2/],
  ])('that is none is refused with its reason', (text, why) => {
    const r = readClimateCsv(text, NOW);
    expect(r.ok ? '' : String(r.error)).toMatch(why);
  });
  it('survives anything', () => {
    fc.assert(fc.property(fc.string({ unit: 'binary', maxLength: 300 }), (s) => void readClimateCsv(s, NOW)));
    fc.assert(
      fc.property(
        fc.array(fc.constantFrom('time', 'temp', 'hum', ';', ',', '\n', '"', '14,5', '2030-11-24 18:00')),
        (a) => void readClimateCsv(a.join(''), NOW),
      ),
    );
  });
  it('read back from what the app writes, gives the same readings', () => {
    const reading = fc.record({
      n: fc.integer({ min: 1, max: 500_000 }),
      tempC: fc.integer({ min: -300, max: 500 }).map((v) => v / 10),
      rh: fc.integer({ min: 0, max: 100 }).map((v) => v / 100),
    });
    fc.assert(
      fc.property(fc.uniqueArray(reading, { minLength: 1, maxLength: 30, selector: (r) => r.n }), (rows) => {
        const log = rows.map(({ n, tempC, rh }): ClimateReading => ({
          atMs: NOW - n * 60_000,
          tempC,
          rh,
          source: 'file',
        }));
        // The share of a humidity is told from its size: a table of nothing but bone-dry air could be either.
        fc.pre([...rows].sort((a, b) => a.rh - b.rh)[rows.length >> 1]!.rh > 0.02);
        expect(read(writeClimateCsv(log)).readings).toEqual(log);
      }),
    );
  });
});

describe('heads that name the unit', () => {
  it.each(['temperature_f', 'Temp (°F)', 'TempF', 'deg F', 'Temperature Fahrenheit'])('%s is Fahrenheit', (head) => {
    const r = readClimateCsv(`time,${head},rh\n2030-05-06 08:00,68,45`, NOON);
    expect(r.ok && r.value.readings[0]!.tempC).toBeCloseTo(20, 2);
  });
  it.each(['temperature', 'Temp °C', 'temp_c', 'Outside temperature'])('%s is not', (head) => {
    const r = readClimateCsv(`time,${head},rh\n2030-05-06 08:00,20,45`, NOON);
    expect(r.ok && r.value.readings[0]!.tempC).toBe(20);
  });
  it('asks when the values cannot be what the head says', () => {
    const r = readClimateCsv('time,temp °C,rh\n2030-05-06 08:00,68,45\n2030-05-06 09:00,70,44', NOON);
    expect(r.ok ? '' : String(r.error)).toMatch(/Fahrenheit/);
  });
  it('reads clocks of twelve hours', () => {
    const r = readClimateCsv(
      'time,temp,rh\n05/13/2030 08:15 PM,20,45\n05/13/2030 12:05 AM,19,45',
      NOON + 30 * 86_400_000,
    );
    expect(r.ok && r.value.readings.map((x) => new Date(x.atMs).getHours())).toEqual([20, 0]);
  });
});
