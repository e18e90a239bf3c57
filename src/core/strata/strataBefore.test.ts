import fc from 'fast-check';
import type { LogEvent } from '../log/event';
import { coated, ev, foundBare, products } from '../testing';
import { foldLog, strataBefore, type JobState } from './fold';

const ZONES = ['lower', 'upper'];
const anyDone = fc.record({
  what: fc.constantFrom('epoxy-primer', 'highbuild-2k', 'base-solvent', 'sanded', 'cleaned'),
  atMin: fc.integer({ min: 1, max: 40 }),
  zone: fc.nat(1),
  removedUm: fc.nat(60),
});
/** A log of two zones on which things were done, some of them in the same minute. */
const anyLog = fc.array(anyDone, { minLength: 1, maxLength: 20 }).map((done): LogEvent[] => [
  foundBare(ZONES),
  ...done.map(({ what, atMin, zone, removedUm }, i) => {
    const own = { id: `d${i}`, zoneIds: [ZONES[zone]!], atMs: coated('epoxy-primer', atMin).atMs };
    if (what === 'sanded')
      return { ...ev({ kind: 'sanded', grit: 240, tool: 'block', wet: false, removedUm }), ...own } as LogEvent;
    if (what === 'cleaned') return { ...ev({ kind: 'cleaned', productId: 'cleaner-metal' }), ...own } as LogEvent;
    return { ...coated(what, atMin), ...own } as LogEvent;
  }),
]);

/** The same by hand: the zone's entries that count, but for those that came later and the one that is left out, folded from nothing. */
function byHand(state: JobState, zoneId: string, atMs: number, without?: string) {
  const events = state.zones.get(zoneId)!.events.filter((e) => e.atMs <= atMs && e.id !== without);
  return foldLog(events, products).zones.get(zoneId)?.strata;
}

describe('what was on a zone at a moment', () => {
  it('is what its entries up to then make, in whatever order it is asked, also without one of them', () => {
    fc.assert(
      fc.property(
        anyLog,
        fc.array(fc.tuple(fc.nat(1), fc.nat(1000), fc.nat(1000), fc.boolean()), { minLength: 1, maxLength: 12 }),
        (log, asked) => {
          const state = foldLog(log, products);
          for (const [z, at, out, isWhole] of asked) {
            const zoneId = ZONES[z]!;
            const { events } = state.zones.get(zoneId)!;
            const atMs = events[at % events.length]!.atMs + (at % 3) - 1;
            const without = isWhole ? undefined : events[out % events.length]!.id;
            expect(strataBefore(state, zoneId, atMs, products, without)).toEqual(byHand(state, zoneId, atMs, without));
          }
        },
      ),
      { numRuns: 300 },
    );
  });
  it('is nothing on a zone that nobody has looked at', () => {
    const state = foldLog([foundBare(ZONES)], products);
    expect(strataBefore(state, 'nowhere', 0, products)).toBeUndefined();
  });
  it('asked entry by entry through a long log it goes on where it was: each entry is folded about once', () => {
    const at = (i: number) => Date.UTC(2030, 0, 1) + i * 60_000;
    const base = (i: number) => ({ id: `e${i}`, atMs: at(i), writtenMs: at(i), zoneIds: ['z'] });
    const events: LogEvent[] = Array.from({ length: 20_000 }, (_, i) =>
      i === 0
        ? { ...base(i), kind: 'found', substrate: 'steel', thicknessUm: 800, layers: [] }
        : { ...base(i), kind: 'cleaned', productId: 'cleaner-metal' },
    );
    const counted = { n: 0 };
    const counting = (id: string) => {
      counted.n++;
      return products(id);
    };
    const state = foldLog(events, counting);
    counted.n = 0;
    for (let i = 19_700; i < 20_000; i++) strataBefore(state, 'z', at(i), counting, `e${i}`);
    // 300 times from the beginning would be six million.
    expect(counted.n).toBeGreaterThan(10_000);
    expect(counted.n).toBeLessThan(60_000);
  });
});
