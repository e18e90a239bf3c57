import { foldLog } from '../strata/fold';
import type { Job } from '../log/job';
import { withoutCards } from '../log/job';
import type { LogEvent } from '../log/event';
import { foldShelf } from '../stock/shelf';
import { formulasOf, tonersAtHand, baseLitres } from '../stock/formulas';
import type { ShelfRecord } from '../log/shelf';
import { ev, JOB, products, T0 } from '../testing';
import { colourProduct, colourReads, sprayedFacts } from './cards';
import { filmOf, groundOf, potOf, readCardsOf } from './pot';
import { colourCase, coloursSeen } from './rack';
import { SHIPPED_PRODUCTS } from '../library/shipped';

const SLATE = { name: 'Slate', hex: '#4f6374' };
const job: Job = {
  ...JOB,
  colour: SLATE,
  panels: [...JOB.panels, { id: 'k', name: 'Card 1', substrate: 'steel', thicknessUm: 300, card: { colour: 'Slate' } }],
  zones: [
    ...JOB.zones,
    ...['k1', 'k2', 'k3'].map((id, i) => ({ id, panelId: 'k', name: `Strip ${i + 1}`, areaCm2: 100 })),
  ],
};
const ALL = ['k1', 'k2', 'k3'];
const primed = ev({
  kind: 'found',
  zoneIds: ALL,
  substrate: 'steel',
  thicknessUm: 300,
  layers: [{ label: 'High-build primer, dark grey', family: 'highBuild', filmUm: 60 }],
});
const coat = (zoneIds: string[], coats: number, more = {}) =>
  ev({
    kind: 'coated',
    atMin: 10,
    zoneIds,
    productId: 'base-water',
    coats,
    filmUm: 7,
    application: 'lowPressureGun',
    colourHex: SLATE.hex,
    how: { thinner: 'slow', who: 'Ada' },
    ...more,
  });
const clear = (zoneIds: string[]) =>
  ev({
    kind: 'coated',
    atMin: 60,
    zoneIds,
    productId: 'clear-hs',
    coats: 2,
    filmUm: 30,
    application: 'lowPressureGun',
  });
const read = (on: string, zoneIds: string[], lab: number[], atMin: number, by = 'typed') =>
  ev({
    kind: 'measured',
    zoneIds,
    atMin,
    measure: 'colour',
    colour: { colour: 'Slate', by, on, values: { form: 'lab', anglesDeg: [45], readings: [[lab]] } },
  });
const eye = (zoneIds: string[], dl: number, atMin: number) =>
  ev({
    kind: 'measured',
    zoneIds,
    atMin,
    measure: 'colour',
    colour: {
      colour: 'Slate',
      by: 'eye',
      on: 'card',
      values: { form: 'difference', seen: [{ angleDeg: 25, light: 'D65', lab: [dl, 0, 0], spread: [0.4, 0.4, 0.4] }] },
    },
  });
const rackOf = (...log: LogEvent[]) => colourCase(job, foldLog(log, products), SLATE, products);

describe('the rack of a colour', () => {
  it('has the cards of that colour with how they were sprayed', () => {
    const { cards, car } = rackOf(primed, coat(ALL, 3), clear(['k2']));
    expect(car).toEqual([]);
    expect(cards).toHaveLength(1);
    expect(cards[0]!.compared).toBeUndefined();
    // The cleared part stands for the card.
    expect(cards[0]!.facts).toMatchObject({
      cleared: true,
      ground: 'High-build primer, dark grey',
      groundFamily: 'highBuild',
      who: 'Ada',
      spraying: { thinner: 'slow', application: 'lowPressureGun' },
    });
    expect(colourCase(job, foldLog([], products), { ...SLATE, name: 'Other' }, products).cards).toEqual([]);
  });

  it('what was measured outranks what was looked at, and of equals the newest counts', () => {
    const car = read('car', [], [40, -3, -12], 100);
    const byEye = rackOf(primed, coat(ALL, 3), car, eye(['k2'], 0, 200));
    expect(byEye.cards[0]!.compared).toMatchObject({ by: 'eye' });
    const both = rackOf(primed, coat(ALL, 3), car, read('card', ['k2'], [42, -3, -12], 150), eye(['k2'], 0, 200));
    expect(both.cards[0]!.compared).toMatchObject({ by: 'typed' });
    expect(both.cards[0]!.compared!.verdict.faceL ?? both.cards[0]!.compared!.pairs[0]!.card[0]).toBeCloseTo(42, 6);
    const again = rackOf(
      primed,
      coat(ALL, 3),
      car,
      read('card', ['k2'], [42, -3, -12], 150),
      read('card', ['k2'], [40.1, -3, -12], 300),
    );
    expect(again.cards[0]!.compared!.pairs[0]!.card[0]).toBeCloseTo(40.1, 6);
  });

  it('a reading that was struck out is read no more', () => {
    const wrong = read('card', ['k2'], [60, 0, 0], 150);
    const log = [primed, coat(ALL, 3), read('car', [], [40, -3, -12], 100), wrong];
    expect(rackOf(...log).cards[0]!.compared).toBeDefined();
    expect(
      rackOf(...log, ev({ kind: 'voided', zoneIds: [], atMin: 400, targetId: wrong.id })).cards[0]!.compared,
    ).toBeUndefined();
    expect(colourReads(foldLog(log, products))).toHaveLength(2);
  });

  it('of a ladder the strip that is nearest counts, each by itself', () => {
    const strips = ALL.map((z, i) => coat([z], i + 1));
    const { cards } = rackOf(
      primed,
      ...strips,
      read('car', [], [40, -3, -12], 100),
      read('card', ['k1'], [44, -3, -12], 150),
      read('card', ['k2'], [40.4, -3, -12], 151),
      read('card', ['k3'], [37, -3, -12], 152),
    );
    expect(cards[0]!.strips.map((s) => s.zone.name)).toEqual(['Strip 1', 'Strip 2', 'Strip 3']);
    expect(cards[0]!.compared!.pairs[0]!.card[0]).toBeCloseTo(40.4, 6);
  });

  it('a colour that only a card has is seen too; cards are no part of the vehicle', () => {
    expect(
      coloursSeen({ ...job, colour: { name: 'Other', hex: '#000000' } }, foldLog([], products)).map((c) => c.name),
    ).toEqual(['Other', 'Slate']);
    expect(withoutCards(job).panels.map((p) => p.id)).toEqual(JOB.panels.map((p) => p.id));
    expect(withoutCards(job).zones.map((z) => z.id)).toEqual(JOB.zones.map((z) => z.id));
    expect(withoutCards(JOB)).toBe(JOB);
  });

  it('the paint of a colour is what was last used for it, else what the system goes for', () => {
    expect(colourProduct(job, foldLog([], products), SLATE, SHIPPED_PRODUCTS)!.id).toBe('base-solvent');
    expect(colourProduct(job, foldLog([primed, coat(ALL, 1)], products), SLATE, SHIPPED_PRODUCTS)!.id).toBe(
      'base-water',
    );
  });
});

describe('a pot', () => {
  const rec = (kind: string, atMin: number, more: object): ShelfRecord =>
    ({ id: `${kind}${atMin}`, kind, atMs: T0 + atMin * 60_000, writtenMs: T0, ...more }) as unknown as ShelfRecord;
  const part = (productId: string, massG: number) => ({ holds: { what: 'part', productId, part: 0 }, massG });
  const shelf = foldShelf([
    rec('received', -100, {
      containerId: 'tin',
      holds: { what: 'part', productId: 'toner-white', part: 0 },
      amount: 500,
    }),
    rec('formula', -90, { formulaId: 'f', colour: 'Slate', toners: [{ productId: 'toner-black-deep', gPerL: 10 }] }),
    rec('formula', -80, { formulaId: 'f', colour: 'Slate', toners: [{ productId: 'toner-black-deep', gPerL: 12 }] }),
    rec('mixed', 0, {
      batchId: 'b',
      no: 1,
      productId: 'base-water',
      pours: [part('base-water', 520), part('water', 60)],
    }),
    rec('mixed', 100, {
      batchId: 'b',
      no: 1,
      productId: 'base-water',
      pours: [{ ...part('toner-white', 4), containerId: 'tin' }],
    }),
  ]);
  const [formula] = formulasOf(shelf);
  const batch = shelf.batches.get('b')!;

  it('by hand: 520 g of base at 1.04 kg/L are half a litre, with 12 g/L of black 6 g, and the 4 g of white of its tint', () => {
    expect(formula!.toners[0]!.gPerL).toBe(12);
    expect(baseLitres(batch, products)).toBeCloseTo(0.5, 9);
    const pot = potOf(batch, formula!, products);
    expect(Object.fromEntries(pot.toners.map((t) => [t.toner.id, t.grams]))).toEqual({ 'black-deep': 6, white: 4 });
    expect(potOf(batch, formula!, products, 0.5).toners[0]!.grams).toBeCloseTo(3, 9);
    // What went into the pot is off the shelf.
    expect(tonersAtHand(shelf, products).get('toner-white')).toBe(496);
  });

  it('a card that was sprayed before the tint is of the pot before it', () => {
    const log = [
      primed,
      coat(ALL, 3, { batch: { batchId: 'b', pouredMl: [500], usedMl: 5 } }),
      read('car', [], [40, -3, -12], 20),
      read('card', ['k2'], [41, -3, -12], 30),
    ];
    const { cards } = rackOf(...log);
    const [card] = readCardsOf(batch, formula!, cards, shelf, products);
    expect(card!.pot.toners.map((t) => t.toner.id)).toEqual(['black-deep']);
    expect(card!.film.filmUm).toBe(21);
    expect(readCardsOf(batch, formula!, [], shelf, products)).toEqual([]);
  });

  it('a ground reads by its name', () => {
    expect(groundOf('High-build primer, white')[0]!).toBeGreaterThan(groundOf('Epoxy primer, light grey')[0]!);
    expect(groundOf('Primer, dark grey')[0]!).toBeLessThan(groundOf('Primer, grey')[0]!);
    expect(groundOf(undefined)[0]).toBe(groundOf('Something')[0]);
    const zone = foldLog([primed, coat(ALL, 3)], products).zones.get('k1')!;
    expect(filmOf(sprayedFacts(zone.strata, zone.events, products)!).flakeTilt).toBeCloseTo(0.9, 6);
  });
});
