import {
  DAY_MS,
  FAMILIES,
  finishOf,
  HOUR_MS,
  isWaterBased,
  lookupIn,
  MINUTE_MS,
  SHIPPED_PRODUCTS,
  type Job,
  type LogEvent,
  type Product,
} from '../src/core';
import { splitMix } from '../src/core/mix/ratio';
import { WATER, type Holds, type PlainShelfRecord, type Pour, type ShelfRecord } from '../src/core/log/shelf';
import { containersOf, estimatedMl, foldShelf } from '../src/core/stock';

/** What stands on the demo's shelf when its log begins, and what came since: product and part, tins of so many mL (g of fillers), place, facts. */
type Tin = [
  productId: string,
  part: number,
  amount: number,
  place: string,
  facts?: Partial<PlainShelfRecord> & { count?: number; days?: number },
];

const TINS: Tin[] = [
  ['epoxy-primer', 0, 5000, 'Paint cupboard', { openDays: 365, price: 92 }],
  ['epoxy-primer', 1, 5000, 'Paint cupboard', { openDays: 180, price: 108 }],
  ['highbuild-2k', 0, 5000, 'Paint cupboard', { openDays: 365, price: 88 }],
  ['highbuild-2k', 0, 2500, 'Paint cupboard', { days: 12, price: 46 }],
  ['dtm-2k', 0, 1000, 'Paint cupboard', { openDays: 365, price: 24 }],
  ['etch-primer', 0, 2500, 'Paint cupboard', { openDays: 365, price: 44 }],
  ['etch-primer', 1, 2500, 'Paint cupboard', { openDays: 365, price: 36 }],
  ['spray-filler', 0, 1000, 'Paint cupboard', { openDays: 180, price: 19 }],
  ['hardener-medium', 0, 5000, 'Hardener box', { openDays: 60, price: 150, lot: 'H 2207' }],
  ['hardener-medium', 0, 1000, 'Hardener box', { days: 9, openDays: 60, price: 34, lot: 'H 2231' }],
  ['hardener-fast', 0, 500, 'Hardener box', { opened: true, openDays: 30, price: 19, lot: 'H 1904' }],
  ['hardener-slow', 0, 500, 'Hardener box', { opened: true, openDays: 55, price: 18.5, lot: 'H 2199' }],
  ['thinner-medium', 0, 5000, 'Thinner cage', { price: 41 }],
  ['thinner-medium', 0, 5000, 'Thinner cage', { days: 6, price: 41 }],
  ['thinner-slow', 0, 1000, 'Thinner cage', { price: 11 }],
  ['thinner-fast', 0, 1000, 'Thinner cage', { price: 9 }],
  ['base-solvent', 0, 2500, 'Colour shelf', { openDays: 365, lot: 'CR 118', label: 'Crust red', price: 148 }],
  ['base-solvent', 0, 1000, 'Colour shelf', { days: 20, openDays: 365, lot: 'CR 131', label: 'Crust red', price: 34 }],
  [
    'base-water',
    0,
    1000,
    'Colour shelf, frost-free',
    { openDays: 180, lot: 'SB 44', label: 'Slate shimmer', price: 76 },
  ],
  [
    'base-water',
    0,
    1000,
    'Colour shelf, frost-free',
    { days: 4, openDays: 180, lot: 'SB 51', label: 'Slate shimmer', price: 78, currency: '$' },
  ],
  ['clear-hs', 0, 2500, 'Paint cupboard', { openDays: 365, price: 104 }],
  ['clear-hs', 1, 1000, 'Hardener box', { openDays: 60, price: 41, lot: 'H 2214' }],
  ['clear-ms', 0, 5000, 'Paint cupboard', { openDays: 365, price: 150 }],
  ['single-stage', 0, 1000, 'Paint cupboard', { openDays: 365, price: 47 }],
  ['glass-filler', 0, 2000, 'Filler bench', { openDays: 270, price: 19 }],
  ['light-filler', 0, 6000, 'Filler bench', { openDays: 270, price: 34 }],
  ['light-filler', 0, 3000, 'Filler bench', { openDays: 270, price: 34 }],
  ['light-filler', 0, 3000, 'Filler bench', { days: 15, openDays: 270, price: 34 }],
  ['light-filler', 1, 100, 'Filler bench', { openDays: 365, price: 5 }],
  ['light-filler', 1, 100, 'Filler bench', { openDays: 365, price: 5 }],
  ['light-filler', 1, 100, 'Filler bench', { days: 15, openDays: 365, price: 5 }],
  ['glaze', 0, 1000, 'Filler bench', { openDays: 270, price: 19 }],
  ['plastic-promoter', 0, 400, 'Paint cupboard', { price: 14 }],
  ['weld-through', 0, 400, 'Welding bench', { price: 15 }],
  ['seam-sealer', 0, 1000, 'Filler bench', { price: 27 }],
  ['rust-converter', 0, 1000, 'Paint cupboard', { price: 21 }],
  ['cavity-wax', 0, 1000, 'Underbody shelf', { price: 17 }],
  ['cleaner-metal', 0, 5000, 'Thinner cage', { price: 33 }],
  ['cleaner-plastic', 0, 1000, 'Thinner cage', { price: 11 }],
  ['guide-powder', 0, 400, 'Filler bench', { price: 15 }],
];
const PIECES: [
  article: Extract<Holds, { what: 'article' }>['article'],
  name: string,
  amount: number,
  used: number,
  place: string,
][] = [
  ['abrasive', 'P80 discs, 150 mm', 100, 74, 'Abrasives drawer'],
  ['abrasive', 'P400 discs, 150 mm', 100, 88, 'Abrasives drawer'],
  ['abrasive', 'P600 discs, 150 mm', 50, 12, 'Abrasives drawer'],
  ['masking', 'Fine-line tape, 6 mm', 12, 5, 'Masking trolley'],
  ['masking', 'Masking tape, 18 mm', 8, 3, 'Masking trolley'],
  ['masking', 'Masking paper, 90 cm', 2, 1, 'Masking trolley'],
  ['cartridge', 'Breathing cartridges, pair', 4, 3, 'Mask locker'],
  ['clip', 'Door-card clip', 40, 22, 'Bags rack'],
];

/** The colour of the wing, which waits for its last coat. */
const WAITING = 'cup-14';
/** Entries of one product this close to each other are of one cup. */
const ONE_CUP_MS = 3 * HOUR_MS;
/** What went into a cup beyond what was meant, by its number among all: one over-pour. */
const OVER_POUR = 5;

const products = lookupIn(SHIPPED_PRODUCTS);
type Coat = Extract<LogEvent, { kind: 'coated' | 'filled' | 'treated' }>;
interface Cup {
  job: Job;
  product: Product;
  events: Coat[];
  /** As it was written in the job; absent: it is made here. */
  batchId?: string;
}

/** The cups of a job's entries: those that are written, and one for every coat that has none. */
function cupsOf(job: Job, log: readonly LogEvent[]): Cup[] {
  const events = [...log].sort((a, b) => a.atMs - b.atMs);
  const cups: Cup[] = [];
  for (const e of events) {
    if (e.kind !== 'coated' && e.kind !== 'filled' && e.kind !== 'treated') continue;
    const product = products(e.productId);
    if (!product || !FAMILIES[product.family].mixed) continue;
    const cup = cups.find((c) =>
      e.batch
        ? c.batchId === e.batch.batchId
        : c.batchId === undefined && c.product === product && e.atMs - (c.events[0]?.atMs ?? 0) < ONE_CUP_MS,
    );
    if (cup) cup.events.push(e);
    else cups.push({ job, product, events: [e], ...(e.batch && { batchId: e.batch.batchId }) });
  }
  return cups;
}

/** Gives every coat of the jobs its cup, and writes the shelf's log that goes with them. */
export function stockShelf(jobs: readonly { job: Job; events: LogEvent[] }[], nowMs: number): ShelfRecord[] {
  const records: ShelfRecord[] = [];
  let n = 0;
  const put = (atMs: number, r: Record<string, unknown>): void => {
    records.push({
      id: `s${String(++n).padStart(4, '0')}`,
      atMs,
      writtenMs: atMs + MINUTE_MS,
      ...r,
    } as unknown as ShelfRecord);
  };
  const began = nowMs - 45 * DAY_MS;
  for (const [i, [productId, part, amount, place, { count: _, days, ...facts } = {}]] of TINS.entries()) {
    const p = products(productId);
    if (!p) throw new Error(`No product ${productId}`);
    const byWeight = FAMILIES[p.family].role === 'filler';
    const g = byWeight ? amount : amount * (p.parts[part]?.densityKgL ?? 1);
    put(days === undefined ? began + i * MINUTE_MS : nowMs - days * DAY_MS, {
      kind: 'received',
      containerId: `tin-${i + 1}`,
      holds: { what: 'part', productId, part },
      amount: Math.round(g * 10) / 10,
      place,
      ...('price' in facts && { currency: '€' }),
      ...facts,
    });
  }
  for (const [i, [article, name, amount, used, place]] of PIECES.entries()) {
    put(began + (60 + i) * MINUTE_MS, {
      kind: 'received',
      containerId: `box-${i + 1}`,
      holds: { what: 'article', article, name },
      amount,
      place,
    });
    put(nowMs - (3 + i) * DAY_MS, { kind: 'used', containerId: `box-${i + 1}`, amount: used });
  }

  const cups = jobs
    .flatMap(({ job, events }) => cupsOf(job, events))
    .sort((a, b) => (a.events[0]?.atMs ?? 0) - (b.events[0]?.atMs ?? 0));
  for (const [i, cup] of cups.entries()) {
    const [first] = cup.events;
    if (!first) continue;
    const { product, job } = cup;
    const batchId = cup.batchId ?? `cup-${job.id}-${i + 1}`;
    const thinner = first.kind === 'coated' ? (first.thinnerFraction ?? product.thinning?.defaultFraction ?? 0) : 0;
    const areaOf = (e: Coat) => job.zones.reduce((s, z) => s + (e.zoneIds.includes(z.id) ? z.areaCm2 : 0), 0);
    // Hands are a little over or under what is worked out, each in its own way.
    const hand = (k: number) => 1 + 0.12 * Math.sin(i * 2.3 + k);
    const used = cup.events.map((e, k) => e.batch?.usedMl ?? (estimatedMl(e, product, areaOf(e)) ?? 0) * hand(k));
    const pouredMl =
      first.batch?.pouredMl ??
      splitMix(
        product,
        used.reduce((a, b) => a + b, 0) * (FAMILIES[product.family].role === 'filler' ? 1.02 : 1.1),
        thinner,
      ).lines.map((l) => Math.round(l.volumeMl * (i === OVER_POUR ? 1.15 : 1)));
    const whole = pouredMl.reduce((a, b) => a + b, 0);
    cup.events.forEach((e, k) => {
      e.batch ??= { batchId, pouredMl, usedMl: Math.round(Math.min(used[k] ?? 0, whole) * 10) / 10 };
    });
    const atMs = first.atMs - 8 * MINUTE_MS;
    const shelf = foldShelf(records);
    const pours = pouredMl.map((ml, line): Pour => {
      const isThinner = line >= product.parts.length;
      const source = !isThinner
        ? { productId: product.id, part: line }
        : { productId: isWaterBased(product) ? WATER : 'thinner-medium', part: 0 };
      const density = (isThinner ? product.thinning?.densityKgL : product.parts[line]?.densityKgL) ?? 1;
      const massG = Math.round(ml * density * 10) / 10;
      const tins = source.productId === WATER ? [] : containersOf(shelf, source.productId, source.part, products, atMs);
      const hardenerId = first.kind === 'coated' ? first.hardenerId : undefined;
      const meant = tins.filter((t) => t.holds.what === 'part' && t.holds.productId === hardenerId);
      const from = line > 0 && meant.length > 0 ? meant : tins;
      const tin = from.find((t) => t.amount >= massG) ?? from[0];
      const holds: Pour['holds'] = tin?.holds.what === 'part' ? tin.holds : { what: 'part', ...source };
      return {
        holds,
        massG,
        // One hand slipped: the hardener went over, and the rest was scaled up after it.
        plannedG: i === OVER_POUR ? Math.round((massG / 1.15) * 10) / 10 : massG,
        ...(tin && { containerId: tin.id }),
      };
    });
    const colour = FAMILIES[product.family].coloured ? finishOf(job, first.zoneIds[0]).colour?.name : undefined;
    put(atMs, {
      kind: 'mixed',
      batchId,
      no: i + 1,
      productId: product.id,
      pours,
      tempC: first.air?.tempC ?? 19,
      ...(colour && { colour }),
      ...(i === OVER_POUR && { note: 'Hardener went over; scaled up' }),
    });
    const last = cup.events[cup.events.length - 1];
    const sprayed = cup.events.reduce((s, e) => s + (e.batch?.usedMl ?? 0), 0);
    const massG = pours.reduce((s, p) => s + p.massG, 0);
    const leftG = Math.floor((massG * Math.max(0, whole - sprayed)) / whole);
    // The newest cups stand there as they are; before them what was left was kept where it keeps, and thrown away else.
    if (!last || leftG < 3 || nowMs - last.atMs < 1.5 * HOUR_MS || cup.batchId === WAITING) continue;
    const ended = last.atMs + 30 * MINUTE_MS;
    if (product.parts.length === 1 && leftG > 40)
      put(ended, {
        kind: 'kept',
        batchId,
        containerId: `left-${i + 1}`,
        amount: leftG,
        label: `${colour ?? product.name}, batch ${i + 1}`,
        openDays: 90,
        place: 'Colour shelf',
      });
    else put(ended, { kind: 'wasted', batchId, amount: leftG, why: 'leftOver' });
  }
  return records.sort((a, b) => a.atMs - b.atMs);
}
