/** @jest-environment node */
import { constantAir } from '../air/history';
import { clockShop } from '../cure/stages';
import { zoneStatus } from '../cure/status';
import { DEFAULT_METHOD } from '../library/method';
import { SHIPPED_PRODUCTS } from '../library/shipped';
import type { LogEvent } from '../log/event';
import type { Job } from '../log/job';
import { foldLog } from '../strata/fold';
import { ev, JOB, products, T0 } from '../testing';
import { assembleEvening, withStand, type EveningPick, type EveningShop } from './assemble';
import { eveningProduct } from './fromTasks';
import { planEvening, planInTurns, turnsOf } from './plan';

const ZONES = ['lower', 'bonnet'];
const CLOCKS = clockShop(constantAir(22, 0.45));
const MIN = 60_000;
const primer = (productId: string, atMin: number, zoneIds = ZONES): LogEvent =>
  ev({
    kind: 'coated',
    atMin,
    zoneIds,
    productId,
    coats: 2,
    filmUm: products(productId)!.film.nominalUm,
    application: 'lowPressureGun',
  });
/** Primed, blocked and wiped two days before the evening. */
const READY: LogEvent[] = [
  ev({ kind: 'found', zoneIds: ['lower'], atMin: -9000, substrate: 'steel', thicknessUm: 800, layers: [] }),
  ev({ kind: 'found', zoneIds: ['bonnet'], atMin: -9000, substrate: 'aluminium', thicknessUm: 1000, layers: [] }),
  ev({ kind: 'sanded', atMin: -8900, zoneIds: ZONES, grit: 180, tool: 'orbital', wet: false, removedUm: 0 }),
  ev({ kind: 'cleaned', atMin: -8895, zoneIds: ZONES, productId: 'cleaner-metal' }),
  primer('epoxy-primer', -8880),
  primer('highbuild-2k', -7000),
  ev({ kind: 'sanded', atMin: -60, zoneIds: ZONES, grit: 500, tool: 'block', wet: false, removedUm: 20 }),
  ev({ kind: 'cleaned', atMin: -20, zoneIds: ZONES, productId: 'cleaner-metal' }),
];
const PICK: EveningPick = {
  fromMs: T0,
  untilMs: T0 + 300 * MIN,
  zoneIds: ZONES,
  stands: 0,
  turning: 0,
  helper: false,
};
const at = (
  events: LogEvent[],
  min: number,
  pick: EveningPick = PICK,
  more: Partial<EveningShop> = {},
  job: Job = JOB,
) => {
  const state = foldLog(events, products);
  const nowMs = T0 + min * MIN;
  const statuses = {
    get: (id: string) => {
      const zone = state.zones.get(id);
      return zone && zoneStatus(zone, CLOCKS, nowMs, products);
    },
  };
  return assembleEvening(
    job,
    state,
    pick,
    { all: SHIPPED_PRODUCTS, method: DEFAULT_METHOD, statuses, tempC: 22, ...more },
    nowMs,
  );
};
const coat = (productId: string, atMin: number, zoneIds: string[]): LogEvent =>
  ev({
    kind: 'coated',
    atMin,
    zoneIds,
    productId,
    coats: 1,
    filmUm: products(productId)!.film.nominalUm,
    application: 'lowPressureGun',
  });

describe('an evening from the log', () => {
  const begin = at(READY, 0);
  const [base, clear] = Object.keys(begin.evening.products);
  it('has base and clear on each part, from what the way names', () => {
    expect(begin.idle).toEqual([]);
    expect(begin.evening.parts.map((p) => p.id)).toEqual(ZONES);
    const names = begin.names.get('lower')!.map((n) => `${n.product.family} ${n.coat}/${n.of}`);
    expect(names.filter((n) => n.startsWith('base')).length).toBeGreaterThan(0);
    expect(names.at(-1)).toMatch(/^clear/);
    expect(planEvening(begin.evening).left).toEqual([]);
  });
  it('a part stays where somebody put it, as long as there is such a stand', () => {
    const standOf = withStand({ bonnet: 1 }, 'lower', 2);
    const placed = (stands: number) => at(READY, 0, { ...PICK, stands, standOf }).evening.parts.map((p) => p.standId);
    expect(placed(2)).toEqual(['Stand 2', 'Stand 1']);
    expect(placed(1)).toEqual([undefined, 'Stand 1']);
    expect(withStand(standOf, 'lower', undefined)).toEqual({ bonnet: 1 });
  });
  it('what comes out of cans is sprayed too: shaken, and no gun to clean', () => {
    const can = products('promoter-plastic') ?? SHIPPED_PRODUCTS.find((p) => p.family === 'plasticPromoter')!;
    expect(eveningProduct(can, 22, 'aerosol')).toMatchObject({ mixMin: 2, cleanMin: 0, cupMl: 390 });
  });
  it('ahead of its time it counts from its begin', () => {
    const ahead = at(READY, -300);
    expect(ahead.zeroMs).toBe(T0);
    expect(ahead.evening.endMin).toBe(300);
  });
  it('knows what is on, and the rest goes on in the same turns to its end', () => {
    const turns = turnsOf(planEvening(begin.evening));
    let log = READY;
    let now = 0;
    const laid: string[] = [];
    const products0 = new Map([...begin.names].map(([id, n]) => [id, n.map((x) => x.product.id)]));
    for (let k = 0; k < turns.length; k++) {
      const here = at(log, now, { ...PICK, begunMs: T0 });
      const plan = planInTurns(here.evening, turns);
      expect([k, plan.kept, plan.left]).toEqual([k, true, []]);
      const step = plan.steps[0]!;
      expect(step.partId).toBe(turns[k]);
      expect(step.product).toBe(products0.get(step.partId)![step.coat - 1]);
      // Each coat ends two minutes later than planned.
      now += step.endMin + 2;
      log = [...log, coat(step.product, now, [step.partId])];
      laid.push(step.partId);
    }
    const end = at(log, now, { ...PICK, begunMs: T0 });
    expect(laid).toEqual(turns);
    expect(end.tasks).toEqual([]);
    expect(end.evening.parts.every((p) => p.done?.coats === p.coats.length)).toBe(true);
    expect(planInTurns(end.evening, turns).steps).toEqual([]);
  });
  it('goes on from the cup in hand, and not from one that is as good as empty', () => {
    const cups = [
      { product: base!, mixedMs: T0 - 10 * MIN, leftMl: 300 },
      { product: clear!, mixedMs: T0 - 10 * MIN, leftMl: 10 },
    ];
    expect(at(READY, 0, PICK, { cups }).evening.openCups).toEqual([{ product: base, mixedMin: -10, leftMl: 285 }]);
  });
  it('both faces of a part share its piece, the inner one first; what came off needs a stand', () => {
    const job: Job = {
      ...JOB,
      zones: JOB.zones.map((z) => (z.id === 'upper' ? { ...z, face: 'inner' as const } : z)),
    };
    const both = ['lower', 'upper'];
    const ready = READY.map((e) => ({ ...e, zoneIds: both }));
    const found = at(ready, 0, { ...PICK, zoneIds: both, stands: 1, turning: 1 }, {}, job);
    const [outer, inner] = found.evening.parts;
    expect(outer).toMatchObject({ piece: 'door', face: 'outer', after: ['upper'], fixed: true });
    expect(inner).toMatchObject({ piece: 'door', face: 'inner', after: [] });
    const off = at(
      [...ready, ev({ kind: 'removed', atMin: -10, zoneIds: both, where: 'Stand' })],
      0,
      { ...PICK, zoneIds: both, stands: 1, turning: 1 },
      {},
      job,
    );
    expect(off.evening.parts[0]!.fixed).toBeUndefined();
    expect(planEvening(off.evening).steps.every((s) => s.standId === 'Stand 1')).toBe(true);
  });
  it('coats of another day, zones that are gone and coats by hand’s choice', () => {
    expect(at(READY, 0, { ...PICK, zoneIds: ['lower', 'gone'] }).evening.parts.map((p) => p.id)).toEqual(['lower']);
    const three = at(READY, 0, { ...PICK, coats: { [base!]: 3 } });
    expect(three.names.get('lower')!.filter((n) => n.product.id === base && n.piece === undefined)).toHaveLength(3);
    expect(begin.evening.parts.every((p) => p.done === undefined)).toBe(true);
  });
});
