import fc from 'fast-check';
import { constantAir } from '../air/history';
import { clockShop } from '../cure/stages';
import { zoneStatus } from '../cure/status';
import { DEFAULT_METHOD } from '../library/method';
import { FAMILIES } from '../library/product';
import { SHIPPED_PRODUCTS } from '../library/shipped';
import { GRITS } from '../log/tools';
import { foldLog } from '../strata/fold';
import { anyWork, products, T0 } from '../testing';
import type { Step } from './rule';
import { verdictOn, type Verdict, type VerdictInput } from './verdict';

const uses = (kind: string) => SHIPPED_PRODUCTS.filter((p) => FAMILIES[p.family].usedIn === kind);
const PAPERS: Step[] = GRITS.map((grit) => ({ kind: 'sand', grit, removedUm: 3 }));
const WIPES: Step[] = uses('cleaned').map((product) => ({ kind: 'clean', product }));
const coat = (id: string): Step => ({ kind: 'coat', product: products(id)! });
const METAL_PRIMERS = ['epoxy-primer', 'dtm-2k', 'etch-primer'].map(coat);
const PROMOTER = coat('plastic-promoter');
const STRIPS: Step[] = (['sander', 'chemical', 'scraper'] as const).map((method) => ({ kind: 'strip', method }));

/** What each rule that stops asks hands to do. Rules that only wait, and those that ask for another material, are not here. */
const ASKS: Record<string, readonly Step[]> = {
  'clean.before': WIPES,
  'over.key': PAPERS,
  'over.scratch': PAPERS,
  'over.polished': [...WIPES, ...PAPERS],
  'over.guideLeft': [...PAPERS, ...WIPES],
  'over.flashRust': PAPERS,
  'over.windowClosed': [...PAPERS, PROMOTER],
  'over.shows': [...PAPERS, ...STRIPS],
  'over.ring': METAL_PRIMERS,
  'over.residue': WIPES,
  'over.waterborne': METAL_PRIMERS,
  'film.most': PAPERS,
  'sand.coarseClear': PAPERS,
};
/** Their advice is to take other material, or to leave it: the property of the way ("something may be done") covers it. */
const OTHER_MATERIAL = [
  'clean.film',
  'sand.reserve',
  'over.table',
  'over.spots',
  'film.fillerMost',
  'fit.bareFace',
  'fit.unfinished',
  'polish.what',
];

const byHands = (v: Verdict) => v.findings.filter((f) => f.level === 'stop' && f.clearsMs === undefined);

function inputOf(
  { log, lastMin }: { log: Parameters<typeof foldLog>[0]; lastMin: number },
  since: number,
): VerdictInput {
  const nowMs = T0 + (lastMin + since) * 60_000;
  const zone = foldLog([...log], products).zones.get('lower')!;
  const status = zoneStatus(zone, clockShop(constantAir(20, 0.45)), nowMs, products);
  return { strata: zone.strata!, status, air: { tempC: 20, rh: 0.45 }, method: DEFAULT_METHOD, products, nowMs };
}

/**
 * Whether what a stop asks for can be begun: it is not stopped, or only waits, or is stopped with something in its turn that can be begun.
 * @returns the ring of reasons that leads nowhere; undefined where it leads on
 */
function deadEnd(step: Step, input: VerdictInput, seen: readonly string[] = []): string[] | undefined {
  for (const f of byHands(verdictOn(step, input))) {
    const asked = ASKS[f.ruleId];
    if (!asked) continue;
    if (seen.includes(f.ruleId)) return [...seen, f.ruleId];
    const path = [...seen, f.ruleId];
    if (asked.every((s) => deadEnd(s, input, path) !== undefined)) return path;
  }
  return undefined;
}

const STEPS: Step[] = [
  ...uses('coated').map((product): Step => ({ kind: 'coat', product })),
  ...uses('treated').map((product): Step => ({ kind: 'coat', product })),
  ...uses('filled').map((product): Step => ({ kind: 'fill', product })),
  ...WIPES,
  ...PAPERS,
];

describe('no two rules contradict each other', () => {
  it('what a stop asks for can be done, on whatever lies there', () => {
    const asked = new Set<string>();
    fc.assert(
      fc.property(anyWork, fc.integer({ min: 1, max: 20_000 }), (work, since) => {
        const input = inputOf(work, since);
        for (const step of STEPS) {
          for (const f of byHands(verdictOn(step, input))) asked.add(f.ruleId);
          const ring = deadEnd(step, input);
          const on = input.strata.layers[input.strata.layers.length - 1]?.label ?? input.strata.substrate;
          expect([on, step, ring]).toEqual([on, step, undefined]);
        }
      }),
      { numRuns: 120, endOnFailure: true },
    );
    // No rule that stops by hands is left out of both lists.
    expect([...asked].filter((id) => !(id in ASKS) && !OTHER_MATERIAL.includes(id))).toEqual([]);
  });
});
