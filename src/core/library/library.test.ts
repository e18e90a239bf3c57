import { entriesOf } from '../keysOf';
import { belongsTo, FINISHES, FINISH_SYSTEMS } from './finish';
import { FAMILIES, PRODUCT_FAMILIES } from './families';
import { parseProduct } from './schema';
import { SHIPPED_PRODUCTS } from './shipped';
import { SCHOOLS, DEFAULT_METHOD } from './method';

/** The lightest and the heaviest of usual solvents, g/L. */
const HEAVIEST_SOLVENT_GL = 900;

describe('the shipped library', () => {
  it('passes the schema that a product of one\u2019s own has to pass', () => {
    for (const p of SHIPPED_PRODUCTS) {
      const { basis: _, ...rest } = p;
      expect([p.id, parseProduct({ ...rest, basis: 'sheet', copiedFrom: p.id }).ok]).toEqual([p.id, true]);
    }
  });
  it('no part gives off more than what of it is not solid', () => {
    for (const p of SHIPPED_PRODUCTS)
      for (const x of p.parts)
        expect([p.id, x.name, x.vocGL <= (1 - x.volumeSolids) * HEAVIEST_SOLVENT_GL + 1e-9]).toEqual([
          p.id,
          x.name,
          true,
        ]);
  });
  it('no part gives off more than it weighs', () => {
    for (const p of SHIPPED_PRODUCTS) for (const x of p.parts) expect(x.vocGL).toBeLessThanOrEqual(x.densityKgL * 1000);
  });
  it('every family that is used in an entry has a product, and stages come one after the other', () => {
    for (const [f, { usedIn }] of entriesOf(FAMILIES))
      if (usedIn !== 'none') expect([f, SHIPPED_PRODUCTS.some((p) => p.family === f)]).toEqual([f, true]);
    for (const p of SHIPPED_PRODUCTS)
      for (const s of p.stages) if (s.closesMin !== undefined) expect(s.closesMin).toBeGreaterThan(s.opensMin);
  });
  it('films: the least, the usual, the most of a coat, the most of all', () => {
    for (const { id, film } of SHIPPED_PRODUCTS)
      expect([id, film.minUm <= film.nominalUm, film.nominalUm <= film.maxUm, film.maxUm <= film.maxTotalUm]).toEqual([
        id,
        true,
        true,
        true,
      ]);
  });
});

describe('finishes', () => {
  it('what a system puts over the primer is part of it, and of no other but where both say so', () => {
    for (const s of FINISH_SYSTEMS)
      for (const f of PRODUCT_FAMILIES)
        if (FINISHES[s].over.includes(f)) expect([s, f, belongsTo(s, f)]).toEqual([s, f, true]);
    expect(belongsTo('singleStage', 'clear')).toBe(false);
    expect(belongsTo('baseClear', 'enamel')).toBe(false);
    expect(belongsTo('primer', 'baseWater')).toBe(false);
    expect(belongsTo('enamel', 'epoxy')).toBe(true);
  });
});

it('every school has the house\u2019s usual answer among its options', () => {
  for (const [key, { options }] of entriesOf(SCHOOLS)) expect(Object.keys(options)).toContain(DEFAULT_METHOD[key]);
});

it('what each kind of primer gives off is what its kind gives off: etch by far the most, waterborne the least, g/L', () => {
  const voc = (id: string) => {
    const p = SHIPPED_PRODUCTS.find((x) => x.id === id);
    if (!p) throw new Error(`${id} is not shipped`);
    return p.parts[0]?.vocGL ?? 0;
  };
  expect(voc('etch-primer')).toBeGreaterThan(600);
  expect(voc('etch-primer')).toBeLessThan(780);
  for (const id of ['highbuild-2k', 'epoxy-primer']) expect(voc(id)).toBeLessThan(voc('etch-primer'));
});
