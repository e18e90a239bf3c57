/** @jest-environment node */
import fc from 'fast-check';
import type { LogEvent, PlainEvent } from '../log/event';
import { flashMinutes } from '../mix/session';
import { potLifeMinutes } from '../mix/potLife';
import { foldLog } from '../strata/fold';
import type { Layer } from '../strata/types';
import { coated, ev, foundBare, products, T0 } from '../testing';
import { FACT_KEYS, type Fact } from './facts';
import { knownFromLog, type DefectCase } from './fromLog';

const CLEAR = products('clear-ms')!;
const atMin = (min: number) => T0 + min * 60_000;
const air = (tempC: number, rh = 0.5, surfaceTempC?: number) => ({
  air: { tempC, rh, ...(surfaceTempC !== undefined && { surfaceTempC }) },
});
/** A coat of clear at its usual film, 25 µm. */
const clear = (min: number, more: object = {}) => ({ ...coated('clear-ms', min), ...more }) as LogEvent;
/** Primer, blocked with P800 and wiped, then base, ready for clear at 350 min. */
const BELOW = [
  foundBare(),
  coated('highbuild-2k', 0, 3),
  ev({ kind: 'sanded', atMin: 300, grit: 800, tool: 'block', wet: false, removedUm: 30 }),
  ev({ kind: 'cleaned', atMin: 310, productId: 'cleaner-panel' }),
  coated('base-solvent', 320, 3),
];

/** What the log knows of a defect in the layer on top, as a plain list. */
function known(events: readonly LogEvent[], more: Partial<DefectCase> = {}): Partial<Record<Fact, boolean>> {
  const zone = foldLog([...events], products).zones.get('lower')!;
  const top = zone.strata!.layers.at(-1)!;
  const found = knownFromLog({
    defect: { kind: 'run', layerId: top.id, atMs: atMin(2000) },
    events: zone.events as PlainEvent[],
    strata: zone.strata!,
    products,
    ...more,
  });
  return Object.fromEntries(Object.entries(found).map(([fact, k]) => [fact, k.is]));
}
/** The facts of one coat of clear on base. */
const ofCoat = (more: object, of: Partial<DefectCase> = {}) => known([...BELOW, clear(350, more)], of);
/** The facts of one coat with another under it, so many minutes later. */
const ofTwo = (gapMin: number, more: object = {}) => known([...BELOW, clear(350, more), clear(350 + gapMin, more)]);

describe('what a log knows of the air', () => {
  it('nothing, where nobody read it', () => {
    const facts = ofCoat({});
    for (const fact of ['coldAir', 'hotAir', 'damp', 'coldSurface', 'nearDew'] as const)
      expect([fact, fact in facts]).toEqual([fact, false]);
  });
  // The clear takes 12 to 35 °C: under 15 is cold for it, over 31 is hot for any paint.
  it.each([
    ['coldAir', 14.5, 15.5],
    ['hotAir', 31.5, 30.5],
  ] as const)('%s: yes at %p °C, no at %p °C', (fact, yes, no) => {
    expect(ofCoat(air(yes))[fact]).toBe(true);
    expect(ofCoat(air(no))[fact]).toBe(false);
  });
  it('over three quarters of what the air can hold is damp', () => {
    expect(ofCoat(air(20, 0.76)).damp).toBe(true);
    expect(ofCoat(air(20, 0.74)).damp).toBe(false);
  });
  it('a panel is cold by more than 3 K, and near dew within 3 K of 9.3 °C, which is the dew point at 20 °C and 50 %', () => {
    expect(ofCoat(air(20, 0.5, 16.9))).toMatchObject({ coldSurface: true, nearDew: false });
    expect(ofCoat(air(20, 0.5, 12.2))).toMatchObject({ coldSurface: true, nearDew: true });
    expect(ofCoat(air(20, 0.5, 17.1))).toMatchObject({ coldSurface: false, nearDew: false });
  });
  it('a logger speaks where the entry does not, and only there', () => {
    const airAt = () => ({ tempC: 10, rh: 0.5 });
    expect(ofCoat({}, { airAt }).coldAir).toBe(true);
    expect(ofCoat(air(20), { airAt }).coldAir).toBe(false);
  });
});

describe('what a log knows of flash and film', () => {
  it('a flash was short under eight tenths of what it takes then', () => {
    const min = flashMinutes(CLEAR, 20);
    expect(ofTwo(0.79 * min, air(20)).shortFlashLogged).toBe(true);
    expect(ofTwo(0.81 * min, air(20)).shortFlashLogged).toBe(false);
  });
  it('the same wait that is enough when it is warm is short when it is cold', () => {
    const wait = flashMinutes(CLEAR, 28);
    expect(ofTwo(wait, air(28)).shortFlashLogged).toBe(false);
    expect(ofTwo(wait, air(13)).shortFlashLogged).toBe(true);
  });
  it('two coats in one entry say nothing of the flash between them, a single coat had none', () => {
    expect('shortFlashLogged' in known([...BELOW, coated('clear-ms', 350, 2)])).toBe(false);
    expect(known([...BELOW, coated('clear-ms', 350)]).shortFlashLogged).toBe(false);
  });
  it('a film that stands there by default was not said', () => {
    expect('thickFilm' in ofTwo(20)).toBe(false);
    expect('thinFilmLaid' in ofTwo(20)).toBe(false);
  });
  // 18 to 35 µm by the sheet, 25 as usual.
  it.each([
    [36, { thickFilm: true, thinFilmLaid: false }],
    [34, { thickFilm: false, thinFilmLaid: false }],
    [17.4, { thickFilm: false, thinFilmLaid: true }],
    [19, { thickFilm: false, thinFilmLaid: false }],
  ])('two coats of %p µm each', (filmUm, facts) => expect(ofTwo(20, { filmUm })).toMatchObject(facts));
  it('fewer coats than the sheet asks for are thin; more than it carries in all are too many', () => {
    expect(ofCoat({}).thinFilmLaid).toBe(true);
    expect(ofTwo(20, { filmUm: 49 }).moreCoats).toBe(false);
    expect(ofTwo(20, { filmUm: 51 }).moreCoats).toBe(true);
  });
});

describe('what a log knows of the cup and the gun', () => {
  it('slow goes with warm and fast with cool; at what temperature nobody knows, neither is wrong', () => {
    const slow = { hardenerId: 'hardener-slow' };
    const fast = { how: { thinner: 'fast' } };
    expect(ofCoat({ ...slow, ...air(17) })).toMatchObject({ slowFor: true, fastFor: false });
    expect(ofCoat({ ...slow, ...air(24) })).toMatchObject({ slowFor: false, fastFor: false });
    expect(ofCoat({ ...fast, ...air(24) })).toMatchObject({ slowFor: false, fastFor: true });
    expect('slowFor' in ofCoat(slow)).toBe(false);
  });
  it('thinned over the sheet’s most, 15 %', () => {
    expect(ofCoat({ thinnerFraction: 0.18 }).tooThin).toBe(true);
    expect(ofCoat({ thinnerFraction: 0.16 }).tooThin).toBe(false);
    expect('tooThin' in ofCoat({})).toBe(false);
  });
  const cup = (...pouredMl: number[]) => ({ batch: { batchId: 'b', pouredMl, usedMl: 100 } });
  it.each([
    [[200, 100, 30], false],
    [[200, 113, 30], false],
    [[200, 117, 30], true],
    [[200, 83, 30], true],
    [[0, 100, 30], true],
  ] as const)('two to one: poured %p', (poured, off) => expect(ofCoat(cup(...poured)).ratioOff).toBe(off));
  it('what has one part has no ratio', () =>
    expect('ratioOff' in known([...BELOW.slice(0, -1), { ...coated('base-solvent', 320), ...cup(300, 240) }])).toBe(
      false,
    ));
  it('a cup is past its life by when it was mixed, where the shop knows that', () => {
    const life = potLifeMinutes(CLEAR, 20)!;
    const mixed = (beforeMin: number) => ({ mixedMs: () => atMin(350 - beforeMin) });
    const of = { ...cup(200, 100, 30), ...air(20) };
    expect(ofCoat(of, mixed(life + 1)).pastPotLife).toBe(true);
    expect(ofCoat(of, mixed(life - 1)).pastPotLife).toBe(false);
    expect('pastPotLife' in ofCoat(of)).toBe(false);
  });
  it.each([
    [{ distanceMm: 260 }, { dryHand: true, wetHand: false }],
    [{ distanceMm: 130 }, { dryHand: false, wetHand: true }],
    [{ distanceMm: 180 }, { dryHand: false, wetHand: false }],
    [{ lastCoat: 'drop' }, { dryHand: true, wetHand: false }],
    [{ lastCoat: 'wet' }, { dryHand: false, wetHand: true }],
  ])('the hand: %p', (how, facts) => expect(ofCoat({ how })).toMatchObject(facts));
  it('stopped half-way, and what was ready that evening', () => {
    expect(ofCoat({ leftOutCm2: 400 }).stopped).toBe(true);
    expect('stopped' in ofCoat({})).toBe(false);
    expect(ofCoat({}, { ready: new Set(['sweep']) })).toMatchObject({ notSwept: false, notTacked: true });
    expect('notSwept' in ofCoat({})).toBe(false);
  });
});

describe('what a log knows of what is under it', () => {
  const sanded = (min: number, grit: number) =>
    ev({ kind: 'sanded', atMin: min, grit, tool: 'block', wet: false, removedUm: 5 });
  const wiped = (min: number) => ev({ kind: 'cleaned', atMin: min, productId: 'cleaner-panel' });
  const oldPaint = ev({
    kind: 'found',
    atMin: -1000,
    substrate: 'steel',
    thicknessUm: 800,
    layers: [{ label: 'Old paint', family: 'oldCoating', filmUm: 120 }],
  });
  const PRIMED = [foundBare(), coated('highbuild-2k', 0, 3)];

  it('filler under it may sink, old paint may lift and stain', () => {
    const filled = ev({ kind: 'filled', atMin: -600, productId: 'light-filler', filmUm: 500 });
    expect(known([foundBare(), filled, coated('highbuild-2k', 0, 3)]).filledUnder).toBe(true);
    expect(known(PRIMED).filledUnder).toBe(false);
    expect(known([oldPaint, sanded(-10, 320), coated('highbuild-2k', 0, 3)])).toMatchObject({
      tenderUnder: true,
      stainsUnder: true,
    });
  });
  it('a coat before its recoat time is on something fresh, one after its window without a key has none', () => {
    const base = (min: number) => coated('base-solvent', min);
    // Primer: 60 to 960 min at 23 °C, a little more at 20 °C.
    expect(known([...PRIMED, base(50)])).toMatchObject({ underFresh: true, windowShut: false });
    expect(known([...PRIMED, base(90)])).toMatchObject({ underFresh: false, windowShut: false });
    expect(known([...PRIMED, base(1400)])).toMatchObject({ underFresh: false, windowShut: true });
    expect(known([...PRIMED, sanded(1390, 500), base(1400)]).windowShut).toBe(false);
  });
  it('base over P320 shows it, over P600 it does not; over P2000 it has no key', () => {
    const over = (grit: number) => known([...PRIMED, sanded(300, grit), wiped(310), coated('base-solvent', 320, 3)]);
    expect(over(320)).toMatchObject({ coarseUnder: true, fineKey: false });
    expect(over(600)).toMatchObject({ coarseUnder: false, fineKey: false });
    expect(over(2000)).toMatchObject({ coarseUnder: false, fineKey: true });
  });
  it('sanded and not wiped is known; wet in wet nobody wipes', () => {
    const base = coated('base-solvent', 320, 3);
    expect(known([...PRIMED, sanded(300, 600), base]).notWiped).toBe(true);
    expect(known([...PRIMED, sanded(300, 600), wiped(310), base]).notWiped).toBe(false);
    expect(known([...PRIMED, wiped(290), sanded(300, 600), base]).notWiped).toBe(true);
    expect(known([...PRIMED, coated('base-solvent', 70, 3)]).notWiped).toBe(false);
  });
  it('heat before the flash is over comes early', () => {
    const flash = flashMinutes(CLEAR, 20);
    const baked = (min: number) =>
      known([...BELOW, clear(350, air(20)), ev({ kind: 'baked', atMin: 350 + min, tempC: 60, minutes: 30 })]);
    expect(baked(0.7 * flash).bakedEarly).toBe(true);
    expect(baked(1.1 * flash).bakedEarly).toBe(false);
    expect('bakedEarly' in ofCoat({})).toBe(false);
  });
  it('trim that was taped before the machine was not bare; where nobody taped it, the log is silent', () => {
    const polished = ev({ kind: 'polished', atMin: 1900, grit: 3000, removedUm: 2 });
    const masked = ev({ kind: 'masked', atMin: 1890, what: 'Trim' });
    expect(known([...BELOW, clear(350), masked, polished]).trimBare).toBe(false);
    expect('trimBare' in known([...BELOW, clear(350), polished])).toBe(false);
  });
});

describe('whatever is in a log', () => {
  it('of a layer that is not there nothing is known', () =>
    expect(
      knownFromLog({
        defect: { kind: 'run', layerId: 'gone', atMs: T0 },
        events: [],
        strata: { layers: [] },
        products,
      }),
    ).toEqual({}));
  it('what is known is one of the facts, and of a product that the library has lost only what stands without it', () => {
    fc.assert(
      fc.property(fc.constantFrom(...BELOW.slice(1).map((e) => e.id)), fc.boolean(), (id, isKnown) => {
        const zone = foldLog([...BELOW, clear(350)], products).zones.get('lower')!;
        const layer: Layer | undefined = zone.strata!.layers.find((l) => l.eventIds.includes(id));
        const facts = knownFromLog({
          defect: { kind: 'nib', layerId: layer?.id ?? 'gone', atMs: atMin(2000) },
          events: zone.events as PlainEvent[],
          strata: zone.strata!,
          products: isKnown ? products : () => undefined,
        });
        for (const fact of Object.keys(facts)) expect(FACT_KEYS).toContain(fact);
        if (!isKnown)
          for (const fact of ['thickFilm', 'tooThin', 'shortFlashLogged']) expect(facts).not.toHaveProperty(fact);
      }),
    );
  });
});
