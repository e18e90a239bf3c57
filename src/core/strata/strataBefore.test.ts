import fc from 'fast-check';
import van from '../../../demo/seed/bread-van.json';
import coupe from '../../../demo/seed/coupe.json';
import { lookupIn, SHIPPED_PRODUCTS, zoneFacts, type Job, type LogEvent } from '../index';
import { foldLog, strataBefore, type JobState } from './fold';

const products = lookupIn(SHIPPED_PRODUCTS);
const logs = [van, coupe].map((f) => {
  const { job, events } = f as unknown as { job: Job; events: LogEvent[] };
  return { job, events, state: foldLog(events, products, zoneFacts(job)) };
});

/** The same by hand: the zone's entries that count, but for those that came later and the one that is left out, folded from nothing. */
function byHand(job: Job, state: JobState, zoneId: string, atMs: number, without?: string) {
  const events = state.zones.get(zoneId)!.events.filter((e) => e.atMs <= atMs && e.id !== without);
  const alone = foldLog(events, products, zoneFacts(job));
  return alone.zones.get(zoneId)?.strata;
}

describe('what was on a zone at a moment', () => {
  it('is what its entries up to then make, in whatever order it is asked, also without one of them', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...logs),
        fc.array(fc.tuple(fc.nat(1000), fc.nat(1000), fc.nat(1000), fc.boolean()), { minLength: 1, maxLength: 12 }),
        ({ job, state }, asked) => {
          const zones = [...state.zones.keys()];
          for (const [z, at, out, isWhole] of asked) {
            const zoneId = zones[z % zones.length]!;
            const { events } = state.zones.get(zoneId)!;
            const atMs = events[at % events.length]!.atMs + (at % 3) - 1;
            const without = isWhole ? undefined : events[out % events.length]!.id;
            // Repairs name marks by ids that corrections may have changed: a log of these entries alone knows nothing of those.
            if (events.some((e) => state.replaced.has(e.id))) continue;
            expect(strataBefore(state, zoneId, atMs, products, without)).toEqual(
              byHand(job, state, zoneId, atMs, without),
            );
          }
        },
      ),
      { numRuns: 200 },
    );
  });
  it('is nothing on a zone that nobody has looked at', () => {
    const { state } = logs[0]!;
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
