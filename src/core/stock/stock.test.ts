import fc from 'fast-check';
import { foldLog } from '../strata/fold';
import type { PlainEvent } from '../log/event';
import { zoneFacts, type Job } from '../log/job';
import { readyMixMl } from '../mix/coverage';
import { readySolids } from '../mix/ratio';
import { ev, foundBare, JOB, products, T0 } from '../testing';
import { eventUse, panelMaterial } from './use';

const coat = (more = {}) =>
  ev({
    kind: 'coated',
    productId: 'highbuild-2k',
    coats: 2,
    filmUm: 60,
    thinnerFraction: 0.1,
    application: 'lowPressureGun',
    zoneIds: ['lower', 'upper'],
    ...more,
  }) as PlainEvent;

describe('material', () => {
  it('a poured cup is shared out by area, and nothing of it is lost', () => {
    fc.assert(
      fc.property(
        fc.subarray(['lower', 'upper', 'bonnet'], { minLength: 1 }),
        fc.double({ min: 1, max: 900, noNaN: true }),
        (zoneIds, usedMl) => {
          const use = eventUse(
            coat({ zoneIds, batch: { batchId: 'b', pouredMl: [700, 180, 70], usedMl } }),
            JOB,
            products,
          );
          expect(use.reduce((s, u) => s + u.volumeMl, 0)).toBeCloseTo(usedMl, 6);
          expect(use.every((u) => u.basis === 'poured')).toBe(true);
        },
      ),
    );
  });

  it('by hand: 3000 and 6000 cm² share one to two; 400 : 100 : 40 ml all used cost 400·19 + 100·34 + 40·9 a litre', () => {
    const [lower, upper] = eventUse(
      coat({ batch: { batchId: 'b', pouredMl: [400, 100, 40], usedMl: 540 } }),
      JOB,
      products,
    );
    expect(upper!.volumeMl / lower!.volumeMl).toBeCloseTo(2);
    expect(lower!.cost + upper!.cost).toBeCloseTo(0.4 * 19 + 0.1 * 34 + 0.04 * 9, 6);
  });

  it('what is left of a mix with hardener is paid by what was sprayed of it, each coat in proportion', () => {
    const cup = (usedMl: number, atMin: number) =>
      coat({ atMin, zoneIds: ['lower'], batch: { batchId: 'b', pouredMl: [400, 100, 40], usedMl } });
    const whole = 0.4 * 19 + 0.1 * 34 + 0.04 * 9;
    const cost = (...log: PlainEvent[]) =>
      panelMaterial(JOB, foldLog([foundBare(['lower']), ...log], products), 'door', products).cost;
    expect(cost(cup(200, 1))).toBeCloseTo(whole, 6);
    expect(cost(cup(300, 1), cup(100, 2))).toBeCloseTo(whole, 6);
    const [first] = eventUse(cup(300, 1), JOB, products, new Map([['b', { usedMl: 400 }]]));
    expect(first!.cost + first!.wasteCost).toBeCloseTo((whole * 3) / 4, 6);
    expect(first!.wasteMl).toBeCloseTo((140 * 3) / 4, 6);
  });
  it('one-pack goes back into its tin', () => {
    const [use] = eventUse(
      coat({
        productId: 'base-solvent',
        zoneIds: ['lower'],
        batch: { batchId: 'b', pouredMl: [300, 240], usedMl: 270 },
      }),
      JOB,
      products,
    );
    expect(use!.cost).toBeCloseTo((0.3 * 62 + 0.24 * 9) / 2, 6);
  });
  it('without a cup it is estimated from area, film and transfer', () => {
    const use = eventUse(coat(), JOB, products);
    const solids = readySolids(products('highbuild-2k')!, 0.1);
    expect(use.reduce((s, u) => s + u.volumeMl, 0)).toBeCloseTo(readyMixMl(9000, 60, 2, solids, 0.65 * 0.9), 6);
    expect(use[0]!.basis).toBe('estimated');
  });

  it('a panel sums its own zones, and an undone coat costs nothing', () => {
    const c = coat({
      id: 'c',
      zoneIds: ['lower', 'bonnet'],
      batch: { batchId: 'b', pouredMl: [400, 100, 40], usedMl: 540 },
    });
    const start = [foundBare(['lower', 'bonnet']), c];
    const door = panelMaterial(JOB, foldLog(start, products), 'door', products);
    expect(door.lines).toHaveLength(1);
    expect(door.lines[0]!.volumeMl).toBeCloseTo((540 * 3000) / 15_000, 6);
    expect(door.lines[0]!.basis).toBe('poured');
    const undone = foldLog([...start, ev({ kind: 'voided', atMin: 1, zoneIds: [], targetId: 'c' })], products);
    expect(panelMaterial(JOB, undone, 'door', products).cost).toBe(0);
  });

  it('a zone that is drawn out of another one later takes its share of an earlier coat; the panel used what it used', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 2999 }), fc.boolean(), (cutCm2, cup) => {
        const c = coat({
          id: 'c',
          atMin: 5,
          zoneIds: ['lower'],
          ...(cup && { batch: { batchId: 'b', pouredMl: [400, 100, 40], usedMl: 540 } }),
        });
        const cut: Job = {
          ...JOB,
          zones: [
            ...JOB.zones.map((z) => (z.id === 'lower' ? { ...z, areaCm2: z.areaCm2 - cutCm2 } : z)),
            {
              id: 'spot',
              panelId: 'door',
              name: 'Spot',
              areaCm2: cutCm2,
              cutFrom: { zoneId: 'lower', atMs: T0 + 10 * 60_000 },
            },
          ],
        };
        const log = [foundBare(['lower']), c];
        const material = (job: Job) => panelMaterial(job, foldLog(log, products, zoneFacts(job)), 'door', products);
        expect(material(cut).cost).toBeCloseTo(material(JOB).cost, 6);
        const shares = eventUse(c, cut, products);
        expect(shares.map((u) => u.zoneId).sort()).toEqual(['lower', 'spot']);
        // A coat after the cut is the rest's alone.
        expect(eventUse({ ...c, atMs: T0 + 20 * 60_000 }, cut, products).map((u) => u.zoneId)).toEqual(['lower']);
      }),
    );
  });
});
