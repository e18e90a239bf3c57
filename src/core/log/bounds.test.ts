import { coated, ev, foundBare } from '../testing';
import { parseEvent } from './schema';

/** What the schema says of an entry with a figure in it: taken, or the field that it complains of. */
const said = (event: object, path: readonly string[], value: number): string => {
  const whole = structuredClone(event) as Record<string, unknown>;
  let at = whole;
  for (const key of path.slice(0, -1)) at = (at[key] ??= {}) as Record<string, unknown>;
  at[path[path.length - 1] ?? ''] = value;
  const read = parseEvent(whole);
  return read.ok ? 'taken' : read.error.map((p) => p.path).join();
};

const coat = ev({ ...coated('highbuild-2k', 1), kind: 'coated', air: { tempC: 20, rh: 0.5 } });
const heat = ev({ kind: 'baked', heat: 'oven', bakeTempC: 60, bakeMin: 30 });

describe('figures of an entry', () => {
  it.each([
    ['air temperature', coat, ['air', 'tempC'], -30, 60],
    ['humidity', coat, ['air', 'rh'], 0, 1],
    ['surface', coat, ['air', 'surfaceTempC'], -30, 90],
    ['film of a coat', coat, ['filmUm'], 0.5, 5000],
    ['coats', coat, ['coats'], 1, 12],
    ['work time', coat, ['workMin'], 1, 1440],
    ['thickness of a found layer', foundBare(), ['thicknessUm'], 100, 50_000],
  ] as const)('%s is taken at both of its ends, and refused beyond them', (_, event, path, least, most) => {
    const by = path[0] === 'coats' || path[0] === 'workMin' ? 1 : (most - least) / 1000;
    const name = path.join('.');
    expect([least, most].map((v) => said(event, path, v))).toEqual(['taken', 'taken']);
    expect([least - by, most + by].map((v) => said(event, path, v))).toEqual([name, name]);
  });
  it('a figure that is none is refused', () => {
    for (const bad of [NaN, Infinity]) expect(said(coat, ['filmUm'], bad)).toBe('filmUm');
    expect(said(heat, ['bakeTempC'], 500)).not.toBe('taken');
  });
});
