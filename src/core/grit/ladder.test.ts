import fc from 'fast-check';
import { GRITS } from '../log/tools';
import { grainUm } from './grain';
import { boardFor, gritLadder, ladderRemovalUm, LADDER_ON, type LadderOn } from './ladder';

const papers = (...args: Parameters<typeof gritLadder>) => gritLadder(...args).map((r) => r.grit);

describe('a ladder of papers', () => {
  it('on filler from P80 to what high-build hides: 195 to 97 µm by no more than 2.2', () => {
    expect(papers(80, 180, 'filler')).toEqual([120, 180]);
    expect(papers(undefined, 180, 'filler')).toEqual([80, 120, 180]);
  });
  it('on primer from P180 to base', () => expect(papers(180, 600, 'primer')).toEqual([320, 600]));
  it('is empty where the scratch is fine enough', () => {
    expect(papers(400, 320, 'primer')).toEqual([]);
    expect(papers(400, 400, 'primer')).toEqual([]);
  });
  it('each paper takes out the last one’s scratch: 0.15 of 195 µm and of 127 µm', () => {
    const rungs = gritLadder(80, 180, 'filler');
    expect(rungs.map((r) => r.removesUm)).toEqual([expect.closeTo(29.25, 6), expect.closeTo(19.05, 6)]);
    expect(ladderRemovalUm(rungs)).toBeCloseTo(48.3, 6);
    expect(gritLadder(2000, 3000, 'clear')[0]!.removesUm).toBeCloseTo(1.03, 6);
  });
  it('small parts take three times as long as flat ones', () => {
    const min = (shape: 'flat' | 'small') =>
      gritLadder(80, 180, 'filler', 5000, shape).reduce((s, r) => s + r.minutes, 0);
    expect(min('small')).toBeCloseTo(3 * min('flat'), 9);
    // Half a square metre, P120 then P180: 15 and 11 minutes.
    expect(min('flat')).toBeCloseTo(26, 9);
  });
  it('ends where it should, gets finer all the way, and no step is wider than the ratio where the standard has one', () =>
    fc.assert(
      fc.property(
        fc.constantFrom(...GRITS),
        fc.constantFrom(...GRITS),
        fc.constantFrom<LadderOn>('filler', 'primer', 'clear'),
        (from, to, on) => {
          const all = papers(from, to, on);
          fc.pre(grainUm(from) > grainUm(to));
          expect(all.at(-1)).toBe(to);
          const whole = [from, ...all];
          whole.slice(1).forEach((g, i) => {
            const last = whole[i]!;
            expect(grainUm(g)).toBeLessThan(grainUm(last));
            const next = GRITS.filter((x) => grainUm(x) < grainUm(last))[0]!;
            expect(grainUm(last) / grainUm(g) <= LADDER_ON[on].ratio || g === next).toBe(true);
          });
        },
      ),
    ));
});

describe('the board for a wave', () => {
  it.each([
    [200, 1000, 'Small block'],
    [300, 1000, 'Block'],
    [700, 1000, 'Board'],
    [1200, 1000, 'Long board'],
    [1200, 500, undefined],
  ])('of %i mm on a panel of %i mm', (wave, panel, name) => expect(boardFor(wave, panel)?.name).toBe(name));
});
