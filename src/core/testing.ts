import fc from 'fast-check';
import { lookupIn } from './library/library';
import { FAMILIES } from './library/families';
import { SHIPPED_PRODUCTS } from './library/shipped';
import { SUBSTRATE_KINDS, type SubstrateKind } from './library/substrates';
import { AS_FOUND, layersAsFound } from './log/asFound';
import type { LogEvent, PlainEvent } from './log/event';
import type { Job } from './log/job';

/** Shared by the core's tests and benchmarks: a small job, and events made by hand or at random. */
export const T0 = Date.UTC(2030, 4, 6, 8);
export const products = lookupIn(SHIPPED_PRODUCTS);

export const JOB: Job = {
  id: 'job',
  name: 'Test job',
  about: '',
  createdMs: T0,
  panels: [
    { id: 'door', name: 'Left door', substrate: 'steel', thicknessUm: 800 },
    { id: 'bonnet', name: 'Bonnet', substrate: 'aluminium', thicknessUm: 1000 },
  ],
  zones: [
    { id: 'lower', panelId: 'door', name: 'Lower', areaCm2: 3000 },
    { id: 'upper', panelId: 'door', name: 'Upper', areaCm2: 6000 },
    { id: 'bonnet', panelId: 'bonnet', name: 'Whole', areaCm2: 12000 },
  ],
};

let n = 0;
type Loose = { kind: LogEvent['kind']; zoneIds?: string[]; atMin?: number; id?: string; writtenMin?: number } & Record<
  string,
  unknown
>;
/** An event with everything filled that a test does not care about. Times in minutes after T0. */
export function ev({
  kind,
  atMin = 0,
  id = `e${n++}`,
  zoneIds = ['lower'],
  writtenMin = atMin,
  ...rest
}: Loose): LogEvent {
  return {
    id,
    kind,
    atMs: T0 + atMin * 60_000,
    writtenMs: T0 + writtenMin * 60_000,
    zoneIds,
    ...rest,
  } as unknown as LogEvent;
}
/** Coats of a product at their usual film. */
export const coated = (productId: string, atMin: number, coats = 1): LogEvent =>
  ev({
    kind: 'coated',
    atMin,
    productId,
    coats,
    filmUm: products(productId)!.film.nominalUm,
    application: 'lowPressureGun',
  });
export const foundBare = (zoneIds = ['lower'], atMin = -1000): LogEvent =>
  ev({ kind: 'found', zoneIds, atMin, substrate: 'steel', thicknessUm: 800, layers: [] });

const plainPayload: fc.Arbitrary<Record<string, unknown> & { kind: LogEvent['kind'] }> = fc.oneof(
  fc.record({
    kind: fc.constant('found' as const),
    substrate: fc.constantFrom('steel', 'aluminium'),
    thicknessUm: fc.constant(800),
    layers: fc.array(
      fc.record({
        label: fc.constant('Old paint'),
        family: fc.constant('oldCoating'),
        filmUm: fc.integer({ min: 1, max: 400 }),
      }),
      { maxLength: 3 },
    ),
  }),
  fc.record({
    kind: fc.constant('coated' as const),
    productId: fc.constantFrom('epoxy-primer', 'highbuild-2k', 'base-solvent', 'clear-ms'),
    coats: fc.integer({ min: 1, max: 3 }),
    filmUm: fc.integer({ min: 5, max: 80 }),
    application: fc.constant('lowPressureGun'),
  }),
  fc.record({
    kind: fc.constant('filled' as const),
    productId: fc.constantFrom('light-filler', 'glaze'),
    filmUm: fc.integer({ min: 50, max: 3000 }),
  }),
  fc.record({
    kind: fc.constant('sanded' as const),
    grit: fc.constantFrom(80, 180, 320, 400, 600),
    tool: fc.constant('block'),
    wet: fc.boolean(),
    removedUm: fc.integer({ min: 0, max: 900 }),
    spotsThrough: fc.boolean(),
  }),
  fc.record({
    kind: fc.constant('stripped' as const),
    to: fc.constant('substrate'),
    method: fc.constant('sander'),
    grit: fc.constant(80),
  }),
  fc.record({
    kind: fc.constant('measured' as const),
    measure: fc.constant('filmTotal'),
    filmUm: fc.integer({ min: 5, max: 3000 }),
  }),
  fc.record({ kind: fc.constant('guideCoated' as const), productId: fc.constant('guide-powder') }),
  fc.record({
    kind: fc.constant('guideRead' as const),
    grit: fc.constant(320),
    tool: fc.constant('longBoard'),
    face: fc.constant('outer'),
    marks: fc.constant([{ x: 100, y: 100, showed: 'low' }]),
    rest: fc.constantFrom('even', 'notBlocked'),
  }),
  fc.record({ kind: fc.constant('cleaned' as const), productId: fc.constant('cleaner-metal') }),
  fc.record({ kind: fc.constant('sentOut' as const), to: fc.constant('The plater') }),
  fc.record({
    kind: fc.constant('cameBack' as const),
    as: fc.constantFrom('asSent', 'bare', 'unknown'),
    layers: fc.constant([]),
  }),
  fc.record({ kind: fc.constant('toDo' as const), text: fc.constant('Look at the seam') }),
  fc.record({
    kind: fc.constant('polished' as const),
    grit: fc.constant(3000),
    removedUm: fc.integer({ min: 0, max: 5 }),
  }),
);

/** A log as it may arrive: any order, equal times, corrections of corrections, replacements that move in time and zone. */
export const anyLog: fc.Arbitrary<LogEvent[]> = fc
  .array(
    fc.record({
      payload: plainPayload,
      at: fc.integer({ min: 0, max: 40 }),
      written: fc.integer({ min: 0, max: 40 }),
      zones: fc.subarray(['lower', 'upper', 'bonnet'], { minLength: 1 }),
      correct: fc.option(
        fc.record({ how: fc.constantFrom('voided' as const, 'replaced' as const), of: fc.nat({ max: 30 }) }),
        { freq: 3 },
      ),
    }),
    { maxLength: 25 },
  )
  .map((rows) =>
    rows.map((r, i) => {
      const plain = ev({ ...r.payload, id: `r${i}`, atMin: r.at, writtenMin: r.written, zoneIds: r.zones });
      if (!r.correct) return plain;
      const target = `r${r.correct.of % rows.length}`;
      const base = { id: `r${i}`, atMin: r.at, writtenMin: r.written, zoneIds: [] as string[], targetId: target };
      return r.correct.how === 'voided'
        ? ev({ kind: 'voided', ...base })
        : ev({ kind: 'replaced', ...base, by: { ...plain, id: `by${i}` } as PlainEvent });
    }),
  );

/** Work as it comes on one zone: coats of anything, skims, paper, wipes, in any order and at any time after it was found. */
export interface AnyWork {
  substrate: SubstrateKind;
  log: LogEvent[];
  /** When the last of it was done, minutes after T0. */
  lastMin: number;
}
export const anyWork: fc.Arbitrary<AnyWork> = fc
  .record({
    substrate: fc.constantFrom(...SUBSTRATE_KINDS),
    begin: fc.constantFrom(...AS_FOUND),
    acts: fc.array(
      fc.record({
        act: fc.constantFrom(...SHIPPED_PRODUCTS.map((p) => p.id), 'sand', 'sand', 'polish', 'strip'),
        gapMin: fc.integer({ min: 1, max: 3000 }),
        grit: fc.constantFrom(80, 120, 180, 320, 400, 600, 800, 1000, 2000),
        spotsThrough: fc.boolean(),
      }),
      { maxLength: 6 },
    ),
  })
  .map(({ substrate, begin, acts }) => {
    let at = 0;
    const log = [
      ev({
        kind: 'found',
        atMin: -60,
        substrate,
        thicknessUm: 800,
        layers: layersAsFound(begin, substrate),
      }),
    ];
    for (const { act, gapMin, grit, spotsThrough } of acts) {
      at += gapMin;
      const p = products(act);
      const film = p?.film.nominalUm;
      const usedIn = p && FAMILIES[p.family].usedIn;
      if (act === 'sand')
        log.push(ev({ kind: 'sanded', atMin: at, grit, tool: 'block', wet: false, removedUm: 4, spotsThrough }));
      else if (act === 'polish') log.push(ev({ kind: 'polished', atMin: at, grit: 3000, removedUm: 1 }));
      else if (act === 'strip') log.push(ev({ kind: 'stripped', atMin: at, to: 'substrate', method: 'sander', grit }));
      else if (usedIn === 'coated') log.push(coated(act, at));
      else if (usedIn === 'filled') log.push(ev({ kind: 'filled', atMin: at, productId: act, filmUm: film }));
      else if (usedIn === 'treated')
        log.push(ev({ kind: 'treated', atMin: at, productId: act, coats: 1, filmUm: film }));
      else if (usedIn === 'cleaned' || usedIn === 'guideCoated')
        log.push(ev({ kind: usedIn, atMin: at, productId: act }));
    }
    return { substrate, log, lastMin: at };
  });
