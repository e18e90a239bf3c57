import { spotsOf } from '../strata/spots';
import type { ZoneStatus } from '../cure/status';
import { finishOf, withoutCards, zonesOf, type Job, type Panel, type Zone } from '../log/job';
import { DEFECT_NAMES } from '../log/defects';
import { FAULT_NAMES } from '../log/marks';
import type { ProductLookup } from '../library/product';
import { FAMILIES } from '../library/product';
import { SUBSTRATES } from '../library/substrates';
import type { JobState } from '../strata/fold';
import { leftFaults, openFaults, type Layer, type Strata } from '../strata/types';

/** For whom a page is made. owner: plain words. payer: what was done. painter: what it is and what may go on it. sander: what comes at which depth. */
export const AUDIENCES = ['owner', 'payer', 'painter', 'sander'] as const;
export type Audience = (typeof AUDIENCES)[number];

/** What goes out only where it is ticked: it says how the shop works. */
export const PRIVATE_PARTS = ['air', 'batches', 'cost', 'labels', 'photos'] as const;
export type PrivatePart = (typeof PRIVATE_PARTS)[number];

/** One layer, as a record says it. */
export interface LayerRecord {
  label: string;
  /** Of the product where the library knows it. */
  product?: string;
  family: string;
  coats: number;
  /** Dry, µm; measured: a gauge said so. estimated: worked out from what was laid and what was sanded. found: somebody said so at the first look. */
  filmUm: number;
  basis: 'measured' | 'estimated' | 'found';
  /** From its upper side: how deep it begins, µm. */
  depthUm: number;
  firstMs: number;
  lastMs: number;
  air?: { tempC: number; rh: number };
  /** The cup that it came from, and the makers' lots that went into it. */
  batch?: { no: number; lots: string[] };
  colour?: { name?: string; hex: string };
}

/** One zone of a panel, the uppermost layer first. */
export interface ZoneRecord {
  name: string;
  areaCm2: number;
  substrate: string;
  substrateUm: number;
  layers: LayerRecord[];
  /** What the gauge said last over everything. */
  measured?: { atMs: number; totalUm: number };
  repairs: { atMs: number; method: string; untilMs?: number }[];
  /** Places with another stack. */
  spots: { cause: string; areaCm2?: number; layers: number }[];
  /** What was agreed to be left, and what is open. */
  left: { what: string; untilMs?: number }[];
  open: string[];
  /** How its top was last keyed and wiped. */
  keyed?: { grit: number; wet: boolean; atMs: number };
  wipedMs?: number;
  /** From when and until when it may be coated over without sanding, ms; absent: it may not, or there is no such window. */
  coatFromMs?: number;
  coatUntilMs?: number;
  /** Hard all through by, ms: until then it wants care. */
  hardMs?: number;
  finish: string;
}

export interface PanelRecord {
  id: string;
  name: string;
  zones: ZoneRecord[];
}

/** What is under the paint of a job, for somebody else. */
export interface JobRecord {
  format: 'stratocoat-record';
  version: 1;
  madeMs: number;
  shop: string;
  job: { name: string; about: string; colour?: { name: string; hex: string } };
  audience: Audience;
  panels: PanelRecord[];
  /** What is to be looked at again, and when, ms. */
  due: { panel: string; what: string; dueMs: number }[];
  /** What was agreed: hours, and what one costs. */
  cost?: { hours: number; rate: number; currency: string };
}

/** What the shelf knows of a cup. */
export type BatchLookup = (id: string) => LayerRecord['batch'];

export interface RecordWish {
  audience: Audience;
  parts: readonly PrivatePart[];
  /** Absent: all panels. */
  panelIds?: readonly string[];
}

const BASES: { readonly [B in Layer['basis']]: LayerRecord['basis'] } = {
  measured: 'measured',
  estimated: 'estimated',
  stated: 'found',
};

function layerRecords(
  s: Strata,
  products: ProductLookup,
  wish: RecordWish,
  colourName: string | undefined,
  batchOf: BatchLookup,
): LayerRecord[] {
  let depthUm = 0;
  return [...s.layers].reverse().map((l): LayerRecord => {
    const product = l.productId === undefined ? undefined : products(l.productId)?.name;
    const batch = wish.parts.includes('batches') && l.batchId !== undefined ? batchOf(l.batchId) : undefined;
    const out: LayerRecord = {
      label: l.label,
      family: FAMILIES[l.family].name,
      coats: l.coats,
      filmUm: Math.round(l.filmUm),
      // What nobody here laid is as somebody found it, also where some of it was sanded away.
      basis: l.productId === undefined && l.basis !== 'measured' ? 'found' : BASES[l.basis],
      depthUm: Math.round(depthUm),
      firstMs: l.startedMs,
      lastMs: l.lastAppliedMs,
      ...(product !== undefined && { product }),
      ...(batch && { batch }),
      ...(wish.parts.includes('air') && l.air && { air: { tempC: l.air.tempC, rh: l.air.rh } }),
      ...(l.colourHex !== undefined && {
        colour: { hex: l.colourHex, ...(colourName !== undefined && { name: colourName }) },
      }),
    };
    depthUm += l.filmUm;
    return out;
  });
}

function zoneRecord(
  job: Job,
  z: Zone,
  s: Strata,
  status: ZoneStatus | undefined,
  products: ProductLookup,
  wish: RecordWish,
  batchOf: BatchLookup,
): ZoneRecord {
  const finish = finishOf(job, z.id);
  const last = s.readings[s.readings.length - 1];
  const clock = (stage: string) => status?.clocks.find((c) => c.stage === stage);
  const over = clock('recoat');
  const full = clock('full');
  return {
    name: z.name,
    areaCm2: Math.round(z.areaCm2),
    substrate: SUBSTRATES[s.substrate].name,
    substrateUm: s.substrateUm,
    layers: layerRecords(s, products, wish, finish.colour?.name, batchOf),
    ...(last && { measured: { atMs: last.atMs, totalUm: Math.round(last.totalUm) } }),
    repairs: s.repairs.flatMap((r) =>
      r.endedMs === undefined
        ? [{ atMs: r.atMs, method: r.method, ...(r.temporaryUntilMs !== undefined && { untilMs: r.temporaryUntilMs }) }]
        : [],
    ),
    spots: spotsOf(s).map((x) => ({
      cause: x.cause,
      layers: x.layers.length,
      ...(x.areaCm2 !== undefined && { areaCm2: x.areaCm2 }),
    })),
    left: [
      ...leftFaults(s).map((f) => ({
        what: FAULT_NAMES[f.mark.fault],
        ...(f.deferred?.byMs !== undefined && { untilMs: f.deferred.byMs }),
      })),
      ...(s.defects ?? []).flatMap((d) =>
        d.deferred && d.doneMs === undefined
          ? [{ what: DEFECT_NAMES[d.kind], ...(d.deferred.byMs !== undefined && { untilMs: d.deferred.byMs }) }]
          : [],
      ),
    ],
    open: [
      ...openFaults(s).map((f) => FAULT_NAMES[f.mark.fault]),
      ...(s.defects ?? []).flatMap((d) => (!d.deferred && d.doneMs === undefined ? [DEFECT_NAMES[d.kind]] : [])),
    ],
    ...(s.surface.scratch && {
      keyed: { grit: s.surface.scratch.grit, wet: s.surface.scratch.wet, atMs: s.surface.scratch.atMs },
    }),
    ...(s.surface.clean && { wipedMs: s.surface.clean.atMs }),
    ...(typeof over?.opensMs === 'number' && { coatFromMs: over.opensMs }),
    ...(typeof over?.closesMs === 'number' && { coatUntilMs: over.closesMs }),
    ...(typeof full?.opensMs === 'number' && { hardMs: full.opensMs }),
    finish: finish.system,
  };
}

/** A job as it is handed over. @param statuses of its zones by id @param due what is to be looked at again (see `plan/due`) */
export function jobRecord(
  { job: whole, state }: { job: Job; state: JobState },
  statusOf: (zoneId: string) => ZoneStatus | undefined,
  products: ProductLookup,
  wish: RecordWish,
  more: Pick<JobRecord, 'shop' | 'madeMs' | 'due' | 'cost'> & { batchOf?: BatchLookup },
): JobRecord {
  const job = withoutCards(whole);
  const isWanted = (p: Panel) => !wish.panelIds || wish.panelIds.includes(p.id);
  return {
    format: 'stratocoat-record',
    version: 1,
    madeMs: more.madeMs,
    shop: more.shop,
    job: {
      name: job.name,
      about: job.about,
      ...(job.colour && { colour: { name: job.colour.name, hex: job.colour.hex } }),
    },
    audience: wish.audience,
    panels: job.panels.filter(isWanted).flatMap((p) => {
      const zones = zonesOf(job, p.id).flatMap((z) => {
        const s = state.zones.get(z.id)?.strata;
        return s ? [zoneRecord(job, z, s, statusOf(z.id), products, wish, more.batchOf ?? (() => undefined))] : [];
      });
      return zones.length > 0 ? [{ id: p.id, name: p.name, zones }] : [];
    }),
    due: more.due,
    ...(wish.parts.includes('cost') && more.cost && { cost: more.cost }),
  };
}
