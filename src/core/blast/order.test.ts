import fc from 'fast-check';
import { PALLET_MOST_G, yardOrder, type YardPart } from './order';

const part = (id: string, weightG: number, rusts: boolean, ...hours: number[]): YardPart => ({
  id,
  weightG,
  rusts,
  faces: hours.map((h, i) => ({ face: i === 0 ? 'outer' : 'inner', hours: h })),
});

describe('the order of a blasting day', () => {
  it('heavy on stands with both faces, then one side of all that lies on pallets, then the other', () => {
    const turns = yardOrder([
      part('cover', 2000, true, 0.2, 0.1),
      part('door', 22_000, true, 0.5, 0.5),
      part('lid', 6000, false, 0.3, 0.3),
    ]);
    expect(turns.map((t) => [t.id, t.place, t.faces.join()])).toEqual([
      ['door', 'stand', 'outer,inner'],
      ['lid', 'pallet', 'outer'],
      ['cover', 'pallet', 'outer'],
      ['lid', 'pallet', 'inner'],
      ['cover', 'pallet', 'inner'],
    ]);
    // By hand: 1.0, then 0.3, 0.2, 0.3 and 0.1 h.
    expect(turns.map((t) => Number(t.untilH.toFixed(6)))).toEqual([1, 1.3, 1.5, 1.8, 1.9]);
  });

  it('every face once, no hour twice, heavy before light, and of either kind steel last', () =>
    fc.assert(
      fc.property(
        fc.array(
          fc.tuple(
            fc.integer({ min: 100, max: 80_000 }),
            fc.boolean(),
            fc.array(fc.double({ min: 0.01, max: 3, noNaN: true }), { maxLength: 2 }),
          ),
          { maxLength: 12 },
        ),
        (drawn) => {
          const parts = drawn.map(([g, rusts, hours], i) => part(`p${i}`, g, rusts, ...hours));
          const turns = yardOrder(parts);
          const of = (id: string) => parts.find((p) => p.id === id)!;
          expect(turns.flatMap((t) => t.faces.map((f) => `${t.id} ${f}`)).sort()).toEqual(
            parts.flatMap((p) => p.faces.map((f) => `${p.id} ${f.face}`)).sort(),
          );
          turns.forEach((t, i) => expect(t.fromH).toBeCloseTo(turns[i - 1]?.untilH ?? 0, 9));
          const heavy = turns.map((t) => of(t.id).weightG > PALLET_MOST_G);
          expect(heavy).toEqual([...heavy].sort((a, b) => Number(b) - Number(a)));
          const stands = turns.filter((t) => t.place === 'stand').map((t) => of(t.id).rusts);
          expect(stands).toEqual([...stands].sort((a, b) => Number(a) - Number(b)));
        },
      ),
    ));
});
