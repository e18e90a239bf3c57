import fc from 'fast-check';
import { constantAir } from '../air/history';
import { clockShop } from '../cure/stages';
import { zoneStatus } from '../cure/status';
import { FILLER_ON } from '../library/fillerOn';
import { belongsTo, FINISHES, FINISH_SYSTEMS, SHEENS, USUAL_FINISH, type Finish } from '../library/finish';
import { QUALITY_LEVELS, type QualityLevel } from '../library/level';
import { DEFAULT_METHOD, type HouseMethod } from '../library/method';
import { SHIPPED_PRODUCTS } from '../library/shipped';
import { SUBSTRATE_KINDS, type SubstrateKind } from '../library/substrates';
import type { FoundLayer, LogEvent } from '../log/event';
import { AS_FOUND, layersAsFound } from '../log/asFound';
import type { ZoneFill } from '../fair/zoneSkims';
import { foldLog } from '../strata/fold';
import { anyWork, ev, products, T0 } from '../testing';
import { MINUTE_MS } from '../units/time';
import { nextSteps } from './nextSteps';
import { routeFrom } from './route';

const AIR = constantAir(20, 0.45);
const found = (substrate: SubstrateKind, layers: FoundLayer[] = []): LogEvent =>
  ev({ kind: 'found', atMin: -60, substrate, thicknessUm: 800, layers });
const OLD: FoundLayer = { label: 'Old paint', family: 'oldCoating', filmUm: 120 };

function inputOf(log: LogEvent[], method: HouseMethod, nowMs = T0) {
  const state = foldLog(log, products);
  const zone = state.zones.get('lower')!;
  const clocks = clockShop(AIR);
  const status = zoneStatus(zone, clocks, nowMs, products);
  const air = { tempC: 20, rh: 0.45 };
  return { state, clocks, input: { strata: zone.strata!, status, air, method, products, nowMs } };
}
const route = (
  log: LogEvent[],
  more: { level?: QualityLevel; method?: Partial<HouseMethod>; finish?: Partial<Finish>; fill?: ZoneFill } = {},
) => {
  const { state, clocks, input } = inputOf(log, { ...DEFAULT_METHOD, ...more.method });
  return routeFrom({
    input,
    state,
    all: SHIPPED_PRODUCTS,
    clocks,
    level: more.level,
    finish: { ...USUAL_FINISH, ...more.finish },
    areaCm2: 5000,
    fill: more.fill,
  });
};
const labels = (...args: Parameters<typeof route>) => route(...args).steps.map((s) => s.label);

describe('with a plan of what is to be filled', () => {
  const keyedEpoxy = [
    found('steel'),
    ev({ kind: 'coated', atMin: -40, productId: 'epoxy-primer', coats: 2, filmUm: 50, application: 'lowPressureGun' }),
    ev({ kind: 'sanded', atMin: -30, grit: 120, tool: 'block', wet: false, removedUm: 5 }),
  ];
  const skim = (productId: string, massG: number) => ({
    productId,
    filmUm: 400,
    areaCm2: 1000,
    massG,
    hardenerFraction: 0.022,
  });
  const two: ZoneFill = { areaCm2: 1000, left: [skim('glass-filler', 300), skim('light-filler', 120)] };
  it('its skims follow each other, each on what the last was cut to, and then the finer paper', () => {
    const { steps } = route(keyedEpoxy, { fill: two });
    expect(
      steps
        .filter((s) => s.step.kind !== 'clean')
        .slice(0, 6)
        .map((s) => [s.label, s.skim?.massG]),
    ).toEqual([
      ['Glass-reinforced filler', 300],
      ['Sand, P80', undefined],
      ['Light filler', 120],
      ['Sand, P80', undefined],
      ['Sand, P180', undefined],
      ['High-build primer', undefined],
    ]);
    expect(steps.find((s) => s.skim)?.step).toMatchObject({ kind: 'fill', filmUm: 400, hardenerFraction: 0.022 });
  });
  it('only what is filled is sanded of it: a fifth of the zone takes less than all of it', () => {
    const minutes = (fill?: ZoneFill) =>
      route(keyedEpoxy, { ...(fill && { fill }) }).steps.find((s) => s.label === 'Sand, P80')!.workMin;
    expect(minutes({ areaCm2: 1000, left: two.left.slice(1) })).toBeLessThan(minutes() / 2);
  });
  it('nothing to fill leaves filler out', () => {
    const none: ZoneFill = { areaCm2: 0, left: [] };
    expect(labels(keyedEpoxy, { fill: none }).filter((l) => /filler/i.test(l))).toEqual([]);
    expect(labels(keyedEpoxy).filter((l) => /filler/i.test(l))).not.toEqual([]);
  });
  it('is spread whatever lies there: old paint comes off, etch gets epoxy, a primer is keyed, or comes off for what does not hold on it', () => {
    const coat = (productId: string) =>
      ev({ kind: 'coated', atMin: -40, productId, coats: 2, filmUm: 30, application: 'lowPressureGun' });
    const filled = (...log: LogEvent[]) => {
      const { steps, doneMs } = route(log, { fill: two });
      expect(doneMs).not.toBeNull();
      return steps.flatMap((s, i) => (s.skim ? [steps.slice(0, i).map((x) => x.label)] : []));
    };
    const bare = found('steel');
    for (const productId of ['epoxy-primer', 'dtm-2k', 'highbuild-2k', 'etch-primer'])
      expect([productId, filled(bare, coat(productId)).length]).toEqual([productId, 2]);
    expect(filled(bare, coat('etch-primer'))[0]).toContain('Epoxy primer');
    expect(filled(found('steel', [OLD]))[0]![0]).toMatch(/^Strip/);
  });
  it('reaches the finish with a plan of any kind of substrate, and of either school', () => {
    for (const substrate of SUBSTRATE_KINDS)
      for (const filler of ['overEpoxy', 'bareMetal'] as const) {
        const product = SHIPPED_PRODUCTS.find((p) => p.family === FILLER_ON[substrate])!.id;
        const fill: ZoneFill = { areaCm2: 1000, left: [skim(product, 100)] };
        const way = route([found(substrate)], { method: { filler }, fill });
        expect([substrate, way.doneMs !== null]).toEqual([substrate, true]);
        if (substrate !== 'plastic')
          expect([substrate, filler, way.steps.filter((s) => s.skim).length]).toEqual([substrate, filler, 1]);
      }
  });
});

describe('what is still to come', () => {
  it('filler follows where epoxy was keyed for it', () =>
    expect(
      labels([
        found('steel'),
        ev({
          kind: 'coated',
          atMin: -40,
          productId: 'epoxy-primer',
          coats: 2,
          filmUm: 50,
          application: 'lowPressureGun',
        }),
        ev({ kind: 'sanded', atMin: -30, grit: 120, tool: 'block', wet: false, removedUm: 5 }),
      ])
        .filter((l) => !l.startsWith('Clean'))
        .slice(0, 4),
    ).toEqual(['Light filler', 'Sand, P80', 'Sand, P180', 'High-build primer']));
  it('bare steel: from the wipe to the fitting', () => {
    const way = labels([found('steel')], { level: 'driver' });
    const at = (label: string | RegExp) =>
      way.findIndex((l) => (typeof label === 'string' ? l === label : label.test(l)));
    const order = [
      at(/^Clean/),
      at('Sand, P120'),
      at('Epoxy primer'),
      at('High-build primer'),
      at('Guide coat'),
      at('Block, P400'),
      at('Block, P600'),
      at('Solvent base coat'),
      at('Clear, medium solids'),
      at('Denib, P2000'),
      at('Polish'),
      at('Refit'),
    ];
    expect(order).not.toContain(-1);
    expect([...order].sort((a, b) => a - b)).toEqual(order);
  });
  it('a better level takes more coats, finer paper and longer', () => {
    const [tidy, show] = [route([found('steel')], { level: 'tidy' }), route([found('steel')], { level: 'show' })];
    expect(show.workMin).toBeGreaterThan(tidy.workMin);
    expect(show.doneMs!).toBeGreaterThan(tidy.doneMs!);
    expect(show.steps.map((s) => s.label)).toContain('Block, P800');
    expect(tidy.steps.map((s) => s.label)).not.toContain('Polish');
  });
  it('a load bed is primed and lined, and neither built nor polished', () =>
    expect(
      labels([found('steel')], { finish: { system: 'liner' } }).filter((l) => !/^(Clean|Another)/.test(l)),
    ).toEqual(['Sand, P120', 'Epoxy primer', 'Load-bed liner', 'Refit']));
  it('a step that is put off is left out, and the way goes on without it', () => {
    const { state, clocks, input } = inputOf([found('steel')], DEFAULT_METHOD);
    const way = (putOff: string[]) =>
      routeFrom({ input, state, all: SHIPPED_PRODUCTS, clocks, areaCm2: 5000, putOff }).steps.map((s) => s.label);
    expect(way([])).toContain('Polish');
    const without = way(['polish', 'guide']);
    expect(without.filter((l) => /Polish|Guide/.test(l))).toEqual([]);
    expect(without).toContain('Block, P400');
    expect(without).toContain('Refit');
  });
  it('satin is fitted as it was sprayed', () =>
    expect(labels([found('steel')], { finish: { sheen: 'satin' }, level: 'show' })).not.toContain('Denib, P2000'));
  it('bare plastic goes over promoter, by the school of promoter', () =>
    expect(labels([found('plastic')]).slice(0, 5)).toEqual([
      expect.stringMatching(/^Clean: anti-static/),
      'Sand, P320',
      expect.stringMatching(/^Clean: anti-static/),
      'Plastic adhesion promoter',
      'High-build primer',
    ]));
  it('no step begins before the one before it is done, and waiting adds up', () => {
    const r = route([found('steel', [OLD])]);
    r.steps.slice(1).forEach((s, i) => {
      const before = r.steps[i]!;
      expect(s.fromMs).toBeGreaterThanOrEqual(before.fromMs + before.workMin * MINUTE_MS);
    });
    expect((r.doneMs! - T0) / MINUTE_MS).toBeCloseTo(r.workMin + r.waitMin, 0);
  });
  it('gets there from every substrate, bare or painted, by every school and level', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...SUBSTRATE_KINDS),
        fc.constantFrom(...AS_FOUND),
        fc.constantFrom(...QUALITY_LEVELS),
        fc.constantFrom(...FINISH_SYSTEMS),
        fc.constantFrom(...SHEENS),
        fc.constantFrom('overEpoxy' as const, 'bareMetal' as const),
        fc.constantFrom('promoter' as const, 'keyedPrimer' as const),
        (substrate, begin, level, system, sheen, filler, plastic) => {
          const r = route([found(substrate, layersAsFound(begin, substrate))], {
            level,
            finish: { system, sheen },
            method: { filler, plastic },
          });
          const labels = r.steps.map((s) => s.label);
          expect([substrate, begin, system, sheen, labels, r.doneMs !== null]).toEqual([
            substrate,
            begin,
            system,
            sheen,
            expect.arrayContaining(['Refit']),
            true,
          ]);
          // It ends with what is agreed, and with nothing that is not part of it.
          const laid = r.steps.flatMap((s) => ('product' in s.step ? [s.step.product.family] : []));
          expect(laid.filter((f) => !belongsTo(system, f))).toEqual([]);
          if (FINISHES[system].over.length > 0) expect(laid.some((f) => FINISHES[system].over.includes(f))).toBe(true);
          if (sheen !== 'gloss' && !FINISHES[system].keeps) expect(labels).not.toContain('Polish');
        },
      ),
      { numRuns: 150, endOnFailure: true },
    );
  });
});

it('a one-coat finish that was sanded through in places, where another one is usual, has a way', () => {
  const at = (min: number) => T0 + min * MINUTE_MS;
  const zoneIds = ['lower'];
  const log = [
    {
      kind: 'found',
      substrate: 'glassfibre',
      thicknessUm: 800,
      layers: [{ label: 'Powder coat', family: 'powderCoat', filmUm: 80 }],
    },
    { kind: 'coated', productId: 'spray-filler', coats: 1, filmUm: 150, application: 'lowPressureGun' },
    { kind: 'coated', productId: 'single-stage', coats: 1, filmUm: 28, application: 'lowPressureGun' },
    { kind: 'sanded', grit: 600, tool: 'block', wet: false, removedUm: 4, spotsThrough: true },
  ].map((e, i) => ({ id: `e${i}`, atMs: at(3000 * i), writtenMs: at(3000 * i), zoneIds, ...e })) as LogEvent[];
  const { state, input } = inputOf(log, DEFAULT_METHOD, at(9500));
  const [first] = nextSteps(input, state, SHIPPED_PRODUCTS);
  expect(first && (first.verdict.level !== 'stop' || first.verdict.clearsMs !== undefined)).toBe(true);
});

it('from every state that work can reach, something may be done, or is waited for', () => {
  fc.assert(
    fc.property(anyWork, fc.integer({ min: 1, max: 5000 }), ({ log, lastMin }, since) => {
      const { state, input } = inputOf(log, DEFAULT_METHOD, T0 + (lastMin + since) * MINUTE_MS);
      const list = nextSteps(input, state, SHIPPED_PRODUCTS);
      const on = list.filter((s) => s.verdict.level !== 'stop' || s.verdict.clearsMs !== undefined);
      expect([list.map((s) => `${s.label}: ${s.verdict.level}`), on.length > 0]).toEqual([expect.anything(), true]);
      // What a stop asks for may be done: paper where it asks for a key, a wipe where it asks for cleaning.
      const [first] = list;
      expect(first?.verdict.level === 'stop' && first.verdict.clearsMs === undefined).toBe(false);
    }),
    { numRuns: 500, endOnFailure: true },
  );
});
