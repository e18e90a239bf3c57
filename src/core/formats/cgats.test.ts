import fc from 'fast-check';
import { BAND_NM, BANDS } from '../colour/spectrum';
import { readCgats, writeCgats, type CgatsSample } from './cgats';

const spectrum = fc.array(
  fc.integer({ min: 0, max: 150_000 }).map((v) => v / 100_000),
  { minLength: BANDS, maxLength: BANDS },
);
const sample = (name: string): fc.Arbitrary<CgatsSample> =>
  fc.record({
    name: fc.constant(name),
    values: fc.record({
      form: fc.constant('spectra' as const),
      anglesDeg: fc.constant([15, 45, 110]),
      readings: fc.array(fc.array(spectrum, { minLength: 3, maxLength: 3 }), { minLength: 1, maxLength: 3 }),
    }),
  });

/** A file with one row a set of values, under a heading. */
const file = (columns: readonly string[], rows: readonly (readonly (string | number)[])[], end = '\n') =>
  [
    'CGATS.17',
    'BEGIN_DATA_FORMAT',
    columns.join(' '),
    'END_DATA_FORMAT',
    'BEGIN_DATA',
    ...rows.map((r) => r.join('\t')),
    'END_DATA',
    '',
  ].join(end);
const nm = (from: number, to: number, step = 10) =>
  Array.from({ length: (to - from) / step + 1 }, (_, i) => from + i * step);
const said = (text: string) => {
  const r = readCgats(text);
  return r.ok ? r.value.notes.join(' ') : `line ${r.error.line}: ${r.error.message}`;
};

describe('CGATS text', () => {
  it('what was written is read back', () => {
    fc.assert(
      fc.property(sample('Bonnet, left'), sample('Card 2'), (a, b) => {
        const r = readCgats(writeCgats([a, b], 0));
        expect(r).toEqual({ ok: true, value: { samples: [a, b], notes: [] } });
      }),
      { numRuns: 30 },
    );
    const lab: CgatsSample = { name: 'x', values: { form: 'lab', anglesDeg: [45], readings: [[[50, -1.25, 3]]] } };
    expect(readCgats(writeCgats([lab], 0))).toEqual({ ok: true, value: { samples: [lab], notes: [] } });
  });

  const columns = ['SAMPLE_ID', ...BAND_NM.map((n) => `nm${n}`)];
  const row = (v: string | number) => ['"A 1"', ...BAND_NM.map(() => v)];

  it('takes decimal commas, odd ends of lines, per cent, and more bands than it needs, and says what it did', () => {
    for (const end of ['\n', '\r\n', '\r']) {
      const r = readCgats(`\uFEFF${file(columns, [row('0,25')], end)}`);
      expect(r.ok && r.value.samples[0]).toMatchObject({ name: 'A 1', values: { anglesDeg: [45] } });
      expect(r.ok && r.value.samples[0]!.values.readings[0]![0]![30]).toBe(0.25);
    }
    const percent = readCgats(file(columns, [row('2.5e1')]));
    expect(percent.ok && percent.value.samples[0]!.values.readings[0]![0]![0]).toBeCloseTo(0.25, 12);
    expect(said(file(columns, [row(25)]))).toMatch(/per cent: divided by 100.*no angle: taken as 45/);
    const wide = nm(380, 730);
    const r = readCgats(
      file(
        ['SAMPLE_NAME', 'ANGLE', ...wide.map((n) => `SPECTRAL_NM${n}`)],
        [['x', '15°', ...wide.map((n) => n / 1000)]],
      ),
    );
    expect(r.ok && r.value.samples[0]!.values.readings[0]![0]!.slice(0, 2)).toEqual([0.4, 0.41]);
    expect(r.ok && r.value.notes.join()).toMatch(/Of its 36 bands/);
  });

  it('rows without a number are readings by the angle that comes again', () => {
    const r = readCgats(
      file(
        ['SAMPLE_ID', 'ANGLE', 'LAB_L', 'LAB_A', 'LAB_B'],
        [
          ['c', 15, 60, 0, 0],
          ['c', 45, 40, 0, 0],
          ['c', 15, 61, 0, 0],
          ['c', 45, 41, 0, 0],
        ],
      ),
    );
    expect(r.ok && r.value.samples).toMatchObject([
      {
        values: {
          anglesDeg: [15, 45],
          readings: [
            [
              [60, 0, 0],
              [40, 0, 0],
            ],
            [
              [61, 0, 0],
              [41, 0, 0],
            ],
          ],
        },
      },
    ]);
  });

  it.each([
    ['no CGATS', 'a,b\n1,2', /no CGATS text/],
    ['cut short', file(columns, [row(0.2)]).replace('END_DATA\n', ''), /cut short/],
    [
      'a band that is missing',
      file(['SAMPLE_ID', ...BAND_NM.filter((n) => n !== 550).map((n) => `nm${n}`)], [['x', ...BAND_NM.slice(1)]]),
      /no band at 550/,
    ],
    [
      'every 20 nm only',
      file(['ID', ...nm(400, 700, 20).map((n) => `nm${n}`)], [['x', ...nm(400, 700, 20)]]),
      /no band at 410/,
    ],
    ['a word for a figure', file(columns, [row('abc')]), /line 6: 'abc' under NM400/],
    ['figures that cannot be', file(columns, [row(9000)]), /no reflectance/],
    ['values without a column', file(columns, [[...row(0.2), 7]]), /33 values for 32 columns/],
    [
      'an angle that is none',
      file(['SAMPLE_ID', 'ANGLE', 'LAB_L', 'LAB_A', 'LAB_B'], [['c', 'flop', 60, 0, 0]]),
      /no angle/,
    ],
    [
      'an angle that is there twice',
      file(
        ['SAMPLE_ID', 'READING', 'ANGLE', 'LAB_L', 'LAB_A', 'LAB_B'],
        [
          ['c', 1, 15, 60, 0, 0],
          ['c', 1, 15, 60, 0, 0],
        ],
      ),
      /twice/,
    ],
    [
      'a reading that lacks an angle',
      file(
        ['SAMPLE_ID', 'READING', 'ANGLE', 'LAB_L', 'LAB_A', 'LAB_B'],
        [
          ['c', 1, 15, 60, 0, 0],
          ['c', 1, 45, 60, 0, 0],
          ['c', 2, 15, 60, 0, 0],
        ],
      ),
      /lacks an angle/,
    ],
    ['neither', file(['SAMPLE_ID', 'DENSITY'], [['x', 1]]), /neither/],
    ['nothing in it', file(columns, []), /no readings/],
  ])('is refused for %s', (_, text, says) => {
    expect(said(text)).toMatch(says);
  });

  it('no text throws', () => {
    fc.assert(
      fc.property(
        fc.string(),
        fc.string(),
        (a, b) => void readCgats(`${a}\nBEGIN_DATA_FORMAT\n${b}\nEND_DATA_FORMAT\nBEGIN_DATA\n${a}\nEND_DATA`),
      ),
    );
  });
});
