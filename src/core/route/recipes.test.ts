import { constantAir } from '../air/history';
import { clockShop } from '../cure/stages';
import { zoneStatus } from '../cure/status';
import type { FinishSystem } from '../library/finish';
import { DEFAULT_METHOD } from '../library/method';
import { SHIPPED_PRODUCTS } from '../library/shipped';
import type { SubstrateKind } from '../library/substrates';
import { layersAsFound, type AsFound } from '../log/asFound';
import type { PlainEvent } from '../log/event';
import { applyEvent } from '../strata/apply';
import { foldLog } from '../strata/fold';
import { openSpots, touchedInSpots } from '../strata/spots';
import { topLayer, type Strata } from '../strata/types';
import { ev, products, T0 } from '../testing';
import { HOUR_MS, MINUTE_MS } from '../units/time';
import { verdictOn } from '../rules/verdict';
import { purposesOf } from './purpose';
import { bestRecipe, compareRecipes, routeMoney, withRecipe } from './recipes';
import { routeFrom, type Route, type RouteInput } from './route';

const CLOCKS = clockShop(constantAir(20, 0.45));
const FOLD = { products, first: (id: string) => id };

interface Scene {
  substrate?: SubstrateKind;
  found?: AsFound;
  done?: object[];
  more?: Partial<RouteInput>;
}

/** A zone as it was found, and what was done to it every half hour since. */
function scene({ substrate = 'steel', found = 'factory', done = [], more = {} }: Scene = {}): RouteInput {
  let nowMs = T0;
  const log = [{ kind: 'found', substrate, thicknessUm: 800, layers: layersAsFound(found, substrate) }, ...done];
  const strata = log.reduce<Strata | undefined>((s, e, i) => {
    nowMs += 30 * MINUTE_MS;
    const event = { ...ev({ atMin: 0, ...e } as Parameters<typeof ev>[0]), id: `x${i}`, atMs: nowMs, writtenMs: nowMs };
    return applyEvent(s, event as PlainEvent, FOLD);
  }, undefined);
  if (!strata) throw new Error('A zone that was found has strata');
  return { ...inputOf(strata, nowMs), ...more };
}
const inputOf = (strata: Strata, nowMs: number): RouteInput => ({
  input: {
    strata,
    status: zoneStatus({ events: [], strata }, CLOCKS, nowMs, products),
    air: { tempC: 20, rh: 0.45 },
    method: DEFAULT_METHOD,
    products,
    nowMs,
  },
  state: foldLog([], products),
  all: SHIPPED_PRODUCTS,
  clocks: CLOCKS,
  areaCm2: 8000,
  level: 'driver',
});
const repaired = (treatment: string) => ({ kind: 'repaired', treatment });
const ending = (system: FinishSystem): Partial<RouteInput> => ({ finish: { system, sheen: 'gloss' } });
const acts = (r: Route) => r.steps.map((s) => s.step.kind);
const laid = (r: Route) => r.steps.flatMap((s) => ('product' in s.step && s.step.kind !== 'clean' ? [s.step] : []));

describe('paint that stays', () => {
  it('a chip that is touched in is levelled and polished; one in paint that is kept as it is is not', () => {
    const chip = [repaired('feather')];
    const touched = routeFrom(scene({ done: chip, more: ending('touchedIn') }));
    expect(touched.doneMs).not.toBeNull();
    expect(acts(touched).slice(-3)).toEqual(['sand', 'polish', 'fit']);
    const kept = routeFrom(scene({ done: chip, more: ending('kept') }));
    expect(acts(kept)).not.toContain('polish');
    // Everything is dabbed: nothing is laid on the paint round it.
    for (const r of [touched, kept]) expect(laid(r).every((s) => 'on' in s && s.on)).toBe(true);
  });
  it('a spot repair has colour on the repair alone, and clear over all of a face that was keyed', () => {
    const r = routeFrom(scene({ done: [repaired('pullAndFill')], more: ending('spotRepair') }));
    expect(r.doneMs).not.toBeNull();
    const steps = r.steps.map((s) => s.step);
    const base = steps.filter((s) => s.kind === 'coat' && s.product.family === 'baseSolvent');
    expect(base.length).toBeGreaterThan(0);
    expect(base.every((s) => 'on' in s && s.on)).toBe(true);
    const clear = steps.findIndex((s) => s.kind === 'coat' && s.product.family === 'clear');
    expect(steps[clear]).not.toHaveProperty('on');
    const key = steps.findIndex((s) => s.kind === 'sand' && !s.on && s.grit >= 500);
    expect(key).toBeGreaterThan(0);
    expect(key).toBeLessThan(steps.indexOf(base[0]!));
  });
  it('what is only for now is keyed and coloured from a tin', () => {
    const r = routeFrom(scene({ more: ending('forNow') }));
    expect(laid(r).map((s) => s.product.family)).toEqual(['enamel', 'enamel']);
  });
});

describe('what is touched in', () => {
  const dab = (productId: string, coats: number) => ({ kind: 'coated', productId, coats, filmUm: 25, on: ['x1'] });
  const done = [repaired('feather'), dab('epoxy-primer', 1), dab('base-solvent', 2), dab('clear-ms', 2)];
  it('is no open spot, and as soft as its own clear: polish waits for it though the paint round it is hard', () => {
    const r = scene({ done });
    expect(openSpots(r.input.strata)).toEqual([]);
    expect(touchedInSpots(r.input.strata)).toHaveLength(1);
    const now = verdictOn({ kind: 'polish' }, r.input);
    expect(now.findings.find((f) => f.ruleId === 'polish.soft')?.level).toBe('stop');
    const later = inputOf(r.input.strata, r.input.nowMs + 60 * HOUR_MS).input;
    expect(verdictOn({ kind: 'polish' }, later).findings.map((f) => f.ruleId)).not.toContain('polish.soft');
  });
  it('is over once all of it is polished', () => {
    const r = scene({ done: [...done, { kind: 'polished', grit: 3000, removedUm: 2 }] });
    expect(touchedInSpots(r.input.strata)).toEqual([]);
  });
});

describe('a dent that was to be filled', () => {
  it('is still to be filled when the paint round it is stripped', () => {
    const bare = scene({
      done: [repaired('pullAndFill'), { kind: 'stripped', to: 'substrate', method: 'sander', grit: 80 }],
    });
    expect(openSpots(bare.input.strata)).toMatchObject([{ wants: 'filler', layers: [] }]);
    expect(acts(routeFrom(bare))).toContain('fill');
  });
});

describe('recipes side by side', () => {
  const named = (r: RouteInput) => compareRecipes(r, 55).map((x) => x.id);
  it('old paint is keyed or stripped, the usual one first', () => {
    expect(named(scene())).toEqual(['key', 'strip']);
    expect(named(scene({ found: 'old' }))).toEqual(['strip', 'key']);
    expect(named(scene({ found: 'bare' }))).toEqual([]);
  });
  it('a repair in sound paint may also be touched in or spotted in', () => {
    expect(named(scene({ done: [repaired('pullAndFill')] }))).toEqual(
      expect.arrayContaining(['whole', 'touchIn', 'spotRepair', 'fillOverEpoxy', 'fillOnMetal']),
    );
  });
  it('shallow lows are sprayed full, deep ones are not', () => {
    const skim = (filmUm: number) => ({
      fill: { areaCm2: 1200, left: [{ productId: 'light-filler', filmUm, areaCm2: 1200, massG: 40 }] },
    });
    expect(named(scene({ found: 'bare', more: skim(8) }))).toContain('sprayFiller');
    expect(named(scene({ found: 'bare', more: skim(80) }))).not.toContain('sprayFiller');
  });
  it('each that is shown arrives, by steps that differ, and is walked as it was compared', () => {
    for (const s of [
      scene(),
      scene({ done: [repaired('pullAndFill')] }),
      scene({ substrate: 'plastic', found: 'bare' }),
    ]) {
      const all = compareRecipes(s, 55);
      for (const r of all) {
        expect(r.route.doneMs).not.toBeNull();
        expect(routeFrom(withRecipe(s, r.change)).steps.map((x) => x.label)).toEqual(r.route.steps.map((x) => x.label));
      }
      expect(all.filter((r) => !r.isUsual).length).toBeGreaterThan(0);
    }
  });
  it('where paint is kept as agreed, that comes first, and painting the whole face is another finish', () => {
    const all = compareRecipes(scene({ done: [repaired('feather')], more: ending('kept') }), 55);
    expect(all[0]).toMatchObject({ id: 'keep', isUsual: true, endsOtherwise: false });
    expect(all.slice(1).every((r) => r.endsOtherwise)).toBe(true);
    expect(bestRecipe(all, 'work')?.id).toBe('keep');
  });
  it('the wish picks the least of what it names, and the usual one where nothing is wished', () => {
    const all = compareRecipes(scene({ done: [repaired('pullAndFill')] }), 55);
    expect(bestRecipe(all, 'usual')).toBe(all[0]);
    // What ends otherwise than agreed is shown, and never picked by a wish.
    const agreed = all.filter((r) => !r.endsOtherwise);
    const least = (of: (r: (typeof all)[number]) => number) => Math.min(...agreed.map(of));
    expect(bestRecipe(all, 'work')!.route.workMin).toBe(least((r) => r.route.workMin));
    expect(bestRecipe(all, 'money')!.money).toBe(least((r) => r.money));
    expect(bestRecipe(all, 'days')!.route.doneMs).toBe(least((r) => r.route.doneMs!));
    expect(bestRecipe([], 'work')).toBeUndefined();
  });
  it('money is hands by the hour, and the coats by area and film', () => {
    const none: Route = { steps: [], doneMs: T0, workMin: 90, waitMin: 0 };
    expect(routeMoney(none, 40)).toBeCloseTo(60);
    const base = products('base-solvent')!;
    const coat = { label: '', step: { kind: 'coat', product: base } as const, fromMs: T0, workMin: 0, areaCm2: 10_000 };
    // 1 m² at 8 µm: 8 mL of solids; 0.18 of the paint is solid, and the usual share of it lands.
    const one = routeMoney({ ...none, workMin: 0, steps: [coat] }, 40);
    expect(one).toBeGreaterThan((0.008 / 0.18) * 62);
    expect(routeMoney({ ...none, workMin: 0, steps: [coat, coat] }, 40)).toBeCloseTo(2 * one);
  });
});

describe('what a step is for', () => {
  it('a first coat says it, another one does not; paper says what it is for by what it is on', () => {
    const r = routeFrom(scene({ done: [repaired('pullAndFill')] }));
    const said = purposesOf(r.steps, topLayer(scene().input.strata)?.family);
    const of = (label: string) => said[r.steps.findIndex((s) => s.label.endsWith(label))];
    expect(said).toHaveLength(r.steps.length);
    expect(of('P80')).toBe('cuts it to shape');
    expect(of('P180')).toBe('a scratch that primer fills');
    expect(of('Denib, P2000')).toContain('polish');
    expect(of('another coat of clear, medium solids')).toBeFalsy();
  });
});

describe('a way that does not get there', () => {
  it('says which product is not there', () => {
    const all = SHIPPED_PRODUCTS.filter((p) => p.family !== 'clear');
    const r = routeFrom(scene({ more: { all } }));
    expect(r.doneMs).toBeNull();
    expect(String(r.stuck)).toMatch(/Nothing here to lay as clear: base and clear needs it/);
    const nothing = routeFrom(scene({ found: 'bare', more: { all: [] } }));
    expect(String(nothing.stuck)).toMatch(/solvent base or waterborne base/);
  });
  it('says that what was put off is needed', () => {
    const r = routeFrom(scene({ found: 'bare', more: { putOff: ['coat clear'] } }));
    expect(r.doneMs).toBeNull();
    expect(String(r.stuck)).toMatch(/put off/);
  });
});
