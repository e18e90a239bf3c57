/** @jest-environment node */
import fc from 'fast-check';
import {
  airForVapour,
  airPath,
  airWay,
  changesAnHour,
  minutesForChanges,
  minutesUntil,
  roomAfter,
  roomM3,
  settleMinutes,
  shareLeft,
  SIDES,
  type SprayPlace,
} from './ventilation';

const PLACE: SprayPlace = {
  lengthM: 6,
  widthM: 3.5,
  heightM: 2.4,
  fanM3H: 1800,
  inAt: 'front',
  outAt: 'back',
  filter: true,
};

describe('air of a place, by hand', () => {
  it('a garage of 50.4 m³ with a fan of 1800 m³/h changes its air 35.7 times an hour, three times in 5 min', () => {
    expect(roomM3(PLACE)).toBeCloseTo(50.4, 9);
    expect(changesAnHour(1800, 50.4)).toBeCloseTo(35.714, 3);
    expect(minutesForChanges(3, 1800, 50.4)).toBeCloseTo(5.04, 2);
    expect(minutesForChanges(3, 0, 50.4)).toBe(Infinity);
  });
  it('after three changes a twentieth of a vapour is left', () => {
    expect(shareLeft(minutesForChanges(3, 1800, 50.4), 1800, 50.4)).toBeCloseTo(Math.exp(-3), 9);
    expect(shareLeft(10, 0, 50)).toBe(1);
  });
  it('600 g of solvent an hour ask for 600·24.1·4·100 / (116·1.2·1000) = 41.6 m³/h', () => {
    expect(airForVapour(600)).toBeCloseTo(41.55, 1);
  });
  it('dust of 10 µm takes 13 min from a ceiling of 2.4 m, of 50 µm half a minute', () => {
    expect(settleMinutes(2.4, 10)).toBeCloseTo(13.33, 2);
    expect(settleMinutes(2.4, 50)).toBeCloseTo(0.533, 3);
  });
  it('a room of 22 °C at 4 °C outside, lag 90 min: 14.9 °C after 45 min, and 15 °C after 44 min', () => {
    expect(roomAfter(45, 22, 4, 90)).toBeCloseTo(14.92, 2);
    expect(minutesUntil(15, 22, 4, 90)).toBeCloseTo(44.3, 1);
    expect(minutesUntil(3, 22, 4, 90)).toBe(Infinity);
    expect(minutesUntil(25, 22, 4, 90)).toBe(0);
  });
});

describe('air of a place, always', () => {
  it('cooling and its inverse agree', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 1, max: 30, noNaN: true }),
        fc.double({ min: 1, max: 30, noNaN: true }),
        fc.double({ min: 0.05, max: 0.95, noNaN: true }),
        fc.double({ min: 5, max: 300, noNaN: true }),
        (outsideC, rise, share, lag) => {
          const aim = outsideC + rise * share;
          expect(
            roomAfter(minutesUntil(aim, outsideC + rise, outsideC, lag), outsideC + rise, outsideC, lag),
          ).toBeCloseTo(aim, 6);
        },
      ),
    );
  });
  it('air begins where it comes in, ends where it goes out and stays inside', () => {
    for (const inAt of SIDES)
      for (const outAt of SIDES) {
        const path = airPath({ ...PLACE, inAt, outAt });
        expect(path.length).toBeGreaterThan(2);
        for (const p of path) {
          expect(p.x).toBeGreaterThanOrEqual(0);
          expect(p.x).toBeLessThanOrEqual(PLACE.widthM);
          expect(p.y).toBeGreaterThanOrEqual(0);
          expect(p.y).toBeLessThanOrEqual(PLACE.lengthM);
        }
        const way = airWay({ ...PLACE, inAt, outAt });
        expect(way === 'short').toBe(inAt === outAt);
        expect(way === 'across').toBe(
          [inAt, outAt].sort().join() === 'back,front' || [inAt, outAt].sort().join() === 'left,right',
        );
      }
    expect(airWay({ ...PLACE, fanM3H: 0 })).toBe('still');
  });
});
