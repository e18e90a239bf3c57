import fc from 'fast-check';
import { constantAir } from '../air/history';
import { clockShop } from '../cure/stages';
import { zoneStatus } from '../cure/status';
import { SHIPPED_PRODUCTS } from '../library/shipped';
import { anyLog, coated, ev, foundBare, JOB, products, T0 } from '../testing';
import { checkEvent } from '../strata/check';
import { LOGGABLE, type LogEvent } from '../log/event';
import { foldLog } from '../strata/fold';
import { parseEvent } from '../log/schema';
import { DEFAULT_METHOD } from '../library/method';
import { draftFor, nextKind, nextProduct } from './draft';
import { likelyRemovalUm } from '../grit/removal';

const DAY = 1440;
const at = (...events: LogEvent[]) => {
  const state = foldLog(events, products);
  const zone = state.zones.get('lower');
  return { state, strata: zone?.strata, status: zoneStatus(zone, clockShop(constantAir(20, 0.45)), T0, products) };
};
const old = ev({
  kind: 'found',
  atMin: -50 * DAY,
  substrate: 'steel',
  thicknessUm: 800,
  layers: [{ label: 'Old paint', family: 'oldCoating', filmUm: 120 }],
});
const way = (...events: LogEvent[]) => ({ ...at(...events), all: SHIPPED_PRODUCTS, method: DEFAULT_METHOD, nowMs: T0 });
const bare = foundBare(['lower'], -50 * DAY);
const sand = (grit: number, atMin: number) =>
  ev({ kind: 'sanded', atMin, grit, tool: 'block', wet: false, removedUm: 1 });
const clean = (atMin: number) => ev({ kind: 'cleaned', atMin, productId: 'cleaner-metal' });
const fill = (atMin: number) => ev({ kind: 'filled', atMin, productId: 'light-filler', filmUm: 900 });

describe('a repair where a temporary one is', () => {
  const plate = ev({ kind: 'repaired', atMin: -90, method: 'Plate', temporaryMonths: 6 });
  const draft = (...events: LogEvent[]) => {
    const { state, strata, status } = at(bare, ...events);
    return draftFor('repaired', status, strata, state, SHIPPED_PRODUCTS);
  };
  it('is taken to be in its place, once', () => {
    expect(draft()).toEqual({});
    expect(draft(plate)).toEqual({ ends: true });
    expect(draft(plate, ev({ kind: 'repaired', atMin: -9, method: 'Patch', ends: true }))).toEqual({});
  });
  it('begins with what the open fault asks for', () =>
    expect(draft(ev({ kind: 'marked', atMin: -9, fault: 'hole', grade: 2, treatment: 'patch' }))).toEqual({
      treatment: 'patch',
    }));
  it('tells until when that one lasts, and no more after', () => {
    const until = at(bare, plate).status.temporaryUntilMs!;
    expect(until).toBeGreaterThan(T0 + 170 * DAY * 60_000);
    const done = ev({ kind: 'repaired', atMin: -9, method: 'Patch', ends: true });
    expect(at(bare, plate, done).status.temporaryUntilMs).toBeUndefined();
  });
});

describe('what most likely just happened', () => {
  it.each<[string, LogEvent[], string]>([
    ['nobody looked at it', [], 'found'],
    ['old paint', [old], 'stripped'],
    ['bare metal', [foundBare(['lower'], -60)], 'cleaned'],
    ['bare metal that has stood for weeks: rusted', [bare], 'sanded'],
    ['bare, keyed and clean', [foundBare(['lower'], -60), sand(120, -30), clean(-5)], 'coated'],
    ['filler that is hard', [bare, fill(-600)], 'sanded'],
    ['primer that is hard', [bare, coated('highbuild-2k', -3 * DAY, 3)], 'guideCoated'],
    [
      'primer with guide coat on',
      [bare, coated('highbuild-2k', -3 * DAY, 3), ev({ kind: 'guideCoated', atMin: -9, productId: 'guide-powder' })],
      'sanded',
    ],
    ['a primer that is wet', [bare, coated('epoxy-primer', -10)], 'coated'],
    ['clear that is hard', [bare, coated('clear-ms', -40 * DAY, 2)], 'sanded'],
  ])('%s: %s', (_, log, kind) => {
    expect(nextKind(way(...log))).toBe(kind);
  });
});

describe('which product most likely went on', () => {
  const product = (...log: LogEvent[]) => {
    return nextProduct('coated', way(...log));
  };
  it('another coat of what still wants one, the clear over base, primer on bare metal', () => {
    expect(product(foundBare(['lower'], -60), sand(120, -30), clean(-5))!.family).toBe('epoxy');
    expect(product(bare, coated('highbuild-2k', -20))!.id).toBe('highbuild-2k');
    expect(product(bare, coated('base-solvent', -30, products('base-solvent')!.coats))!.family).toBe('clear');
    expect(product(bare, coated('epoxy-primer', -5 * DAY), sand(120, -900), fill(-600), sand(180, -60))!.family).toBe(
      'highBuild',
    );
    // Filler on bare metal: the ring round it is bare.
    expect(product(bare, fill(-600), sand(180, -60))!.family).toBe('epoxy');
  });
  it('the one that this job used last, before the first of the library', () => {
    const others = SHIPPED_PRODUCTS.filter((x) => x.family === 'clear');
    expect(others.length).toBeGreaterThan(1);
    const last = others[others.length - 1]!;
    const log = [bare, coated(last.id, -30 * DAY), coated('base-solvent', -30, products('base-solvent')!.coats)];
    expect(product(...log)!.id).toBe(last.id);
  });
});

describe('the next grit', () => {
  const grit = (...log: LogEvent[]) => {
    const { state, strata, status } = at(...log);
    const d = draftFor('sanded', status, strata, state, SHIPPED_PRODUCTS);
    return 'grit' in d && d.grit !== undefined ? d.grit : 0;
  };
  it('goes up through the papers of what is on top, and stays at the last', () => {
    expect(grit(bare)).toBe(120);
    expect(grit(bare, fill(-600))).toBe(80);
    expect(grit(bare, fill(-600), sand(80, -60))).toBe(180);
    expect(grit(bare, fill(-600), sand(80, -60), sand(180, -50), sand(320, -40))).toBe(320);
    const primed = [bare, coated('highbuild-2k', -3 * DAY, 3)];
    const first = grit(...primed);
    expect(grit(...primed, sand(first, -60))).toBeGreaterThan(first);
  });
  it('takes off less with finer paper, and never more than half of the film', () => {
    const { status, strata } = at(bare, coated('highbuild-2k', -3 * DAY, 3));
    fc.assert(
      fc.property(
        fc.constantFrom(80, 180, 240, 320, 400, 600, 800),
        fc.constantFrom(80, 180, 240, 320, 400, 600),
        (a, b) => {
          const [coarse, fine] = a < b ? [a, b] : [b, a];
          const off = (g: number) => likelyRemovalUm(g, strata);
          expect(off(coarse)).toBeGreaterThanOrEqual(off(fine));
          expect(off(coarse)).toBeLessThanOrEqual(status.top!.filmUm / 2);
        },
      ),
    );
  });
});

describe('what the sheet starts with', () => {
  it('can be logged as it stands, wherever a zone stands, except for words that only a person can say', () => {
    fc.assert(
      fc.property(anyLog, fc.constantFrom(...LOGGABLE), (events, kind) => {
        const log = [foundBare(['lower'], -2000), ...events];
        const state = foldLog(log, products);
        const zone = state.zones.get('lower');
        if (!zone?.strata) return;
        const status = zoneStatus(zone, clockShop(constantAir(20, 0.45)), T0 + 100 * 60_000, products);
        const draft = draftFor(kind, status, zone.strata, state, SHIPPED_PRODUCTS, 'driver', ['Plate']);
        // Only what was sent out comes back.
        if (kind === 'cameBack') return;
        const asked = {
          found: { substrate: 'steel', thicknessUm: 800 },
          fitted: { where: 'Back on' },
          removed: { where: 'Shelf' },
          repaired: { method: 'Patch' },
          measured: { filmUm: 100 },
          sentOut: { to: 'The plater' },
          worked: { act: 'mask', workMin: 20 },
        }[kind as string];
        const event = ev({ kind, atMin: 90, ...draft, ...asked });
        const parsed = parseEvent(event);
        expect(parsed.ok ? [] : parsed.error).toEqual([]);
        const checked = checkEvent(event, { job: JOB, state, products, nowMs: T0 + 100 * 60_000 });
        expect(checked.ok ? [] : checked.error).toEqual([]);
      }),
      { endOnFailure: true },
    );
  });
  it('masking begins with what must not be painted', () => {
    const { status, strata, state } = at(bare);
    expect(draftFor('masked', status, strata, state, [], undefined, ['Plate', 'Seam'])).toEqual({
      what: 'Plate, Seam',
    });
    expect(draftFor('masked', status, strata, state, [])).toEqual({});
  });
});
