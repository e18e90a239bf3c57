import { JOB } from '../testing';
import { layOut, layOutLike } from './layOut';
import { BODIES } from './bodies';
import { HEAVIEST_G, sizeOf, standFor, weightOf } from './weight';

const EMPTY = { ...JOB, panels: [], zones: [] };
const ids = () => {
  let n = 0;
  return () => `p${(n += 1)}`;
};

describe('what a part weighs', () => {
  const sheet = { ...BODIES.singleParts.parts.find((p) => p.name === 'Sheet')!, widthMm: 1000, heightMm: 1000 };
  const job = layOut(EMPTY, [sheet], 'faces', ids());
  const panel = job.panels[0]!;
  it('a square metre of 0.8 mm steel: 6.28 kg of skin, a third more with what hangs on it; its inner face adds nothing', () =>
    expect(weightOf(job, panel)).toBeCloseTo(6280 * 1.3, 0));
  it('what was weighed stands above what is estimated', () =>
    expect(weightOf(job, { ...panel, weightG: 9100 })).toBe(9100));
  it('the lightest stand that carries it, and none for what is heavier than all of them', () => {
    expect(standFor(2000)?.name).toBe('a wire hook');
    expect(standFor(8000)?.name).toBe('a light stand');
    expect(standFor(HEAVIEST_G)?.name).toBe('trestles');
    expect(standFor(HEAVIEST_G + 1)).toBeUndefined();
  });
  it('its size is that of its drawing', () => expect(sizeOf(panel)).toMatchObject({ width: 1000, height: 1000 }));
});

describe('a job laid out like one that was done', () => {
  it('has its parts, drawings and zones under new ids, and nothing that was done or agreed', () => {
    const done = layOut(EMPTY, BODIES.scooter.parts.slice(0, 3), 'upperLower', ids());
    done.panels[0] = { ...done.panels[0]!, pieces: { count: 8, done: 5 }, weightG: 700 };
    done.body = 'scooter';
    let n = 0;
    const like = layOutLike(EMPTY, done, () => `new${(n += 1)}`);
    expect(like.panels.map((p) => [p.name, p.map])).toEqual(done.panels.map((p) => [p.name, p.map]));
    expect(like.panels[0]).toMatchObject({ id: 'new1', pieces: { count: 8, done: 0 } });
    expect(like.panels[0]).not.toHaveProperty('weightG');
    expect(like.zones.map((z) => z.areaCm2)).toEqual(done.zones.map((z) => z.areaCm2));
    expect(new Set(like.zones.map((z) => z.id)).size).toBe(like.zones.length);
    expect(like.body).toBe('scooter');
  });
});
