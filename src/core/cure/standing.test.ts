import fc from 'fast-check';
import { foldLog } from '../strata/fold';
import { ev, foundBare, JOB, products } from '../testing';
import type { LogEvent } from '../log/event';
import type { Statuses } from './book';
import { lastZones, mostPressing, standAlike, standingOf, STANDINGS, zonesAlike, zonesTogether } from './standing';
import { CLOSING_SOON_MS, ZONE_STAGES, type ZoneStatus } from './status';

const status = (more: Partial<ZoneStatus> = {}): ZoneStatus => ({
  stage: 'primed',
  sinceMs: 0,
  clocks: [],
  moments: [],
  stoppedByCold: false,
  ...more,
});
const all: Statuses = { get: () => status() };
const fold = (...events: LogEvent[]) => foldLog(events, products);
const [A = '', B = ''] = JOB.zones.map((z) => z.id);
const sand = (id: string, zoneIds: string[], grit: number, atMin = 5) =>
  ev({ kind: 'sanded', id, atMin, zoneIds, grit, tool: 'block', wet: false, removedUm: 1 });

describe('what a zone says from across the room', () => {
  it.each([
    [{ stage: 'primed', closesMs: CLOSING_SOON_MS - 1 }, 'closing'],
    [{ stage: 'primed', closesMs: CLOSING_SOON_MS + 1 }, 'ready'],
    [{ stage: 'pastWindow' }, 'closed'],
    [{ stage: 'curing' }, 'stuck'],
    [{ stage: 'curing', moments: [{ atMs: 9, kind: 'opens', stage: 'sand', layerId: 'l' }] }, 'curing'],
    [{ stage: 'finished' }, 'finished'],
  ] as [Partial<ZoneStatus>, string][])('%j: %s', (s, says) => expect(standingOf(status(s), 0)).toBe(says));
  it('every stage says something, and what presses most speaks for a panel', () =>
    fc.assert(
      fc.property(fc.array(fc.constantFrom(...ZONE_STAGES), { minLength: 1 }), (stages) => {
        const zones = stages.map((stage) => status({ stage }));
        const said = standingOf(mostPressing(zones, 0)!, 0);
        const ranks = zones.map((z) => STANDINGS.indexOf(standingOf(z, 0)));
        expect(STANDINGS.indexOf(said)).toBe(Math.min(...ranks));
      }),
    ));
});

describe('zones at this stage', () => {
  it('one entry on both leaves them alike; another grit on one does not', () => {
    const both = fold(foundBare([A, B]), sand('s', [A, B], 80));
    expect(zonesAlike(JOB, both, all, A)).toEqual(expect.arrayContaining([A, B]));
    const other = fold(foundBare([A, B]), sand('s', [A, B], 80), sand('t', [B], 180, 9));
    expect(zonesAlike(JOB, other, all, A)).not.toContain(B);
  });
  it('it does not matter by which entries they came there', () => {
    const apart = fold(foundBare([A]), foundBare([B]), sand('s', [A], 80), sand('t', [B], 80, 9));
    expect(zonesTogether(JOB, apart, all, B)[0]).toBe(B);
    const at = (id: string) => ({ status: status(), strata: apart.zones.get(id)?.strata });
    expect(standAlike(at(A), at(B))).toBe(true);
  });
  it('a zone that nobody looked at is alike to none that somebody did', () => {
    const one = fold(foundBare([A]));
    expect(zonesAlike(JOB, one, all, A)).not.toContain(B);
  });
  it('the next entry is about those of the last one that still stand alike, the asked one first', () => {
    const both = fold(foundBare([A, B]), sand('s', [A, B], 80));
    expect(lastZones(JOB, both)).toEqual([A, B]);
    expect(zonesTogether(JOB, both, all, B)).toEqual([B, A]);
    const parted = fold(foundBare([A, B]), sand('s', [A, B], 80), sand('t', [B], 180, 9));
    expect(zonesTogether(JOB, parted, all, B)).toEqual([B]);
  });
});
