import { parseEvent } from './schema';

const band = (v: number) => Array.from({ length: 31 }, () => v);
const colour = (
  over: Record<string, unknown> = {},
  values: unknown = { form: 'spectra', anglesDeg: [15, 45], readings: [[band(0.2), band(0.1)]] },
) => ({
  id: 'e1',
  kind: 'measured',
  atMs: 1_700_000_000_000,
  writtenMs: 1_700_000_000_000,
  zoneIds: [],
  measure: 'colour',
  colour: { colour: 'Slate shimmer', by: 'instrument', on: 'car', values, ...over },
});
const problems = (raw: unknown) => {
  const r = parseEvent(raw);
  return r.ok ? [] : r.error.map((p) => `${p.path}: ${String(p.message)}`);
};

describe('a reading of colour', () => {
  it('is taken in each of its forms', () => {
    expect(problems(colour())).toEqual([]);
    expect(problems(colour({ by: 'typed' }, { form: 'lab', anglesDeg: [45], readings: [[[50, 1, -2]]] }))).toEqual([]);
    const seen = [{ angleDeg: 25, light: 'D65', lab: [1, 0, 0], spread: [0.5, 0.5, 0.5] }];
    expect(
      problems(colour({ by: 'eye', on: 'card', surface: 'polished' }, { form: 'difference', seen, coarser: 1 })),
    ).toEqual([]);
  });

  it.each([
    [
      'per cent for a fraction',
      colour({}, { form: 'spectra', anglesDeg: [45], readings: [[band(20)]] }),
      /fraction: 0 to 4/,
    ],
    [
      'a band that is missing',
      colour({}, { form: 'spectra', anglesDeg: [45], readings: [[band(0.2).slice(1)]] }),
      /31 figures/,
    ],
    [
      'fewer angles than it says',
      colour({}, { form: 'spectra', anglesDeg: [15, 45], readings: [[band(0.2)]] }),
      /more or fewer angles/,
    ],
    ['no reading', colour({}, { form: 'lab', anglesDeg: [45], readings: [] }), /no reading/],
    ['an absurd figure', colour({}, { form: 'lab', anglesDeg: [45], readings: [[[900, 0, 0]]] }), /−200 to 200/],
    ['text for a figure', colour({}, { form: 'lab', anglesDeg: [45], readings: [[['50', 0, 0]]] }), /number/],
    ['no colour', colour({ colour: '' }), /which colour/],
    ['values of no form', colour({}, { anglesDeg: [45] }), /Form of the values/],
    ['a form that is not known', colour({}, { form: 'guess' }), /Form of the values|Values/],
    [
      'a light that is not known',
      colour({}, { form: 'difference', seen: [{ angleDeg: 25, light: 'moon', lab: [1, 0, 0], spread: [1, 1, 1] }] }),
      /Light/,
    ],
  ])('is refused for %s', (_, raw, says) => {
    expect(problems(raw).join(' ')).toMatch(says);
  });

  it('how a coat was sprayed is taken, and checked', () => {
    const coat = (how: unknown) => ({
      id: 'e2',
      kind: 'coated',
      atMs: 1_700_000_000_000,
      writtenMs: 1_700_000_000_000,
      zoneIds: ['z'],
      productId: 'p',
      coats: 2,
      filmUm: 8,
      application: 'lowPressureGun',
      how,
    });
    expect(problems(coat({ thinner: 'slow', distanceMm: 160, lastCoat: 'drop', who: 'Ada' }))).toEqual([]);
    expect(problems(coat({ thinner: 'glacial' })).join()).toMatch(/Thinner/);
    expect(problems(coat({ distanceMm: 5 })).join()).toMatch(/Distance of the gun/);
  });
});
