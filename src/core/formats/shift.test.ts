import fc from 'fast-check';
import type { LogEvent } from '../log/event';
import type { Job } from '../log/job';
import type { ShelfRecord } from '../log/shelf';
import { DAY_MS, HOUR_MS, MINUTE_MS } from '../units/time';
import type { JobFile } from './jobFile';
import { shiftShelf, shiftTo } from './shift';

const THEN = Date.UTC(2026, 9, 16, 13, 45);
const event = (id: string, atMs: number, more: object = {}): LogEvent =>
  ({ id, kind: 'cleaned', productId: 'cleaner-metal', zoneIds: ['z'], atMs, writtenMs: atMs + 1, ...more }) as LogEvent;
const file = (events: LogEvent[], head: Partial<Job> = {}): JobFile =>
  ({
    exportedMs: THEN,
    job: { id: 'j', name: 'Van', about: '', createdMs: THEN - 30 * DAY_MS, panels: [], zones: [], ...head },
    events,
    products: [],
  }) as unknown as JobFile;
const NOW = Date.UTC(2027, 1, 3, 9, 10);

describe('a demo that is moved to today', () => {
  it('what happened within a day moves exactly, so that its clocks run on', () => {
    const moved = shiftTo(file([event('a', THEN - 2 * HOUR_MS), event('b', THEN - 20 * MINUTE_MS)]), NOW, 0);
    expect(moved.exportedMs).toBe(NOW);
    expect(moved.events.map((e) => NOW - e.atMs)).toEqual([2 * HOUR_MS, 20 * MINUTE_MS]);
    expect(moved.events.map((e) => e.writtenMs - e.atMs)).toEqual([1, 1]);
  });
  it('what is older moves by whole days: work stays in working hours', () =>
    fc.assert(
      fc.property(fc.integer({ min: 25, max: 4000 }), fc.integer({ min: 0, max: 400 * 24 * 60 }), (hours, minutes) => {
        const at = THEN - hours * HOUR_MS;
        const now = THEN + minutes * MINUTE_MS;
        const [e] = shiftTo(file([event('a', at)]), now, 0).events;
        expect((e!.atMs - at) % DAY_MS).toBe(0);
        // Nothing comes to lie in the future, and nothing is moved by more than a day too little.
        expect(e!.atMs).toBeLessThanOrEqual(now);
        expect(now - e!.atMs - (THEN - at)).toBeLessThan(DAY_MS);
      }),
    ));
  it('what is agreed for later moves by whole days too, and stays ahead: a crew that comes at eight does so at any hour', () =>
    fc.assert(
      fc.property(fc.integer({ min: 25, max: 400 }), fc.integer({ min: 0, max: 400 * 24 * 60 }), (hours, minutes) => {
        const at = Math.floor((THEN + hours * HOUR_MS) / HOUR_MS) * HOUR_MS + HOUR_MS;
        const now = THEN + minutes * MINUTE_MS;
        const agreed: Job['agreed'] = [{ id: 'a', kind: 'visit', panelIds: [], atMs: at, untilMs: at + 7 * HOUR_MS }];
        const [a] = shiftTo(file([], { agreed }), now, 0).job.agreed ?? [];
        expect((a!.atMs - at) % DAY_MS).toBe(0);
        expect(a!.untilMs! - a!.atMs).toBe(7 * HOUR_MS);
        expect(a!.atMs).toBeGreaterThanOrEqual(now);
      }),
    ));
  it('the local clock counts: an hour before Greenwich, and what was at nine is at nine there', () => {
    const at = THEN - 4 * DAY_MS;
    const [e] = shiftTo(file([event('a', at)]), NOW, -60).events;
    // Wall-clock times are written as UTC: at 13:45 there it is 12:45 by UTC.
    expect(new Date(e!.atMs).getUTCHours()).toBe(12);
    expect(new Date(e!.atMs).getUTCMinutes()).toBe(45);
  });
  it('times within an entry go along: corrections, what is left until, what is due, when it was sprayed', () => {
    const within = THEN - HOUR_MS;
    const moved = shiftTo(
      file([
        event('r', within, { kind: 'replaced', targetId: 'x', by: event('y', within - 5 * MINUTE_MS) }),
        event('l', within, { kind: 'left', byMs: THEN + 3 * DAY_MS }),
        event('s', within, { kind: 'sentOut', dueMs: THEN + DAY_MS }),
        event('c', within, { kind: 'cameBack', sprayedMs: within - HOUR_MS }),
      ]),
      NOW,
      0,
    ).events as unknown as Record<string, unknown>[];
    const by = NOW - THEN;
    const [r, l, s, c] = moved;
    expect((r!.by as LogEvent).atMs).toBe(within - 5 * MINUTE_MS + by);
    // Three days ahead: by whole days, at the hour that was said.
    expect(l!.byMs).toBe(THEN + 3 * DAY_MS + Math.floor(by / DAY_MS) * DAY_MS);
    expect(s!.dueMs).toBe(THEN + DAY_MS + by);
    expect(c!.sprayedMs).toBe(within - HOUR_MS + by);
  });
  it('every moment of the head goes along; agreed ones to quarters of an hour', () => {
    const at = THEN + 5 * HOUR_MS;
    const head = {
      zones: [{ id: 'z', panelId: 'p', name: 'Whole', areaCm2: 1, cutFrom: { zoneId: 'y', atMs: at } }],
      decisions: [{ id: 'd', atMs: at }],
      finalChecks: [{ id: 'drains', atMs: at }],
      evenings: [
        { id: 'e', fromMs: at, untilMs: at + 1, ready: [{ item: 'sweep', atMs: at }], begunMs: at, endedMs: at },
      ],
      agreed: [{ id: 'a', kind: 'due', panelIds: [], atMs: at + 7 * MINUTE_MS, untilMs: at + 8 * MINUTE_MS }],
      kept: [{ id: 'k', work: 'sand', zoneIds: [], startMs: at, minutes: 5, keptMs: at }],
      photos: [{ id: 'f', takenMs: at }],
      bags: [{ id: 'b', items: [{ id: 'i', dueMs: at }, { id: 'n' }] }],
    } as unknown as Partial<Job>;
    const by = NOW - THEN;
    const job = shiftTo(file([], head), NOW, 0).job as unknown as Record<string, never[]>;
    const first = (list: string): Record<string, unknown> => job[list]![0]!;
    expect((first('zones').cutFrom as { atMs: number }).atMs).toBe(at + by);
    for (const list of ['decisions', 'finalChecks']) expect(first(list).atMs).toBe(at + by);
    expect(first('evenings')).toMatchObject({
      fromMs: at + by,
      untilMs: at + 1 + by,
      begunMs: at + by,
      endedMs: at + by,
    });
    expect((first('evenings').ready as { atMs: number }[])[0]!.atMs).toBe(at + by);
    expect(first('kept')).toMatchObject({ startMs: at + by, keptMs: at + by });
    expect(first('photos').takenMs).toBe(at + by);
    expect(first('bags').items).toEqual([{ id: 'i', dueMs: at + by }, { id: 'n' }]);
    for (const k of ['atMs', 'untilMs']) expect((first('agreed')[k] as number) % (15 * MINUTE_MS)).toBe(0);
    expect(Math.abs((first('agreed').atMs as number) - (at + 7 * MINUTE_MS + by))).toBeLessThanOrEqual(7.5 * MINUTE_MS);
  });
  it('the shelf moves like the jobs, dates on its tins too, and corrections of them', () => {
    const tin = {
      id: 't',
      kind: 'received',
      atMs: THEN - HOUR_MS,
      writtenMs: THEN - HOUR_MS,
      bestBeforeMs: THEN + DAY_MS,
    };
    const put = { id: 'r', kind: 'replaced', atMs: THEN, writtenMs: THEN, targetId: 't', by: tin };
    const [a, b] = shiftShelf({ exportedMs: THEN, records: [tin, put] as unknown as ShelfRecord[] }, NOW, 0);
    const by = NOW - THEN;
    expect(a).toMatchObject({ atMs: tin.atMs + by, bestBeforeMs: tin.bestBeforeMs + by });
    expect((b as unknown as { by: object }).by).toMatchObject({ bestBeforeMs: tin.bestBeforeMs + by });
  });
});
