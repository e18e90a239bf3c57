import { SHIPPED_PRODUCTS } from '../library/shipped';
import { foldLog } from '../strata/fold';
import { openSpots } from '../strata/spots';
import { products } from '../testing';
import v11 from './fixtures/job-v11.json';
import { readJobFile, writeJobFile } from './jobFile';

const USED = ['epoxy-primer', 'highbuild-2k', 'dtm-2k'];

describe('a job file of version 11, with spots on its surface', () => {
  const r = readJobFile({ ...v11, products: SHIPPED_PRODUCTS.filter((p) => USED.includes(p.id)) });
  if (!r.ok) throw new Error(JSON.stringify(r.error));
  const { job, events } = r.value;
  const upTo = (n: number) => foldLog(events.slice(0, n), products).zones.get('z')?.strata;
  it('has the layers that it had, and its spots with stacks of their own', () => {
    expect(upTo(7)?.layers.map((l) => [l.productId, Math.round(l.filmUm)])).toEqual([
      ['epoxy-primer', 100],
      ['highbuild-2k', 135],
      ['dtm-2k', 38],
    ]);
    const through = upTo(5);
    expect(through && openSpots(through).map((x) => x.layers.map((l) => l.productId))).toEqual([['epoxy-primer']]);
    // The coat over all covered them; then it was gone through once more.
    const covered = upTo(6);
    expect(covered && openSpots(covered)).toEqual([]);
    const again = upTo(7);
    expect(again && openSpots(again).map((x) => x.id)).toEqual(['e7']);
  });
  it('goes out and comes in as it is', () => {
    const out = readJobFile(JSON.parse(JSON.stringify(writeJobFile(job, events, SHIPPED_PRODUCTS, v11.exportedMs))));
    expect(out.ok && out.value.events).toEqual(events);
  });
});
