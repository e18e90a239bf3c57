import type { EventOf } from '../log/event';
import { ev, products } from '../testing';
import { besideOthers, sprayFigures } from './beside';

const coat = (atMin: number, more: object = {}) =>
  ev({
    kind: 'coated',
    atMin,
    productId: 'clear-ms',
    coats: 1,
    filmUm: products('clear-ms')!.film.nominalUm,
    application: 'lowPressureGun',
    ...more,
  }) as EventOf<'coated'>;

describe('this session beside others', () => {
  const ran = sprayFigures(
    [coat(-60, { air: { tempC: 11, rh: 0.5 }, filmUm: 60 }), coat(-54, { air: { tempC: 12, rh: 0.5 }, filmUm: 50 })],
    products,
  );
  const clean = [20, 21, 19].map((tempC) =>
    sprayFigures([coat(-900, { air: { tempC, rh: 0.52 } }), coat(-882, { air: { tempC, rh: 0.52 } })], products),
  );
  it('by hand: colder by half, and six minutes where there were eighteen', () => {
    expect(ran).toEqual({ tempC: 11.5, rh: 0.5, filmUm: 60, flashMin: 6, coats: 2 });
    expect(besideOthers(ran, clean)).toEqual([
      { figure: 'tempC', here: 11.5, clean: 20, of: 3 },
      { figure: 'flashMin', here: 6, clean: 18, of: 3 },
    ]);
  });
  it('what nobody wrote down is not compared, and alike is no difference', () => {
    expect(sprayFigures([coat(-60)], products)).toEqual({ coats: 1 });
    expect(besideOthers(clean[0]!, clean)).toEqual([]);
    expect(besideOthers(ran, [])).toEqual([]);
  });
});
