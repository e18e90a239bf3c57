import fc from 'fast-check';
import { constantAir } from '../air/history';
import { clockShop } from '../cure/stages';
import { zoneStatus } from '../cure/status';
import { QUALITY_LEVELS } from '../library/level';
import { DEFAULT_METHOD, type HouseMethod } from '../library/method';
import { SHIPPED_PRODUCTS } from '../library/shipped';
import { SUBSTRATE_KINDS, type SubstrateKind } from '../library/substrates';
import type { FoundLayer, LogEvent } from '../log/event';
import { foldLog } from '../strata/fold';
import { ev, products, T0 } from '../testing';
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
const route = (log: LogEvent[], more: { level?: 'tidy' | 'driver' | 'show'; method?: Partial<HouseMethod> } = {}) => {
  const { state, clocks, input } = inputOf(log, { ...DEFAULT_METHOD, ...more.method });
  return routeFrom({ input, state, all: SHIPPED_PRODUCTS, clocks, level: more.level, areaCm2: 5000 });
};
const labels = (...args: Parameters<typeof route>) => route(...args).steps.map((s) => s.label);

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
      at('Fit and clamp'),
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
        fc.boolean(),
        fc.constantFrom(...QUALITY_LEVELS),
        fc.constantFrom('overEpoxy' as const, 'bareMetal' as const),
        fc.constantFrom('promoter' as const, 'keyedPrimer' as const),
        (substrate, old, level, filler, plastic) => {
          const r = route([found(substrate, old ? [OLD] : [])], { level, method: { filler, plastic } });
          expect([substrate, old, r.steps.map((s) => s.label), r.doneMs !== null]).toEqual([
            substrate,
            old,
            expect.arrayContaining(['Fit and clamp']),
            true,
          ]);
        },
      ),
      { numRuns: 60, endOnFailure: true },
    );
  });
});

/** Work as it comes: coats of anything, skims, sanding, wipes, in any order and at any time. */
const anyWork = fc.array(
  fc.record({
    act: fc.constantFrom(
      ...SHIPPED_PRODUCTS.filter((p) => p.parts.length > 0 && p.film.nominalUm > 0).map((p) => p.id),
      'sand',
      'clean',
      'guide',
    ),
    gapMin: fc.integer({ min: 1, max: 3000 }),
    grit: fc.constantFrom(80, 180, 320, 400, 600, 1000, 2000),
  }),
  { maxLength: 6 },
);

it('from every state that work can reach, something may be done, or is waited for', () => {
  fc.assert(
    fc.property(
      fc.constantFrom(...SUBSTRATE_KINDS),
      anyWork,
      fc.integer({ min: 1, max: 5000 }),
      (substrate, work, since) => {
        let at = 0;
        const log = work.flatMap(({ act, gapMin, grit }): LogEvent[] => {
          at += gapMin;
          if (act === 'sand') return [ev({ kind: 'sanded', atMin: at, grit, tool: 'block', wet: false, removedUm: 4 })];
          if (act === 'clean') return [ev({ kind: 'cleaned', atMin: at, productId: 'cleaner-metal' })];
          if (act === 'guide') return [ev({ kind: 'guideCoated', atMin: at, productId: 'guide-powder' })];
          const p = products(act)!;
          return ['clear', 'baseSolvent', 'baseWater', 'singleStage', 'epoxy', 'highBuild', 'etch', 'dtm'].includes(
            p.family,
          )
            ? [
                ev({
                  kind: 'coated',
                  atMin: at,
                  productId: act,
                  coats: 1,
                  filmUm: p.film.nominalUm,
                  application: 'lowPressureGun',
                }),
              ]
            : [];
        });
        const now = T0 + (at + since) * MINUTE_MS;
        const { state, input } = inputOf([found(substrate), ...log], DEFAULT_METHOD, now);
        const list = nextSteps(input, state, SHIPPED_PRODUCTS);
        const on = list.filter((s) => s.verdict.level !== 'stop' || s.verdict.clearsMs !== undefined);
        expect([list.map((s) => `${s.label}: ${s.verdict.level}`), on.length > 0]).toEqual([expect.anything(), true]);
        // What a stop asks for may be done: paper where it asks for a key, a wipe where it asks for cleaning.
        const [first] = list;
        expect(first?.verdict.level === 'stop' && first.verdict.clearsMs === undefined).toBe(false);
      },
    ),
    { numRuns: 300, endOnFailure: true },
  );
});
