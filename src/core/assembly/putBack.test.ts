/** @jest-environment node */
import fc from 'fast-check';
import { constantAir } from '../air/history';
import { clockShop } from '../cure/stages';
import { zoneStatus } from '../cure/status';
import { keysOf } from '../keysOf';
import { DEFAULT_METHOD } from '../library/method';
import { FINAL_CHECKS } from '../log/assembly';
import type { LogEvent } from '../log/event';
import type { BagItem, Job } from '../log/job';
import { itemProblems } from '../plan/parts';
import { verdictOn } from '../rules/verdict';
import { foldLog } from '../strata/fold';
import { ev, JOB, products, T0 } from '../testing';
import { DAY_MS } from '../units/time';
import { putBack, sortedBy } from './putBack';

const CLOCKS = clockShop(constantAir(21, 0.45));
const DAY = 1440;
const cleared = (zoneIds: string[], atMin: number): LogEvent[] => [
  ev({
    kind: 'found',
    zoneIds,
    atMin: -30 * DAY,
    substrate: zoneIds[0] === 'bonnet' ? 'aluminium' : 'steel',
    thicknessUm: 800,
    layers: [],
  }),
  ev({
    kind: 'coated',
    zoneIds,
    atMin: atMin - 1440,
    productId: 'epoxy-primer',
    coats: 2,
    filmUm: 40,
    application: 'lowPressureGun',
  }),
  ev({
    kind: 'coated',
    zoneIds,
    atMin: atMin - 60,
    productId: 'base-solvent',
    coats: 2,
    filmUm: 15,
    application: 'lowPressureGun',
  }),
  ev({ kind: 'coated', zoneIds, atMin, productId: 'clear-ms', coats: 2, filmUm: 25, application: 'lowPressureGun' }),
];
const DOOR = ['lower', 'upper'];
const off = (zoneIds: string[]) => ev({ kind: 'removed', zoneIds, atMin: -29 * DAY, where: 'rack' });
const on = (zoneIds: string[], atMin: number) => ev({ kind: 'fitted', zoneIds, atMin, where: 'vehicle' });
const plug: BagItem = { id: 'plug', name: 'Drain plug', count: 2, oneTime: false, mustReturn: true, back: 1 };
const CHECKED = keysOf(FINAL_CHECKS).map((id) => ({ id, atMs: T0 }));

function at(events: LogEvent[], more: Partial<Job> = {}) {
  const job: Job = { ...JOB, ...more };
  const state = foldLog(events, products);
  const statusOf = (id: string) => {
    const zone = state.zones.get(id);
    return zone && zoneStatus(zone, CLOCKS, T0, products);
  };
  const judge = (zoneId: string) => {
    const zone = state.zones.get(zoneId);
    const status = statusOf(zoneId);
    return zone?.strata && status
      ? verdictOn(
          { kind: 'fit' },
          {
            strata: zone.strata,
            status,
            air: { tempC: 21, rh: 0.45 },
            method: DEFAULT_METHOD,
            products,
            nowMs: T0,
            within: { job, state, zoneId },
          },
        )
      : undefined;
  };
  return putBack(job, state, judge, { get: statusOf }, T0);
}

describe('putting back', () => {
  it('fresh paint holds its part until its clock, and only that one', () => {
    const p = at([...cleared(DOOR, -60), ...cleared(['bonnet'], -12 * DAY), off(DOOR), off(['bonnet'])]);
    const door = p.parts.find((x) => x.panelId === 'door')!;
    expect(door.state).toBe('held');
    expect(door.fromMs).toBeGreaterThan(T0);
    expect(String(door.why[0])).toMatch(/soft/);
    expect(p.parts.find((x) => x.panelId === 'bonnet')!.state).toBe('ready');
    expect(p.fresh.map((f) => f.panelId)).toContain('door');
  });
  it('a late order holds the part that needs it, and no other', () => {
    const bags = [
      {
        id: 'b1',
        name: 'Door',
        panelId: 'door',
        where: '',
        items: [
          { id: 'clip', name: 'Clip', count: 8, oneTime: true, mustReturn: false, back: 0, dueMs: T0 + 3 * DAY_MS },
        ],
      },
    ];
    const p = at([...cleared(DOOR, -12 * DAY), ...cleared(['bonnet'], -12 * DAY), off(DOOR), off(['bonnet'])], {
      bags,
    });
    expect(p.parts.map((x) => [x.panelId, x.state])).toEqual([
      ['door', 'held'],
      ['bonnet', 'ready'],
    ]);
    expect(p.parts[0]!.fromMs).toBe(T0 + 3 * DAY_MS);
    expect(p.parts[0]!.items).toEqual([{ bag: bags[0], item: bags[0]!.items[0], missing: 8 }]);
  });
  it('what the access order has first comes first', () => {
    const links = [
      {
        id: 'l',
        kind: 'before' as const,
        first: { panelId: 'bonnet', kind: 'fitted' as const },
        then: { panelId: 'door', kind: 'fitted' as const },
        why: '',
      },
    ];
    const p = at([...cleared(DOOR, -12 * DAY), ...cleared(['bonnet'], -12 * DAY), off(DOOR), off(['bonnet'])], {
      links,
    });
    expect(p.parts.map((x) => x.panelId)).toEqual(['bonnet', 'door']);
    expect(p.parts[1]!.after).toEqual(['Bonnet']);
    expect(p.parts[1]!.state).toBe('held');
    expect(p.parts[1]!.fromMs).toBeUndefined();
  });
  it('one plug short is not finished; all of it is', () => {
    const events = [
      ...cleared(DOOR, -40 * DAY + 20 * DAY),
      ...cleared(['bonnet'], -20 * DAY),
      off(DOOR),
      off(['bonnet']),
      on(DOOR, -DAY),
      on(['bonnet'], -DAY),
    ];
    const bag = (back: number) => [{ id: 'b', name: 'Floor', panelId: 'door', where: '', items: [{ ...plug, back }] }];
    const short = at(events, { bags: bag(1), finalChecks: CHECKED });
    expect(short.open.map((o) => o.says)).toEqual(['1 × drain plug, in floor']);
    expect(at(events, { bags: bag(2), finalChecks: CHECKED }).open).toEqual([]);
    expect(at(events, { bags: bag(2) }).open.map((o) => o.kind)).toEqual(CHECKED.map(() => 'check'));
    expect(itemProblems({ ...plug, back: 3 }).map((x) => x.path)).toEqual(['back']);
  });
  it('a defect, and what was polished yesterday, are open; what stays as agreed is named', () => {
    const run = ev({ kind: 'defectMarked', zoneIds: ['bonnet'], atMin: -DAY, id: 'run', defect: 'run', grade: 1 });
    const events = [
      ...cleared(DOOR, -20 * DAY),
      ...cleared(['bonnet'], -20 * DAY),
      on(DOOR, -2 * DAY),
      on(['bonnet'], -2 * DAY),
    ];
    const polished = ev({ kind: 'polished', zoneIds: DOOR, atMin: -120, grit: 3000, removedUm: 2 });
    const p = at([...events, run, polished], { finalChecks: CHECKED });
    expect(p.open.map((o) => o.kind).sort()).toEqual(['defect', 'look', 'look']);
    const agreed = ev({ kind: 'left', zoneIds: ['bonnet'], atMin: -60, faultIds: ['run'] });
    const looked = ev({ kind: 'lookedAgain', zoneIds: DOOR, atMin: -1 });
    const done = at([...events, run, agreed, polished, looked], { finalChecks: CHECKED });
    expect(done.open).toEqual([]);
    expect(done.left).toEqual(['Run on bonnet']);
  });
  it('a gap that is off is set which way and how far', () => {
    const gap = {
      name: 'Door to wing',
      lengthMm: 800,
      widthMm: [6, 5, 4],
      flushMm: [0, 0, 0],
      agreedMm: 4,
      before: 'handover',
    };
    const events = [
      ...cleared(DOOR, -20 * DAY),
      ev({ kind: 'measured', measure: 'gap', zoneIds: ['lower'], atMin: -10, gap }),
    ];
    const p = at(events);
    expect(p.gaps[0]).toMatchObject({ name: 'Door to wing', plan: { act: 'hinges' } });
    expect(p.gaps[0]!.plan.setMm.first).toBeCloseTo(2, 1);
    expect(p.open.some((o) => o.kind === 'gap')).toBe(true);
  });
});

describe('an order of parts', () => {
  it('has what comes first first, whatever the links, and loses none', () => {
    const ids = ['a', 'b', 'c', 'd', 'e'];
    fc.assert(
      fc.property(fc.array(fc.tuple(fc.nat(4), fc.nat(4)), { maxLength: 8 }), (pairs) => {
        // Links from earlier to later letters make no ring.
        const after = new Map(ids.map((id) => [id, [] as string[]]));
        for (const [x, y] of pairs) if (x < y) after.get(ids[y]!)!.push(ids[x]!);
        const shuffled = [...ids].reverse();
        const out = sortedBy(shuffled, after);
        expect([...out].sort()).toEqual(ids);
        for (const [id, firsts] of after) for (const f of firsts) expect(out.indexOf(f)).toBeLessThan(out.indexOf(id));
      }),
    );
    expect(
      sortedBy(
        ['a', 'b'],
        new Map([
          ['a', ['b']],
          ['b', ['a']],
        ]),
      ).sort(),
    ).toEqual(['a', 'b']);
  });
});
