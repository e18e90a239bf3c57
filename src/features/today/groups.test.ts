import { clockShop, constantAir, foldLog, type LogEvent } from '@/core';
import { ev, foundBare, JOB, products, T0 } from '@/core/testing';
import { zoneStatus } from '@/core';
import type { LiveJob } from '@/data/status';
import { rowName, todayLists } from './groups';

const coat = (zoneIds: string[], atMin: number, more = {}): LogEvent =>
  ev({
    kind: 'coated',
    zoneIds,
    atMin,
    productId: 'highbuild-2k',
    coats: 1,
    filmUm: 60,
    application: 'lowPressureGun',
    ...more,
  });

/** The shop's one job at a minute after T0, in steady air. */
function live(events: LogEvent[], min: number, tempC = 23): { jobs: LiveJob[]; now: number } {
  const now = T0 + min * 60_000;
  const state = foldLog(events, products);
  const shop = clockShop(constantAir(tempC, 0.5));
  return {
    now,
    jobs: [
      {
        open: { job: JOB, state, seq: events.length, no: 0, unreadable: [], products },
        statuses: { get: (id) => zoneStatus(state.zones.get(id), shop, now, products) },
      },
    ],
  };
}
const names = (events: LogEvent[], min: number, tempC?: number) => {
  const { jobs, now } = live(events, min, tempC);
  const l = todayLists(jobs, now);
  return Object.fromEntries(
    Object.entries(l).map(([k, rows]) => [k, (rows as Parameters<typeof rowName>[0][]).map(rowName)]),
  );
};
const found = foundBare(['lower', 'upper', 'bonnet']);

describe("the day's lists", () => {
  it('zones of a panel at this stage are one line; another panel is its own', () => {
    const n = names([found, coat(['lower', 'upper'], 0)], 10);
    expect(n.running).toEqual(['Left door']);
    expect(n.ready).toEqual(['Bonnet']);
  });
  it('zones that were coated at different times are told apart', () => {
    expect(names([found, coat(['lower'], 0), coat(['upper'], 30)], 40).running).toEqual([
      // Its flash is over in two minutes; what the lower one waits for is twenty away.
      'Left door, upper',
      'Left door, lower',
    ]);
  });
  it('what the clock brings next comes first', () => {
    expect(names([found, coat(['bonnet'], 0), coat(['lower', 'upper'], 3)], 5).running).toEqual([
      'Bonnet',
      'Left door',
    ]);
  });
  it('a window that closes within three hours is closing soon, and nothing else', () => {
    const events = [
      found,
      coat(['lower', 'upper'], 0, { productId: 'etch-primer', filmUm: products('etch-primer')?.film.nominalUm }),
    ];
    const etch = products('etch-primer');
    const closes = etch?.stages.find((s) => s.stage === 'recoat')?.closesMin;
    if (!closes) throw new Error('the etch primer has no window');
    expect(names(events, closes - 60).closing).toEqual(['Left door']);
    expect(names(events, closes + 60).closing).toEqual([]);
  });
  it('what does not cure in the cold stands still', () => {
    const n = names([found, coat(['lower', 'upper'], 0)], 300, 2);
    expect(n.stuck).toContain('Left door');
  });
  it('a temporary repair is listed with what it waits for', () => {
    const n = names([found, ev({ kind: 'repaired', zoneIds: ['bonnet'], method: 'Plate', temporaryMonths: 6 })], 60);
    expect(n.temporary).toEqual(['Bonnet']);
    expect(n.ready).toContain('Bonnet');
  });
});
