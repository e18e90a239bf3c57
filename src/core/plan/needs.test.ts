import { products, JOB } from '../testing';
import { differsFrom } from '../route/withShelf';
import type { Route, RouteStep } from '../route/route';
import type { Product } from '../library/product';
import { EMPTY_SHELF, foldShelf } from '../stock/shelf';
import { rec } from '../stock/shelf.testing';
import { needsOf, piecesToBuy, shoppingRows } from './needs';

const build = products('highbuild-2k')!;
const coat = (product: Product): RouteStep => ({
  label: product.name,
  step: { kind: 'coat', product },
  fromMs: 0,
  workMin: 10,
});
const sand = (grit: number): RouteStep => ({
  label: `Sand, P${grit}`,
  step: { kind: 'sand', grit, removedUm: 5 },
  fromMs: 0,
  workMin: 10,
});
const way = (...steps: RouteStep[]): Route => ({ steps, doneMs: 1, workMin: 0, waitMin: 0 });

describe('what a way takes off the shelf', () => {
  it('by hand: each coat by area, film, solids and landing, with a tenth that stays in the cup, in 4 : 1', () => {
    const { parts, papers } = needsOf([coat(build), coat(build), sand(400), sand(80)], 6000, () => undefined);
    const f = build.thinning!.defaultFraction;
    const solids = (4 * 0.52 + 0.45) / (5 + 4 * f);
    const ml = ((0.6 * build.film.nominalUm) / (solids * 0.65 * 0.9)) * 1.1;
    const paint = parts.filter((p) => p.part === 0).reduce((s, p) => s + p.massG, 0);
    expect(paint).toBeCloseTo(2 * ml * (4 / (5 + 4 * f)) * 1.55, 6);
    expect([...papers]).toEqual([
      [400, 2],
      [80, 4],
    ]);
  });
  it('paper and one-time clips, less what is in the drawer, as rows of a table', () => {
    const shelf = foldShelf([
      rec({
        kind: 'received',
        containerId: 'd',
        holds: { what: 'article', article: 'abrasive', name: 'P400 discs' },
        amount: 1,
      }),
    ]);
    const job = {
      ...JOB,
      bags: [
        {
          id: 'b',
          name: 'Bag',
          panelId: 'door',
          where: 'Box',
          items: [{ id: 'i', name: 'Door clip', count: 6, oneTime: true, mustReturn: false, back: 2 }],
        },
      ],
    };
    const pieces = piecesToBuy(new Map([[400, 2.2]]), job, shelf);
    expect(pieces).toEqual([
      { name: 'P400 discs or sheets', need: 3, here: 1, missing: 2 },
      { name: 'Door clip', need: 4, here: 0, missing: 4 },
    ]);
    expect(shoppingRows([], pieces)[1]).toEqual(['P400 discs or sheets', '2', '1', 'piece', '3', '1', '']);
    expect(piecesToBuy(new Map(), JOB, EMPTY_SHELF)).toEqual([]);
  });
});

describe('the way with what is on the shelf', () => {
  const [epoxy, dtm] = [products('epoxy-primer')!, products('dtm-2k')!];
  it('says what is missing and what takes its place, once each', () => {
    const says = differsFrom(
      way(coat(epoxy), coat(epoxy), coat(build)),
      way(coat(dtm), coat(build)),
      new Set([dtm.id, build.id]),
    );
    expect(says).toEqual(['No epoxy primer here: direct-to-metal primer, or wait for it.']);
    expect(differsFrom(way(coat(build)), way(coat(build)), new Set([build.id]))).toEqual([]);
  });
  it('where nothing does, another act comes first, or one waits', () => {
    const promoter = products('plastic-promoter')!;
    expect(differsFrom(way(coat(promoter)), way(sand(320)), new Set())).toEqual([
      'No plastic adhesion promoter here: sand, P320 first, or wait for it.',
    ]);
    expect(differsFrom(way(coat(promoter)), way(), new Set())[0]).toMatch(/nothing on the shelf takes its place/);
  });
});
