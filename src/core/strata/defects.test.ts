import { DEFECT_KINDS, DEFECT_LAYERS, DEFECTS, defectLayer, defectsIn, mendOf } from '../systems/defects';
import { DEFECT_WORDS } from '../systems/defectWords';
import { PRODUCT_FAMILIES } from '../library/families';
import type { LogEvent } from '../log/event';
import { ev, JOB, products, T0 } from '../testing';
import { checkEvent } from '../formats';
import { leftDefects, mendNow, openDefects } from './defects';
import { foldLog } from './fold';

const DAY = 1440;
const coat = (productId: string, atMin: number, coats = 2): LogEvent =>
  ev({
    kind: 'coated',
    atMin,
    productId,
    coats,
    filmUm: products(productId)!.film.nominalUm,
    application: 'lowPressureGun',
    id: `${productId}${atMin}`,
  });
const FOUND = ev({ kind: 'found', atMin: -30 * DAY, substrate: 'steel', thicknessUm: 800, layers: [] });
const STACK = [
  FOUND,
  coat('epoxy-primer', -20 * DAY),
  coat('base-solvent', -15 * DAY),
  coat('clear-ms', -15 * DAY + 60),
];
const mark = (defect: string, atMin: number, more: object = {}) =>
  ev({ kind: 'defectMarked', id: `${defect}${atMin}`, atMin, defect, grade: 1, ...more });
const strata = (events: LogEvent[]) => foldLog(events, products).zones.get('lower')!.strata!;
const open = (events: LogEvent[]) => openDefects(strata(events)).map((d) => d.kind);
const sand = (grit: number, atMin: number, removedUm = 3) =>
  ev({ kind: 'sanded', atMin, grit, tool: 'block', wet: true, removedUm });
const polish = (atMin: number) => ev({ kind: 'polished', atMin, grit: 3000, removedUm: 2 });

describe('the table of defects', () => {
  it('has at least 24 kinds, each said in words, each in some layer', () => {
    expect(DEFECT_KINDS.length).toBeGreaterThanOrEqual(24);
    for (const k of DEFECT_KINDS) {
      expect(DEFECT_LAYERS.some((l) => DEFECTS[k].mends[l] !== null)).toBe(true);
      expect(DEFECT_WORDS[k].looks).toMatch(/\.$/);
      expect(DEFECT_WORDS[k].not).toMatch(/^Do not /);
    }
  });
  it('knows every family, and polishes nothing that is not to shine', () => {
    for (const f of PRODUCT_FAMILIES) {
      expect(defectsIn(f).length).toBeGreaterThan(0);
      for (const k of DEFECT_KINDS)
        for (const g of [1, 2, 3] as const)
          for (const sheen of ['matt', 'satin'] as const) {
            const mend = mendOf(k, g, f, sheen);
            if (defectLayer(f) === 'topcoat') expect(['polish', 'level']).not.toContain(mend);
          }
    }
    expect(mendOf('run', 1, 'clear')).toBe('level');
    expect(mendOf('run', 1, 'enamel')).toBe('coat');
    expect(mendOf('holograms', 1, 'epoxy')).toBeNull();
  });
});

describe('a defect on a zone', () => {
  it('is in the layer on top, or in the one that is named', () => {
    const s = strata([...STACK, mark('run', -DAY), mark('mottle', -DAY + 1, { layer: `base-solvent${-15 * DAY}` })]);
    expect(s.defects!.map((d) => d.family)).toEqual(['clear', 'baseSolvent']);
  });
  it('a run is gone once it was cut and polished, not by either alone', () => {
    const run = mark('run', -DAY);
    expect(open([...STACK, run])).toEqual(['run']);
    expect(open([...STACK, run, polish(-600)])).toEqual(['run']);
    expect(open([...STACK, run, sand(1500, -700)])).toEqual(['run']);
    expect(open([...STACK, run, sand(1500, -700), polish(-600)])).toEqual([]);
  });
  it('what was cut before it was marked does not count', () =>
    expect(open([...STACK, sand(1500, -2 * DAY), mark('run', -DAY), polish(-600)])).toEqual(['run']));
  it('goes with its layer, and by word of who looked', () => {
    const pop = mark('solventPop', -DAY, { grade: 3 });
    const off = ev({ kind: 'stripped', atMin: -600, to: `epoxy-primer${-20 * DAY}`, method: 'sander', grit: 80 });
    expect(open([...STACK, pop, off])).toEqual([]);
    const gone = ev({ kind: 'defectGone', atMin: -500, defectIds: [pop.id] });
    expect(open([...STACK, pop, gone])).toEqual([]);
    // Struck out, that word counts no more.
    expect(open([...STACK, pop, gone, ev({ kind: 'voided', atMin: -400, zoneIds: [], targetId: gone.id })])).toEqual([
      'solventPop',
    ]);
  });
  it('stays as agreed, and is taken up again', () => {
    const haze = mark('hazyEdge', -DAY);
    const left = ev({ kind: 'left', atMin: -500, faultIds: [haze.id] });
    expect(leftDefects(strata([...STACK, haze, left])).map((d) => d.kind)).toEqual(['hazyEdge']);
    expect(open([...STACK, haze, left])).toEqual([]);
    expect(open([...STACK, haze, left, ev({ kind: 'voided', atMin: -400, zoneIds: [], targetId: left.id })])).toEqual([
      'hazyEdge',
    ]);
  });
  it('under a coat it is another matter: a nib in colour under clear is coloured again', () => {
    const base = [FOUND, coat('epoxy-primer', -20 * DAY), coat('base-solvent', -15 * DAY), mark('nib', -15 * DAY + 20)];
    const before = strata(base);
    expect(mendNow(before.defects![0]!, before)).toBe('level');
    const after = strata([...base, coat('clear-ms', -15 * DAY + 60)]);
    expect(mendNow(after.defects![0]!, after)).toBe('colour');
  });
  it('what made it, as agreed, is kept with it; a polished face is looked at again until somebody did', () => {
    const run = mark('run', -DAY);
    const why = ev({ kind: 'defectExplained', atMin: -500, defectId: run.id, cause: 'coldPanel' });
    const s = strata([...STACK, run, why, sand(1500, -400), polish(-300)]);
    expect(s.defects![0]).toMatchObject({ cause: 'coldPanel' });
    expect(s.lookFromMs).toBe(T0 - 300 * 60_000 + 16 * 3_600_000);
    const looked = ev({ kind: 'lookedAgain', atMin: -10 });
    expect(strata([...STACK, polish(-300), looked]).lookFromMs).toBeUndefined();
    expect(strata([...STACK, polish(-300), coat('clear-ms', -5, 1)]).lookFromMs).toBeUndefined();
  });
});

describe('what cannot be marked is said in its place', () => {
  const state = foldLog(STACK, products);
  const check = (e: LogEvent, events = STACK) => {
    const r = checkEvent(e, {
      job: JOB,
      state: events === STACK ? state : foldLog(events, products),
      products,
      nowMs: T0,
    });
    return r.ok ? [] : r.error.map((p) => `${p.path}: ${String(p.message)}`);
  };
  it('on a zone without paint', () =>
    expect(check(mark('run', -5), [FOUND])[0]).toMatch(/^defect: There is no paint on/));
  it('before the coat that it is in', () =>
    expect(check(mark('run', -16 * DAY, { layer: `clear-ms${-15 * DAY + 60}` }))[0]).toMatch(
      /^atMs: That is before clear.* was laid/,
    ));
  it('of a kind that such a film does not have', () =>
    expect(check(mark('holograms', -5, { layer: `epoxy-primer${-20 * DAY}` }))[0]).toMatch(
      /^defect: Holograms: there is no such thing/,
    ));
  it('a defect that is not there is not gone, and not before it was marked', () => {
    expect(check(ev({ kind: 'defectGone', atMin: -5, defectIds: ['x'] }))[0]).toMatch(/^defectIds: /);
    const run = mark('run', -DAY);
    const early = ev({ kind: 'defectExplained', atMin: -2 * DAY, defectId: run.id, cause: 'dirt' });
    expect(check(early, [...STACK, run])[0]).toMatch(/^atMs: That is before the defect was marked/);
  });
  it('and what is right is taken', () => expect(check(mark('run', -5))).toEqual([]));
});
