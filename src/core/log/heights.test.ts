import { ev } from '../testing';
import { parseEvent } from './schema';

const heights = { nx: 3, ny: 2, stepX: 100, stepY: 100, x0: 0, y0: 0, face: 'outer', mm: [0, -1.5, null, 0.2, 0, 0] };
const parse = (more: object) => {
  const r = parseEvent(ev({ kind: 'measured', measure: 'heights', heights: { ...heights, ...more } }));
  return r.ok ? 'ok' : String(r.error[0]!.message);
};

describe('heights of a panel in the log', () => {
  it('may have places that nobody read', () => expect(parse({})).toBe('ok'));
  it.each([
    ['fewer than places', { mm: [0, 1] }, /more or fewer heights/],
    ['of another unit', { mm: [0, -1500, null, 0, 0, 0] }, /A height is/],
    ['of half a row', { nx: 1.5 }, /whole number/],
    ['with a word', { mm: [0, 'x', null, 0, 0, 0] }, /A height is/],
  ])('%s are refused', (_, more, says) => expect(parse(more)).toMatch(says));
});

const gap = {
  name: 'Door to wing',
  lengthMm: 800,
  widthMm: [4, null, 5],
  flushMm: [0, null, -0.5],
  agreedMm: 4,
  before: 'filling',
};
const parseGap = (more: object) => {
  const r = parseEvent(ev({ kind: 'measured', measure: 'gap', gap: { ...gap, ...more } }));
  return r.ok ? 'ok' : String(r.error[0]!.message);
};

describe('a gap in the log', () => {
  it('may have places that nobody read', () => expect(parseGap({})).toBe('ok'));
  it.each([
    ['of two places', { widthMm: [4, 5], flushMm: [0, 0] }, /at least 3 places/],
    ['of another unit', { widthMm: [4000, 4, 5] }, /0 to 60 mm/],
    ['with fewer steps than widths', { flushMm: [0, 0, 0, 0] }, /more or fewer steps/],
    ['before nothing', { before: 'tea' }, /Before what/],
    ['without a name', { name: undefined }, /which gap/],
  ])('%s is refused', (_, more, says) => expect(parseGap(more)).toMatch(says));
});
