import { BOUNDS } from '../log/bounds';
import { checkEvent, type CheckContext } from './check';
import { foldLog } from './fold';
import { parseEvent } from '../log/schema';
import { ev, foundBare, JOB, products, T0 } from '../testing';
import type { LogEvent } from '../log/event';

const found = foundBare(['lower']);
const context = (...more: LogEvent[]): CheckContext => ({
  job: JOB,
  state: foldLog([found, ...more], products),
  products,
  nowMs: T0 + 3_600_000,
});
const coat = (more = {}) =>
  ev({ kind: 'coated', productId: 'highbuild-2k', coats: 1, filmUm: 60, application: 'lowPressureGun', ...more });
const why = (e: LogEvent, c = context()) => {
  const r = checkEvent(e, c);
  return r.ok ? 'ok' : r.error.map((p) => `${p.path}: ${String(p.message)}`).join('; ');
};

describe('checking an event against its job', () => {
  it('takes a coat on a found zone', () => expect(why(coat())).toBe('ok'));
  it('not in the future', () => expect(why(coat({ atMin: 120 }))).toMatch(/atMs: .*not come yet/));
  it('not before the zone was looked at', () => expect(why(coat({ atMin: -5000 }))).toMatch(/atMs: .*before/));
  it('not on a zone that is not there', () => expect(why(coat({ zoneIds: ['attic'] }))).toMatch(/zoneIds/));
  it('not on a zone that was never found', () =>
    expect(why(coat({ zoneIds: ['upper'] }))).toMatch(/Left door, upper was voided or never started/));
  it('not on a zone whose finding was voided', () =>
    expect(why(coat(), context(ev({ kind: 'voided', zoneIds: [], targetId: found.id })))).toMatch(
      /Left door, lower was voided/,
    ));
  it('not with a product that is not in the library, or not for that', () => {
    expect(why(coat({ productId: 'nothing' }))).toMatch(/productId: .*library/);
    expect(why(coat({ productId: 'thinner-slow' }))).toMatch(/productId: .*not for this/);
  });
  it('not twice, and no correction of nothing or of what was undone', () => {
    expect(why({ ...coat(), id: found.id })).toMatch(/id: /);
    expect(why(ev({ kind: 'voided', zoneIds: [], targetId: 'nobody' }))).toMatch(/targetId/);
    const c = coat({ id: 'c' });
    expect(
      why(
        ev({ kind: 'voided', zoneIds: [], targetId: 'c' }),
        context(c, ev({ kind: 'voided', zoneIds: [], targetId: 'c' })),
      ),
    ).toMatch(/undone already/);
  });
  it('no repair of a fault that is not there, and none before it was marked', () => {
    const mark = ev({
      kind: 'marked',
      id: 'm',
      atMin: 5,
      fault: 'dent',
      grade: 1,
      treatment: 'fill',
    });
    const mend = (more: object) => ev({ kind: 'repaired', method: 'Fill', faultIds: ['m'], ...more });
    expect(why(mend({ atMin: 9 }), context(mark))).toBe('ok');
    expect(why(mend({ atMin: 2 }), context(mark))).toMatch(/atMs: .*before the fault was marked/);
    expect(why(mend({ atMin: 9 }))).toMatch(/faultIds: .*not on the zone/);
  });
  it('no sanding through to a layer that is not there, and no spot larger than its zone', () => {
    const sand = (more: object) =>
      why(ev({ kind: 'sanded', grit: 400, tool: 'block', wet: false, removedUm: 5, spotsThrough: true, ...more }));
    expect(sand({ through: 'x' })).toMatch(/through: .*does not have that layer/);
    expect(sand({ spotCm2: 1e6 })).toMatch(/spotCm2: Spots cannot be larger than/);
    expect(sand({ through: 'substrate', spotCm2: 1 })).toBe('ok');
  });
  it('no stripping to a layer that is not there', () =>
    expect(why(ev({ kind: 'stripped', to: 'x', method: 'sander' }))).toMatch(/to: .*does not have that layer/));
});

describe('reading an event from outside', () => {
  const raw = { ...coat(), air: { tempC: 18, rh: 0.5 } };
  const bad = (patch: object) => {
    const r = parseEvent({ ...raw, ...patch });
    return r.ok ? [] : r.error.map((p) => p.path);
  };
  it('takes a good one unchanged', () => expect(parseEvent(raw)).toEqual({ ok: true, value: raw }));
  it.each([
    [{ kind: 'teleported' }, 'kind'],
    [{ coats: 0 }, 'coats'],
    [{ coats: 1.5 }, 'coats'],
    [{ filmUm: -5 }, 'filmUm'],
    [{ filmUm: BOUNDS.filmUm.max + 1 }, 'filmUm'],
    [{ filmUm: '60' }, 'filmUm'],
    [{ filmUm: NaN }, 'filmUm'],
    [{ air: { tempC: 400, rh: 0.5 } }, 'air.tempC'],
    [{ air: { tempC: 18, rh: 55 } }, 'air.rh'],
    [{ zoneIds: [] }, 'zoneIds'],
    [{ zoneIds: 'lower' }, 'zoneIds'],
    [{ atMs: null }, 'atMs'],
    [{ id: 7 }, 'id'],
    [{ application: 'magic' }, 'application'],
    [{ surprise: 1 }, ''],
  ])('refuses %j at %s', (patch, path) => expect(bad(patch)).toContain(path));
  it.each([[null], [7], ['x'], [[]]])('refuses %j', (x) => expect(parseEvent(x).ok).toBe(false));
  it('a correction cannot stand inside a correction', () =>
    expect(
      parseEvent(ev({ kind: 'replaced', zoneIds: [], targetId: 'a', by: ev({ kind: 'voided', targetId: 'b' }) })).ok,
    ).toBe(false));
});

describe('correcting what other entries rest on', () => {
  const epoxy = coat({ id: 'e', atMin: 1, productId: 'epoxy-primer' });
  const build = coat({ id: 'h', atMin: 2 });
  const strip = ev({ kind: 'stripped', id: 's', atMin: 3, to: 'e', method: 'abrasive' });
  const bare = ev({ kind: 'stripped', id: 'b', atMin: 8, to: 'substrate', method: 'abrasive' });
  const fix = (targetId: string, by: LogEvent) =>
    ev({ kind: 'replaced', id: 'f', atMin: 9, zoneIds: [], targetId, by });
  const strike = (targetId: string) => ev({ kind: 'voided', atMin: 12, zoneIds: [], targetId });

  it('a layer that was stripped down to is not struck out before the strip is', () => {
    const c = context(epoxy, build, strip);
    expect(why(strike('e'), c)).toMatch(/stripped down to this layer later/);
    expect(why(strike('h'), c)).toBe('ok');
    expect(why(strike('s'), c)).toBe('ok');
    expect(why(strike('e'), context(epoxy, build, strip, strike('s')))).toBe('ok');
  });
  it('nor turned into something that leaves no layer; another coat count is fine, and taken back again', () => {
    const c = context(epoxy, build, strip);
    const sanded = ev({ kind: 'sanded', id: 'x', atMin: 1, grit: 180, tool: 'block', wet: false, removedUm: 1 });
    expect(why(fix('e', sanded), c)).toMatch(/stripped down to this layer later/);
    const two = fix('e', coat({ id: 'x', atMin: 1, productId: 'epoxy-primer', coats: 2 }));
    expect(why(two, c)).toBe('ok');
    expect(why(strike('f'), context(epoxy, build, strip, two))).toBe('ok');
  });
  it('nor put on another zone, nor after the strip', () => {
    const c = {
      ...context(epoxy, build, strip),
      state: foldLog([foundBare(['lower', 'upper']), epoxy, build, strip], products),
    };
    const moved = (more: object) => fix('e', coat({ id: 'x', atMin: 1, productId: 'epoxy-primer', ...more }));
    expect(why(moved({ zoneIds: ['upper'] }), c)).toMatch(/stripped down to this layer later/);
    expect(why(moved({ atMin: 5 }), c)).toMatch(/stripped down to this layer later/);
    expect(why(moved({ zoneIds: ['lower', 'upper'] }), c)).toBe('ok');
  });
  it('an old strip is judged by the layers of its own time', () => {
    const c = context(epoxy, build, strip, bare);
    expect(why(fix('s', ev({ ...strip, id: 'x', method: 'chemical' })), c)).toBe('ok');
    expect(why(fix('s', ev({ ...strip, id: 'x', to: 'h' })), c)).toBe('ok');
    expect(why(ev({ kind: 'stripped', atMin: 9, to: 'e', method: 'abrasive' }), c)).toMatch(/does not have that layer/);
    expect(why(fix('s', ev({ ...strip, id: 'x', to: 'nothing' })), c)).toMatch(/by\.to: .*does not have that layer/);
  });
  it('a first look stays before what was done', () => {
    const c = context(epoxy);
    const look = (atMin: number) => fix(found.id, { ...found, id: 'x', atMs: T0 + atMin * 60_000 });
    expect(why(look(-900), c)).toBe('ok');
    expect(why(look(1), c)).toBe('ok');
    expect(why(look(2), c)).toMatch(/by\.atMs: .*A zone is looked at first/);
  });
  it('a first look is not taken from under what was done since', () => {
    const both = foundBare(['lower', 'upper']);
    const c = { ...context(), state: foldLog([both, coat({ id: 'c', atMin: 1, zoneIds: ['upper'] })], products) };
    const look = (zoneIds: string[]) => fix(both.id, { ...both, id: 'x', zoneIds });
    expect(why(look(['upper']), c)).toBe('ok');
    expect(why(look(['lower']), c)).toMatch(/by\.zoneIds: What was done on Left door, upper rests on this first look/);
    const clean = ev({ kind: 'cleaned', id: 'x', atMin: 1, productId: 'cleaner-metal', zoneIds: ['lower', 'upper'] });
    expect(why(fix(both.id, clean), c)).toMatch(/rests on this first look/);
  });
  it('a zone that was struck out can be looked at anew, whatever was done before', () => {
    const c = context(epoxy, strike(found.id));
    expect(why({ ...foundBare(['lower'], 5), id: 'again' }, c)).toBe('ok');
  });
});

describe('what an entry may be about', () => {
  it.each([
    ['guideCoated', 'guide-powder', 'cleaner-metal'],
    ['cleaned', 'cleaner-metal', 'guide-powder'],
    ['coated', 'highbuild-2k', 'cleaner-metal'],
    ['filled', 'light-filler', 'cleaner-metal'],
  ] as const)('%s: %s, and not %s', (kind, right, wrong) => {
    const entry = (productId: string) => ev({ kind, productId, coats: 1, filmUm: 60, hardenerFraction: 0.02 });
    expect(why(entry(right))).toBe('ok');
    expect(why(entry(wrong))).toMatch(/productId: .*not for this/);
  });
  it('a first look is not moved behind what was done on the zone, and may be moved before it', () => {
    const later = (atMin: number) =>
      ev({ kind: 'replaced', zoneIds: [], targetId: found.id, by: { ...foundBare(['lower'], atMin), id: undefined } });
    const c = context(coat({ atMin: 10 }), ev({ kind: 'measured', atMin: 12, measure: 'filmTotal', filmUm: 60 }));
    expect(why(later(20), c)).toMatch(/Something was done on Left door, lower before that/);
    expect(why(later(5), c)).toBe('ok');
    // Another look at a zone later on is a look, and moves nothing.
    expect(why(foundBare(['lower'], 30), c)).toBe('ok');
  });
});
