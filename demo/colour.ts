/** The demo's colours: test cards, what was read of them and of the car, and what somebody saw. Everything is computed by the app's own model. */
import {
  DAY_MS,
  foldLog,
  HOUR_MS,
  lookupIn,
  MINUTE_MS,
  SHIPPED_PRODUCTS,
  type Job,
  type LogEvent,
  type Panel,
  type Payloads,
  type Zone,
} from '../src/core';
import {
  BANDS,
  colourCase,
  eyeDifference,
  filmOf,
  labOfHex,
  flakeTiltOf,
  planTint,
  potOf,
  reflectanceAt,
  tonerById,
  tonerProduct,
  type EyeLook,
  type PaintFilm,
  type TonerAmount,
} from '../src/core/colour';
import { normalDraws } from '../src/core/colour/draws';
import { areaMm2, shapeOutline, type ShapeName } from '../src/core/outline';
import type { ShelfRecord } from '../src/core/log/shelf';
import { foldShelf, formulasOf } from '../src/core/stock';
import type { ColourRead, SprayedHow } from '../src/core/log/colourRead';

type Put = <K extends keyof Payloads>(
  at: number,
  zones: string | string[],
  kind: K,
  payload: Payloads[K],
  note?: string,
) => string;
type On = (days: number, hour: number, minute?: number) => number;

const ANGLES = [15, 25, 45, 75, 110];
const recipe = (of: Record<string, number>): TonerAmount[] =>
  Object.entries(of).flatMap(([id, gPerL]) => {
    const toner = tonerById.get(id);
    return toner ? [{ toner, gPerL }] : [];
  });

/** As the formula has it; and the car, which has faded and yellowed a little since. */
export const SLATE = { 'aluminium-medium': 110, 'black-deep': 1.6, 'blue-green': 1.6, 'blue-red': 2.2, white: 1.5 };
const SLATE_CAR = { ...SLATE, 'black-deep': 2.05, 'blue-green': 1.4, 'oxide-yellow': 1.1 };
const COAT_UM = 7;
const GREY = new Float64Array(BANDS).fill(0.28);

/** Three readings of a film, as an instrument takes them: a little noise, each a little aside of the other. */
function readings(film: Omit<PaintFilm, 'ground'>, seed: number): number[][][] {
  const normal = normalDraws(seed);
  return Array.from({ length: 3 }, () => {
    const aside = 1 + 0.004 * normal();
    return ANGLES.map((a) =>
      [...reflectanceAt({ ...film, ground: GREY }, a)].map(
        (r) => Math.round(Math.max(0, r * aside + 0.0004 * normal()) * 1e5) / 1e5,
      ),
    );
  });
}

/** A shape as large as a zone is said to be. */
function areaScaledTo(shape: ShapeName, cm2: number) {
  const [w, h] = shape === 'wing' ? [1100, 700] : [1050, 640];
  const by = Math.sqrt((cm2 * 100) / areaMm2(shapeOutline(shape, w, h)));
  return shapeOutline(shape, Math.round(w * by), Math.round(h * by));
}

interface CardPlan {
  id: string;
  name: string;
  /** Days before now, hour, minute. */
  sprayed: [number, number, number];
  read: [number, number, number];
  coats: number;
  how: SprayedHow;
  toners: TonerAmount[];
  batch?: Payloads['coated']['batch'];
}

const CARD_UM = 300;
const cardZones = (id: string): Zone[] => [
  { id: `${id}-1`, panelId: id, name: 'Base only', areaCm2: 150 },
  { id: `${id}-2`, panelId: id, name: 'Cleared', areaCm2: 150 },
];

/** The hatchback's cards: too dry; by the book, a little off, so its batch was tinted; and out of the batch that is on the wing, read this afternoon. */
const CARDS: readonly CardPlan[] = [
  {
    id: 'card-1',
    name: 'Card 1',
    sprayed: [12, 8, 40],
    read: [11, 8, 15],
    coats: 3,
    how: { thinner: 'fast', distanceMm: 230, lastCoat: 'drop', who: 'Ada' },
    toners: recipe(SLATE),
  },
  {
    id: 'card-2',
    name: 'Card 2',
    sprayed: [7, 14, 10],
    read: [6, 8, 30],
    coats: 3,
    how: { thinner: 'usual', distanceMm: 180, lastCoat: 'usual', who: 'Ada' },
    toners: recipe(SLATE),
    batch: { batchId: 'cup-12', pouredMl: [400, 60], usedMl: 9 },
  },
  {
    id: 'card-3',
    name: 'Card 3',
    sprayed: [0, 9, 50],
    read: [0, 13, 5],
    coats: 3,
    how: { thinner: 'usual', distanceMm: 180, lastCoat: 'usual', who: 'Ada' },
    toners: recipe({ ...SLATE, 'black-deep': 1.75, 'oxide-yellow': 0.35 }),
    batch: { batchId: 'cup-14', pouredMl: [420, 63], usedMl: 9 },
  },
];

/** The hatchback with its cards, and with wing and door drawn in their row. */
export function withCards(job: Job): Job {
  const panels = job.panels.map((p): Panel => {
    const of = p.id === 'wing' ? 'wing-out' : p.id === 'door' ? 'door-blend' : undefined;
    const cm2 = job.zones.find((z) => z.id === of)?.areaCm2;
    if (of === undefined || cm2 === undefined) return p;
    const outline = areaScaledTo(p.id === 'wing' ? 'wing' : 'doorSkin', cm2);
    return { ...p, row: 'left', map: { outline, faces: ['outer'], keepOuts: [] } };
  });
  const cards = CARDS.map((c): Panel => ({
    id: c.id,
    name: c.name,
    substrate: 'steel',
    thicknessUm: CARD_UM,
    card: { colour: 'Slate shimmer' },
  }));
  return { ...job, panels: [...panels, ...cards], zones: [...job.zones, ...CARDS.flatMap((c) => cardZones(c.id))] };
}

/** Readings of the door beside the repair, and of every card; each card sprayed, half of it cleared. */
export function readColours(put: Put, on: On): void {
  const read = (at: number, zones: string, of: Omit<ColourRead, 'colour'>) =>
    put(at, zones, 'measured', { measure: 'colour', colour: { colour: 'Slate shimmer', ...of } });
  const spectra = (toners: TonerAmount[], coats: number, lay: number, seed: number): ColourRead['values'] => ({
    form: 'spectra',
    anglesDeg: ANGLES,
    readings: readings({ toners, filmUm: coats * COAT_UM, flakeTilt: lay }, seed),
  });
  read(on(13, 8, 30), 'door-blend', {
    by: 'instrument',
    on: 'car',
    surface: 'polished',
    where: 'above the swage, a hand from the wing',
    values: spectra(recipe(SLATE_CAR), 3, 1, 7),
  });
  CARDS.forEach((c, i) => {
    const zones = cardZones(c.id).map((z) => z.id);
    const cleared = zones[1] ?? '';
    put(on(c.sprayed[0], c.sprayed[1]), zones, 'found', {
      substrate: 'steel',
      thicknessUm: CARD_UM,
      layers: [{ label: 'High-build primer, grey', family: 'highBuild', filmUm: 60 }],
    });
    put(on(...c.sprayed), zones, 'coated', {
      productId: 'base-water',
      coats: c.coats,
      filmUm: COAT_UM,
      application: 'lowPressureGun',
      colourHex: '#4f6374',
      how: c.how,
      ...(c.batch && { batch: c.batch }),
    });
    put(on(c.sprayed[0], c.sprayed[1] + 1, 20), cleared, 'coated', {
      productId: 'clear-hs',
      coats: 2,
      filmUm: 30,
      application: 'lowPressureGun',
      hardenerId: 'hardener-fast',
    });
    read(on(...c.read), cleared, {
      by: 'instrument',
      on: 'card',
      values: spectra(c.toners, c.coats, flakeTiltOf({ application: 'lowPressureGun', ...c.how }), 20 + i),
    });
  });
}

/** The van's red was mixed by eye: one card of it, looked at beside the old paint under the seat. */
export function withEyeCard(job: Job): Job {
  return {
    ...job,
    panels: [
      ...job.panels,
      { id: 'red-card', name: 'Card 1', substrate: 'steel', thicknessUm: CARD_UM, card: { colour: 'Crust red' } },
    ],
    zones: [...job.zones, ...cardZones('red-card')],
  };
}
export function lookAtRed(put: Put, on: On): LogEvent['id'] {
  const zones = cardZones('red-card').map((z) => z.id);
  put(on(5, 13), zones, 'found', {
    substrate: 'steel',
    thicknessUm: CARD_UM,
    layers: [{ label: 'High-build primer, grey', family: 'highBuild', filmUm: 60 }],
  });
  put(on(5, 13, 20), zones, 'coated', {
    productId: 'base-solvent',
    coats: 3,
    filmUm: 8,
    application: 'lowPressureGun',
    thinnerFraction: 0.8,
    colourHex: '#8c2f2b',
    how: { thinner: 'usual', distanceMm: 180, lastCoat: 'usual', who: 'Noor' },
  });
  put(on(5, 14, 15), zones[1] ?? '', 'coated', {
    productId: 'clear-ms',
    coats: 2,
    filmUm: 25,
    application: 'lowPressureGun',
    thinnerFraction: 0.1,
    hardenerId: 'hardener-medium',
  });
  const look = (view: EyeLook['view'], light: EyeLook['light'], yellow: EyeLook['yellow']): EyeLook => ({
    view,
    light,
    lightness: 0,
    red: 0,
    yellow,
  });
  const looks = [look('face', 'sun', 1), look('along', 'sun', 0), look('face', 'shade', 0), look('along', 'shade', 0)];
  return put(on(4, 9), zones[1] ?? '', 'measured', {
    measure: 'colour',
    colour: {
      colour: 'Crust red',
      by: 'eye',
      on: 'card',
      where: 'beside the old red under the seat',
      values: { form: 'difference', seen: eyeDifference(looks, labOfHex('#8c2f2b')) },
    },
  });
}

/** Toners on the mixing bench, g. */
const TONER_TINS: readonly (readonly [id: string, grams: number])[] = [
  ['white', 1450],
  ['black-deep', 980],
  ['black-weak', 940],
  ['blue-green', 510],
  ['blue-red', 480],
  ['blue-weak', 930],
  ['oxide-yellow', 640],
  ['oxide-red', 655],
  ['red-weak', 890],
  ['yellow-weak', 905],
  ['aluminium-fine', 1190],
  ['aluminium-medium', 1210],
];

/** The shelf with its toners, the formulas of both colours, and the tint of the batch that card 2 came out of, as it was worked out. */
export function withToners(
  records: ShelfRecord[],
  hatch: { job: Job; events: LogEvent[] },
  now: number,
  on: On,
): ShelfRecord[] {
  const began = now - 44 * DAY_MS;
  let n = 0;
  const more: ShelfRecord[] = [];
  const put = (atMs: number, r: Record<string, unknown>) =>
    more.push({
      id: `t${String(++n).padStart(3, '0')}`,
      atMs,
      writtenMs: atMs + MINUTE_MS,
      ...r,
    } as unknown as ShelfRecord);
  TONER_TINS.forEach(([id, amount], i) =>
    put(began + i * MINUTE_MS, {
      kind: 'received',
      containerId: `toner-tin-${i + 1}`,
      holds: { what: 'part', productId: tonerProduct(id), part: 0 },
      amount,
      place: 'Mixing bench',
      openDays: 720,
    }),
  );
  const formula = (formulaId: string, colour: string, of: Record<string, number>) =>
    put(began + HOUR_MS, {
      kind: 'formula',
      formulaId,
      colour,
      toners: Object.entries(of).map(([id, gPerL]) => ({ productId: tonerProduct(id), gPerL })),
    });
  formula('formula-slate', 'Slate shimmer', SLATE);
  formula('formula-red', 'Crust red', { 'red-bright': 90, 'oxide-red': 60, 'black-deep': 3, white: 10 });
  const products = lookupIn(SHIPPED_PRODUCTS);
  const shelf = foldShelf([...records, ...more]);
  const batch = shelf.batches.get('cup-12');
  const slate = formulasOf(shelf).find((f) => f.formulaId === 'formula-slate');
  const of = colourCase(
    hatch.job,
    foldLog(hatch.events, products),
    { name: 'Slate shimmer', hex: '#4f6374' },
    products,
  );
  const card = of.cards.find((c) => c.panel.id === 'card-2');
  if (!batch || !slate || !card?.compared || !card.facts) throw new Error('The demo has no card to tint by');
  const plan = planTint({
    pot: potOf(batch, slate, products),
    film: filmOf(card.facts),
    pairs: card.compared.pairs,
    available: TONER_TINS.flatMap(([id, grams]) => {
      const toner = tonerById.get(id);
      return toner ? [{ toner, grams }] : [];
    }),
    growth: 0.1,
    most: 2,
    stepG: 0.1,
  });
  put(on(6, 14), {
    kind: 'mixed',
    batchId: batch.id,
    no: batch.no,
    productId: batch.productId,
    colour: 'Slate shimmer',
    note: 'Tinted by card 2',
    pours: plan.additions.map((a) => ({
      holds: { what: 'part', productId: tonerProduct(a.toner.id), part: 0 },
      massG: a.grams,
      plannedG: a.grams,
      containerId: `toner-tin-${TONER_TINS.findIndex(([id]) => id === a.toner.id) + 1}`,
    })),
  });
  return [...records, ...more].sort((a, b) => a.atMs - b.atMs);
}
