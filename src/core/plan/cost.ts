import type { ProductLookup } from '../library/product';
import { KINDS, type PlainEvent } from '../log/event';
import { zonesOf, type Job } from '../log/job';
import type { WorkAct } from '../log/workActs';
import { workMinutes } from '../labour/hours';
import { splitMix } from '../mix/ratio';
import { learnWaste } from '../stock/learn';
import { panelMaterial, type PanelMaterial, type ShelfBooks } from '../stock/use';
import { effectiveEvents, type JobState } from '../strata/fold';
import { figure, phrase, type Message } from '../units/phrase';

/** What an hour costs, in the shop's currency. */
export interface Rates {
  labourH: number;
  ovenH: number;
  blastH: number;
}

/** What something was worked out to cost, and what it did. */
export interface EstimatedActual {
  estimated: number;
  actual: number;
}
export const COST_KINDS = ['material', 'waste', 'labour', 'machine'] as const;
export type CostKind = (typeof COST_KINDS)[number];

export interface PanelCost {
  panelId: string;
  money: Readonly<Record<CostKind, EstimatedActual>>;
  total: EstimatedActual;
  /** Minutes of hands; of `actual` so many were clocked, the rest is the estimate again. */
  minutes: EstimatedActual & { clocked: number };
  material: PanelMaterial;
  /** Solvent that went into the air, g. */
  vocG: number;
}

/** Zones of a panel as a share of the area that an entry was about. */
function shareOf(areas: ReadonlyMap<string, number>, e: PlainEvent, own: ReadonlySet<string>): number {
  let [all, mine] = [0, 0];
  for (const z of e.zoneIds) {
    const area = areas.get(z) ?? 0;
    all += area;
    if (own.has(z)) mine += area;
  }
  if (all > 0) return mine / all;
  return e.zoneIds.length > 0 ? e.zoneIds.filter((z) => own.has(z)).length / e.zoneIds.length : 0;
}

/**
 * What a panel has cost so far, beside what the same work is worked out to cost: material by area, film and the usual transfer; waste by what the
 * trade throws away; hands by usual figures. Hours that nobody clocked count as estimated on both sides.
 * @param books of the shop, where its log is at hand: then material is paid by what its tins cost, and waste is what was thrown away
 */
export function panelCost(
  job: Job,
  state: JobState,
  panelId: string,
  products: ProductLookup,
  rates: Rates,
  books?: ShelfBooks,
): PanelCost {
  const own = new Set(zonesOf(job, panelId).map((z) => z.id));
  const areas = new Map(job.zones.map((z) => [z.id, z.areaCm2]));
  const material = panelMaterial(job, state, panelId, products, books);
  let estimatedMaterial = 0;
  let mixedCost = 0;
  for (const l of material.lines) {
    const p = products(l.productId);
    if (!p) continue;
    const s = splitMix(p, l.estimatedMl, p.thinning?.defaultFraction ?? 0);
    estimatedMaterial += s.cost;
    if (l.basis === 'poured') mixedCost += s.cost;
  }
  const usualWaste = learnWaste([]).share;
  const minutes = { estimated: 0, actual: 0, clocked: 0 };
  let machine = 0;
  const mine = effectiveEvents(state).filter((e) => e.zoneIds.some((z) => own.has(z)));
  const clockedActs = new Set<WorkAct>(mine.flatMap((e) => (e.kind === 'worked' ? [e.act] : [])));
  for (const e of mine) {
    const share = shareOf(areas, e, own);
    const { step, act } = KINDS[e.kind];
    const area = e.zoneIds.reduce((s, z) => s + (areas.get(z) ?? 0), 0);
    const usual =
      step === null || step === undefined
        ? 0
        : workMinutes(step, area * ('coats' in e ? e.coats : 1), e.kind === 'sanded' ? e.grit : undefined) * share;
    minutes.estimated += usual;
    if (e.workMin !== undefined) {
      minutes.actual += e.workMin * share;
      minutes.clocked += e.workMin * share;
    } else if (act === null || !clockedActs.has(act)) minutes.actual += usual;
    if (e.kind === 'baked') machine += (e.minutes / 60) * rates.ovenH * share;
    if (e.kind === 'blasted') machine += ((e.workMin ?? workMinutes('blast', area)) / 60) * rates.blastH * share;
  }
  const money = {
    material: { estimated: estimatedMaterial, actual: material.cost - material.wasteCost },
    waste: { estimated: (mixedCost * usualWaste) / (1 - usualWaste), actual: material.wasteCost },
    labour: {
      estimated: (minutes.estimated / 60) * rates.labourH,
      actual: (minutes.actual / 60) * rates.labourH,
    },
    machine: { estimated: machine, actual: machine },
  };
  return { panelId, money, total: sumOf(Object.values(money)), minutes, material, vocG: material.vocG };
}

const sumOf = (all: readonly EstimatedActual[]): EstimatedActual => ({
  estimated: all.reduce((s, x) => s + x.estimated, 0),
  actual: all.reduce((s, x) => s + x.actual, 0),
});

/** The panels of a job together. */
export function jobCost(panels: readonly PanelCost[]): Pick<PanelCost, 'money' | 'total' | 'minutes' | 'vocG'> {
  const kind = (k: CostKind) => sumOf(panels.map((p) => p.money[k]));
  return {
    money: { material: kind('material'), waste: kind('waste'), labour: kind('labour'), machine: kind('machine') },
    total: sumOf(panels.map((p) => p.total)),
    minutes: {
      ...sumOf(panels.map((p) => p.minutes)),
      clocked: panels.reduce((s, p) => s + p.minutes.clocked, 0),
    },
    vocG: panels.reduce((s, p) => s + p.vocG, 0),
  };
}

/** Off by less than this is what an estimate is. */
const WORTH_SAYING = 0.15;
const percent = (x: number): string => `${Math.round(Math.abs(x) * 100)}\u00a0%`;

/**
 * What to change next time, the dearest difference first: which product took more or less than worked out, what was thrown away, and where
 * the hours were.
 * @param landing what to count with for a product, where the shop has measured it
 */
export function nextTime(
  panels: readonly PanelCost[],
  landing?: (productId: string) => { share: number; of: number } | undefined,
): Message[] {
  const products = new Map<
    string,
    { label: string; usedMl: number; shouldMl: number; wasteMl: number; cost: number }
  >();
  for (const { material } of panels)
    for (const l of material.lines) {
      if (l.basis !== 'poured') continue;
      const had = products.get(l.productId);
      products.set(l.productId, {
        label: l.label,
        usedMl: l.volumeMl + (had?.usedMl ?? 0),
        shouldMl: l.estimatedMl + (had?.shouldMl ?? 0),
        wasteMl: l.wasteMl + (had?.wasteMl ?? 0),
        cost: l.cost + l.wasteCost + (had?.cost ?? 0),
      });
    }
  const said: { worth: number; says: Message }[] = [];
  for (const [id, p] of products) {
    const off = p.shouldMl > 0 ? p.usedMl / p.shouldMl - 1 : 0;
    if (Math.abs(off) > WORTH_SAYING) {
      const seen = landing?.(id);
      const count =
        seen && seen.of > 0
          ? `: count with ${percent(seen.share)} landing on the work, as your film readings say`
          : off > 0
            ? ': read the film, to see whether it lies thicker or went past'
            : ': read the film, to see whether it is thin';
      said.push({
        worth: p.cost * Math.abs(off),
        says: phrase`${p.label}: ${figure('volume', p.usedMl)} used, ${percent(off)} ${off > 0 ? 'more' : 'less'} than worked out${count}.`,
      });
    }
    const thrown = p.wasteMl / (p.usedMl + p.wasteMl || 1);
    if (thrown > learnWaste([]).share + 0.05)
      said.push({
        worth: p.cost * thrown,
        says: phrase`${p.label}: ${figure('volume', p.wasteMl)} thrown away, ${percent(thrown)} of what was mixed: keep less in hand, or mix a smaller last cup.`,
      });
  }
  const { minutes, money } = jobCost(panels);
  const hours = minutes.estimated > 0 ? minutes.actual / minutes.estimated - 1 : 0;
  if (minutes.clocked > 0 && Math.abs(hours) > WORTH_SAYING)
    said.push({
      worth: Math.abs(money.labour.actual - money.labour.estimated),
      says: `Hours: ${percent(hours)} ${hours > 0 ? 'over' : 'under'} what such work usually takes.`,
    });
  return said.sort((a, b) => b.worth - a.worth).map((s) => s.says);
}
