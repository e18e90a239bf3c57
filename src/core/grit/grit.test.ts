import { GRITS } from '../log/tools';
import type { Strata } from '../strata/types';
import { grainUm } from './grain';
import { likelyRemovalUm } from './removal';

const off = (grit: number, family: string, filmUm: number, sanded = false) =>
  likelyRemovalUm(grit, {
    layers: [{ family, filmUm }],
    surface: sanded ? { scratch: { grit: 180 } } : {},
  } as unknown as Strata);

describe('the grain of a paper', () => {
  it.each([
    [80, 195],
    [400, 35],
    [2000, 10.3],
  ])('P%d is %d µm (ISO 6344)', (grit, um) => expect(grainUm(grit)).toBe(um));
  it('is known for every grit that can be logged, and gets finer', () => {
    const all = [...GRITS].sort((a, b) => a - b).map(grainUm);
    expect([...all].sort((a, b) => b - a)).toEqual(all);
    expect(() => grainUm(401)).toThrow('not in the series');
  });
});

describe('what sanding takes off', () => {
  it.each([
    // 0.15 · 35 + 8 for the peel, then without it.
    ['first on primer, P400', off(400, 'highBuild', 120), 13],
    ['again on primer, P400', off(400, 'highBuild', 120, true), 5],
    // 0.10 · 10.3 + 4
    ['first on clear, P2000', off(2000, 'clear', 50), 5],
    // Coarse on fresh filler: a third of what stands.
    ['shaping filler, P80', off(80, 'lightFiller', 900), 300],
    // Never more than half.
    ['a thin film, P80', off(80, 'epoxy', 20), 10],
    ['bare metal', likelyRemovalUm(80, undefined), 0],
  ])('%s', (_, um, want) => expect(um).toBe(want));
});
