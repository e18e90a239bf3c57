import { keysOf } from '../keysOf';
import type { Product, ProductLookup } from '../library/product';
import { KINDS, type PlainEvent } from '../log/event';
import type { Job } from '../log/job';
import { treatmentOf } from '../log/treatmentOf';
import type { WasteReason } from '../log/shelf';
import type { WorkAct } from '../log/workActs';
import { MINUTE_MS } from '../units/time';
import { cautionsFor } from '../safety/cautions';
import type { Hazard } from '../safety/hazards';
import { partOf } from '../stock/composition';
import { effectiveRecords, type Shelf } from '../stock/shelf';
import { effectiveEvents, type JobState } from '../strata/fold';

/** What hands and lungs are near while something is done. */
export const EXPOSURES = {
  isocyanate: 'Isocyanates',
  solvent: 'Solvent and resin vapour',
  mist: 'Spray mist without solvent',
  dust: 'Dust',
  fume: 'Welding fume and sparks',
} as const;
export type Exposure = keyof typeof EXPOSURES;
/** What wears out a cartridge: vapour and mist. Dust and fume call for a mask too, and wear out another filter. */
const VAPOURS: readonly Exposure[] = ['isocyanate', 'solvent', 'mist'];
/** What a coat of a product that the library does not know may hold: it counts as that. */
const UNKNOWN_PAINT: readonly Exposure[] = ['isocyanate', 'solvent'];

/** What each hazard means for such a log. Complete by type: a new hazard is not left out by silence. */
const EXPOSES: { readonly [H in Hazard]: Exposure | null } = {
  isocyanate: 'isocyanate',
  greenFilm: 'isocyanate',
  solvent: 'solvent',
  mist: 'mist',
  styrene: 'solvent',
  peroxide: null,
  epoxy: 'solvent',
  chromate: 'mist',
  acid: null,
  sealerFume: 'solvent',
  oldCoating: 'dust',
  dust: 'dust',
  glass: 'dust',
  carbonDust: 'dust',
  zincDust: 'dust',
  aluminium: 'dust',
  wire: 'dust',
  sparks: 'fume',
  chemical: 'solvent',
  heat: null,
  blast: 'dust',
  weld: 'fume',
  guideDust: 'dust',
  boil: 'solvent',
  hammer: null,
  rags: null,
  raised: null,
  fitting: null,
  polish: 'dust',
};
/** What time that goes with no other entry is near; product and method are not known, so that it counts as what it may be. */
const WORKED: { readonly [A in WorkAct]: readonly Exposure[] } = {
  strip: ['dust', 'solvent'],
  blast: ['dust'],
  repair: ['fume', 'dust'],
  rust: ['dust'],
  fill: ['solvent'],
  sand: ['dust'],
  clean: ['solvent'],
  mask: [],
  mix: UNKNOWN_PAINT,
  paint: UNKNOWN_PAINT,
  polish: ['dust'],
  fit: [],
  other: [],
};

/** What of a shop has to be got rid of, by the bin that it goes into. */
export const WASTES = {
  liquid: { name: 'Liquid paint and thinner', unit: 'g' },
  set: { name: 'Set in the cup', unit: 'g' },
  wash: { name: 'From washing guns and cups', unit: 'g' },
  rags: { name: 'Rags, by wipings that were logged', unit: 'pieces' },
  paper: { name: 'Paper and discs', unit: 'pieces' },
  filters: { name: 'Cartridges and filters', unit: 'pieces' },
} as const;
export type Waste = keyof typeof WASTES;
const WASTE_OF: { readonly [R in WasteReason]: Waste } = {
  leftOver: 'liquid',
  potLife: 'set',
  expired: 'liquid',
  spilt: 'liquid',
  washing: 'wash',
  broken: 'liquid',
};

/** What one person was near in a span, min by what; from times that were logged. */
export interface PersonExposure {
  /** As the entries name them; undefined: nobody was named. */
  who: string | undefined;
  minutes: Readonly<Record<Exposure, number>>;
  /** Near any of it: breathing protection is called for, min. */
  nearMin: number;
  /** Of that near vapour or mist: what a cartridge or an air-fed hood is worn for, min. */
  vapourMin: number;
}
export interface SafetyLog {
  people: readonly PersonExposure[];
  /** Entries near something of which nobody logged how long it took. */
  untimed: number;
  waste: Readonly<Record<Waste, number>>;
  /** Solvent in what was mixed and used, g. */
  vocG: number;
}

/** How long isocyanate goes on reacting in a coat, by its sheet's time to full cure at 20 °C, ms; of one that is not known, longer than any. */
function reactsMs(p: Product | undefined): number {
  if (!p) return Infinity;
  const full = p.stages.find((s) => s.stage === 'full');
  return p.mechanism === 'urethane' ? (full?.opensMin ?? Infinity) * MINUTE_MS : 0;
}

/** What doing an entry is near, each once. @param isGreen what is sanded is two-pack with isocyanate that is not cured through: its dust is near that too */
export function exposuresOf(e: PlainEvent, products: ProductLookup, isGreen = false): Exposure[] {
  if (e.kind === 'worked') return [...WORKED[e.act]];
  const product = 'productId' in e ? products(e.productId) : undefined;
  if (!product && (e.kind === 'coated' || e.kind === 'treated')) return [...UNKNOWN_PAINT];
  const treatment = e.kind === 'repaired' ? treatmentOf(e) : undefined;
  // A repair that is only told in words counts as what it may be.
  if (e.kind === 'repaired' && !treatment) return [...WORKED.repair];
  const how = e.kind === 'stripped' ? e.method : treatment;
  const found = cautionsFor(e.kind, product, false, how, { green: isGreen }).flatMap((c) => EXPOSES[c.id] ?? []);
  return [...new Set(found)];
}

const none = <K extends string>(keys: readonly K[]) => Object.fromEntries(keys.map((k) => [k, 0])) as Record<K, number>;

/** What people of a shop were near in a span, what it throws away, and its solvent. Times are those that were logged: nothing is guessed, and nothing is called safe. */
export function safetyLog(
  jobs: readonly { job: Job; state: JobState }[],
  shelf: Shelf | undefined,
  products: ProductLookup,
  fromMs: number,
  untilMs: number,
): SafetyLog {
  const isIn = (ms: number) => ms >= fromMs && ms < untilMs;
  const people = new Map<
    string | undefined,
    Omit<PersonExposure, 'who' | 'minutes'> & { minutes: Record<Exposure, number> }
  >();
  const waste = none(keysOf(WASTES));
  let untimed = 0;
  for (const { state } of jobs) {
    const reactsUntil = new Map<string, number>();
    for (const e of effectiveEvents(state)) {
      const isGreen = e.kind === 'sanded' && e.zoneIds.some((z) => (reactsUntil.get(z) ?? 0) > e.atMs);
      if (e.kind === 'coated') for (const z of e.zoneIds) reactsUntil.set(z, e.atMs + reactsMs(products(e.productId)));
      if (!isIn(e.atMs)) continue;
      if (e.kind === 'cleaned') waste.rags += 1;
      const near = exposuresOf(e, products, isGreen);
      if (near.length === 0 || (e.kind !== 'worked' && KINDS[e.kind].act === null)) continue;
      if (e.workMin === undefined) {
        untimed += 1;
        continue;
      }
      const one = people.get(e.who) ?? { minutes: none(keysOf(EXPOSURES)), nearMin: 0, vapourMin: 0 };
      for (const x of near) one.minutes[x] += e.workMin;
      one.nearMin += e.workMin;
      if (near.some((x) => VAPOURS.includes(x))) one.vapourMin += e.workMin;
      people.set(e.who, one);
    }
  }
  let vocG = 0;
  const voc = (productId: string, part: number, massG: number) => {
    const p = partOf(products, { productId, part });
    if (p) vocG += (massG / (p.densityKgL * 1000)) * p.vocGL;
  };
  for (const r of shelf ? effectiveRecords(shelf) : []) {
    if (!isIn(r.atMs)) continue;
    if (r.kind === 'wasted') waste[WASTE_OF[r.why]] += r.amount;
    if (r.kind === 'mixed')
      for (const p of r.pours) if (p.holds.what === 'part') voc(p.holds.productId, p.holds.part, p.massG);
    if (r.kind !== 'used') continue;
    const holds = shelf?.containers.get(r.containerId)?.holds;
    if (holds?.what === 'part') voc(holds.productId, holds.part, r.amount);
    if (holds?.what !== 'article') continue;
    if (holds.article === 'abrasive') waste.paper += r.amount;
    if (holds.article === 'cartridge') waste.filters += r.amount;
  }
  return {
    people: [...people]
      .map(([who, x]) => ({ who, ...x }))
      .sort((a, b) => b.nearMin - a.nearMin || (a.who ?? '').localeCompare(b.who ?? '')),
    untimed,
    waste,
    vocG,
  };
}

/** A safety log as rows of a table: what, who, how much, in what. */
export const safetyRows = (s: SafetyLog): string[][] => [
  ['What', 'Who', 'How much', 'Unit'],
  ...s.people.flatMap((p) => [
    ...keysOf(EXPOSURES).flatMap((x) =>
      p.minutes[x] > 0 ? [[EXPOSURES[x], p.who ?? 'nobody named', String(Math.round(p.minutes[x])), 'min']] : [],
    ),
    ['With breathing protection called for', p.who ?? 'nobody named', String(Math.round(p.nearMin)), 'min'],
  ]),
  ['Entries without a time', '', String(s.untimed), 'entries'],
  ...keysOf(WASTES).flatMap((w) =>
    s.waste[w] > 0 ? [[WASTES[w].name, '', String(Math.round(s.waste[w])), WASTES[w].unit]] : [],
  ),
  ['Solvent in what was mixed and used', '', String(Math.round(s.vocG)), 'g'],
];
