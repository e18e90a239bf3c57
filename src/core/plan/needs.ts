import { FAMILIES, isFiller, type Product } from '../library/product';
import type { Job } from '../log/job';
import { coatNeed, type TransferOf } from '../mix/session';
import { partNeeds, type OrderLine, type PartNeed } from '../stock/order';
import type { Shelf } from '../stock/shelf';
import { coatDefaults } from '../route/draft';
import type { RouteStep } from '../route/route';

/** What a coat is not laid without being left in cup and gun, as a share of it: every cup keeps a little. */
const CUP_LOSS = 0.1;
/** A disc or a sheet does so much before it is done, cm²: on filler a little over a square foot, on paint twice that. */
const PAPER_CM2 = { coarse: 1500, fine: 3000 } as const;

/** What steps that are still to come on a zone take off the shelf. */
export interface StepNeeds {
  parts: PartNeed[];
  /** Sheets or discs by grit. */
  papers: Map<number, number>;
}

/**
 * What the way of a zone takes: each coat and skim by area and film with the usual transfer and what stays in the cup, and paper by area.
 * @param thinnerFor which thinner goes into a product
 */
export function needsOf(
  steps: readonly RouteStep[],
  areaCm2: number,
  thinnerFor: (p: Product) => Product | undefined,
  transfer?: TransferOf,
): StepNeeds {
  const parts: PartNeed[] = [];
  const papers = new Map<number, number>();
  for (const { step, skim, areaCm2: workedCm2 = areaCm2 } of steps) {
    if (step.kind === 'coat' || step.kind === 'fill') {
      const { product } = step;
      const c = coatDefaults(product);
      const filmUm = step.kind === 'fill' ? (step.filmUm ?? c.filmUm) : c.filmUm;
      const { ml } = coatNeed(
        {
          id: '',
          product,
          areaCm2: skim?.areaCm2 ?? workedCm2,
          coats: 1,
          filmUm,
          thinnerFraction: c.thinnerFraction ?? 0,
          application: isFiller(product.family) ? 'spreader' : FAMILIES[product.family].application,
          shape: 'plain',
        },
        transfer,
      );
      parts.push(...partNeeds(product, ml * (1 + CUP_LOSS), c.thinnerFraction ?? 0, thinnerFor(product)));
    }
    if (step.kind === 'sand') {
      const per = step.grit <= 240 ? PAPER_CM2.coarse : PAPER_CM2.fine;
      papers.set(step.grit, (papers.get(step.grit) ?? 0) + workedCm2 / per);
    }
  }
  return { parts, papers };
}

/** Something that is counted and missing. */
export interface PieceLine {
  name: string;
  need: number;
  here: number;
  missing: number;
}

/** Paper and one-time clips that a job still wants, less what is on the shelf. Paper is known by its grit in the name. */
export function piecesToBuy(papers: ReadonlyMap<number, number>, job: Job, shelf: Shelf): PieceLine[] {
  const articles = [...shelf.containers.values()].flatMap((c) =>
    c.holds.what === 'article' ? [{ ...c.holds, amount: Math.max(0, c.amount) }] : [],
  );
  const line = (name: string, need: number, here: number): PieceLine[] =>
    need > here ? [{ name, need, here, missing: need - here }] : [];
  const grits = [...papers].sort((a, b) => a[0] - b[0]);
  const clips = new Map<string, number>();
  for (const bag of job.bags ?? [])
    for (const i of bag.items)
      if (i.oneTime && i.back < i.count && i.dueMs === undefined)
        clips.set(i.name, (clips.get(i.name) ?? 0) + i.count - i.back);
  return [
    ...grits.flatMap(([grit, n]) => {
      const is = new RegExp(`\\bP${grit}\\b`, 'i');
      const here = articles.reduce((s, a) => s + (a.article === 'abrasive' && is.test(a.name) ? a.amount : 0), 0);
      return line(`P${grit} discs or sheets`, Math.ceil(n), here);
    }),
    ...[...clips].flatMap(([name, n]) => {
      const here = articles.reduce(
        (s, a) => s + (a.article === 'clip' && a.name.toLowerCase() === name.toLowerCase() ? a.amount : 0),
        0,
      );
      return line(name, n, here);
    }),
  ];
}

/** The list as a table that any spreadsheet reads: what, how many, of which size, about what it costs. */
export function shoppingRows(lines: readonly OrderLine[], pieces: readonly PieceLine[]): string[][] {
  return [
    ['what', 'tins', 'size', 'unit', 'needed', 'on the shelf', 'about'],
    ...lines.flatMap((l) =>
      l.order.tins.map((t, i) => [
        l.name,
        String(t.count),
        String(t.size),
        l.order.unit,
        i === 0 ? `${Math.ceil(l.needG)} g` : '',
        i === 0 ? `${Math.floor(Math.max(0, l.hereG))} g` : '',
        i === 0 ? l.cost.toFixed(2) : '',
      ]),
    ),
    ...pieces.map((p) => [p.name, String(p.missing), '1', 'piece', String(p.need), String(p.here), '']),
  ];
}
