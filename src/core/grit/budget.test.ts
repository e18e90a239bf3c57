import fc from 'fast-check';
import { isCoating, PRODUCT_FAMILIES } from '../library/families';
import { foldLog } from '../strata/fold';
import { coated, ev, foundBare, products } from '../testing';
import { afterBurnThrough, afterRemoval, filmBudget, filmOverTime, RESERVE_UM, sandingsLeft } from './budget';

const stack = (...more: Parameters<typeof ev>[0][]) => {
  const zone = foldLog([foundBare(), ...more.map((e) => ev(e))], products).zones.get('lower')!;
  return { strata: zone.strata!, events: zone.events };
};
const primer = (coats: number): Parameters<typeof ev>[0] => ({
  kind: 'coated',
  atMin: -900,
  productId: 'highbuild-2k',
  coats,
  filmUm: 60,
  application: 'lowPressureGun',
});
const sanded = (atMin: number, removedUm: number) =>
  ({ kind: 'sanded', atMin, grit: 400, tool: 'block', wet: false, removedUm }) as const;

describe('what sanding may still take off', () => {
  it('is known for every layer there is', () =>
    expect(Object.keys(RESERVE_UM).sort()).toEqual(PRODUCT_FAMILIES.filter(isCoating).sort()));
  it('two coats of 60 µm less the 25 that stay: 95, which bears P400 for 18 times its 5.25 µm', () => {
    const b = filmBudget(stack(primer(2)).strata)!;
    expect(b).toMatchObject({ leftUm: 120, reserveUm: 25, spendableUm: 95, basis: 'estimated' });
    expect(sandingsLeft(b, 400)).toBe(18);
  });
  it('clear on keyed clear is one clear', () => {
    const clear = {
      productId: 'clear-ms',
      kind: 'coated',
      coats: 1,
      filmUm: 25,
      application: 'lowPressureGun',
    } as const;
    const { strata } = stack({ ...clear, atMin: -900 }, sanded(-500, 3), { ...clear, atMin: -400 });
    expect(filmBudget(strata)).toMatchObject({ leftUm: 47, reserveUm: 35, spendableUm: 12 });
  });
  it('a bare panel has no film, and a film that is not for sanding has nothing to spend', () => {
    expect(filmBudget(stack().strata)).toBeUndefined();
    expect(
      filmBudget(
        stack({ kind: 'coated', atMin: -9, productId: 'etch-primer', coats: 1, filmUm: 10, application: 'aerosol' })
          .strata,
      ),
    ).toMatchObject({ reserveUm: null, spendableUm: 0 });
  });
  it('more off never leaves more: enough, close, through', () => {
    const order = ['enough', 'close', 'through'];
    const b = filmBudget(stack(primer(2)).strata)!;
    expect(['enough', 'close', 'through']).toEqual([10, 60, 120].map((um) => afterRemoval(b, um)));
    fc.assert(
      fc.property(fc.double({ min: 0, max: 200, noNaN: true }), fc.double({ min: 0, max: 200, noNaN: true }), (x, y) =>
        expect(order.indexOf(afterRemoval(b, Math.min(x, y)))).toBeLessThanOrEqual(
          order.indexOf(afterRemoval(b, Math.max(x, y))),
        ),
      ),
    );
  });
  it('says what to do once it went through, by what it was', () => {
    expect(afterBurnThrough('clear')).toMatch(/clear the whole panel/);
    expect(afterBurnThrough('highBuild')).toMatch(/epoxy or direct-to-metal/);
    expect(afterBurnThrough('lightFiller')).toMatch(/tap it down/);
  });
});

describe('how film came and went', () => {
  it('rises with a coat, falls with paper, and is put right by a gauge', () => {
    const { events } = stack(primer(2), sanded(-500, 20), {
      kind: 'measured',
      atMin: -400,
      measure: 'filmTotal',
      filmUm: 84,
    });
    expect(filmOverTime(events, products).map((m) => [m.kind, Math.round(m.totalUm), m.readUm, m.thoughtUm])).toEqual([
      ['found', 0, undefined, undefined],
      ['coated', 120, undefined, undefined],
      ['sanded', 100, undefined, undefined],
      ['measured', 84, 84, 100],
    ]);
  });
  it('what is no film is not in it', () =>
    expect(
      filmOverTime(
        foldLog(
          [foundBare(), coated('epoxy-primer', -50), ev({ kind: 'cleaned', atMin: -20, productId: 'cleaner-metal' })],
          products,
        ).zones.get('lower')!.events,
        products,
      ).map((m) => m.kind),
    ).toEqual(['found', 'coated']));
});
