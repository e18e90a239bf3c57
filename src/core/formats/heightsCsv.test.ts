import fc from 'fast-check';
import { MAX_HEIGHTS_CHARS, readHeightsCsv } from './heightsCsv';

const figure = fc.double({ min: -99, max: 99, noNaN: true }).map((v) => Math.round(v * 1000) / 1000 + 0);
const rowsOf = fc.array(fc.record({ x: figure, y: figure, mm: figure }), { minLength: 1, maxLength: 40 });
const csv = (rows: readonly { x: number; y: number; mm: number }[], head = 'x,y,height mm', sep = ',') =>
  [head.replaceAll(',', sep), ...rows.map((r) => [r.x, r.y, r.mm].join(sep))].join('\n');

describe('heights of a panel from a table', () => {
  it('what was written comes back, with commas, semicolons or tabs between', () =>
    fc.assert(
      fc.property(rowsOf, fc.constantFrom(',', ';', '\t'), (rows, sep) => {
        const r = readHeightsCsv(csv(rows, 'x,y,height mm', sep));
        expect(r.ok && r.value).toEqual({ rows, leftOut: [] });
      }),
    ));
  it('columns are found by their words, in any order', () => {
    const r = readHeightsCsv('deviation;across;down\n0,5;10;20\n-0,25;30;40');
    expect(r.ok && r.value.rows).toEqual([
      { x: 10, y: 20, mm: 0.5 },
      { x: 30, y: 40, mm: -0.25 },
    ]);
  });
  it('what is no figure, or of another unit, is left out and said by its line', () => {
    const r = readHeightsCsv('x,y,mm\n1,2,0.1\n1,two,0.1\n1,2\n3,4,250\n5,6,-0.3');
    expect(r.ok && r.value.rows).toHaveLength(2);
    expect(r.ok && r.value.leftOut).toEqual([
      { line: 3, message: 'not three figures' },
      { line: 4, message: 'not three figures' },
      { line: 5, message: '250 mm off: another unit?' },
    ]);
  });
  it('no heading, no heights, and far too much are refused', () => {
    expect(readHeightsCsv('1,2,3\n4,5,6')).toMatchObject({
      ok: false,
      error: expect.stringMatching(/x, y and height/),
    });
    expect(readHeightsCsv('x,y,mm\na,b,c')).toMatchObject({ ok: false, error: 'There are no heights in it' });
    expect(readHeightsCsv('x'.repeat(MAX_HEIGHTS_CHARS + 1))).toMatchObject({ ok: false });
  });
  it('any text is read or refused, and never thrown at', () =>
    fc.assert(fc.property(fc.string({ maxLength: 300 }), (t) => void readHeightsCsv(t))));
});
