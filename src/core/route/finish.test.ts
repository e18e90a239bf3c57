import { constantAir } from '../air/history';
import { clockShop } from '../cure/stages';
import { zoneStatus } from '../cure/status';
import { USUAL_FINISH, type Finish } from '../library/finish';
import { DEFAULT_METHOD } from '../library/method';
import { SHIPPED_PRODUCTS } from '../library/shipped';
import { asFoundOf, AS_FOUND, layersAsFound, type AsFound } from '../log/asFound';
import type { LogEvent } from '../log/event';
import { foldLog } from '../strata/fold';
import { coated, ev, products, T0 } from '../testing';
import { stepKey } from './acts';
import { wayFrom } from './way';

const DAY = 1440;
const CLEAN = ev({ kind: 'cleaned', atMin: -10, productId: 'cleaner-metal' });
const paper = (grit: number, atMin = -30) =>
  ev({ kind: 'sanded', atMin, grit, tool: 'block', wet: false, removedUm: 3 });
const prime = (id: string, daysAgo: number, coats = 2) => coated(id, -daysAgo * DAY, coats);

/** Labels of the way from a zone as it came in and what was done to it since. */
function way(begin: AsFound, done: LogEvent[], finish: Partial<Finish> = {}, putOff: string[] = []) {
  const found = ev({
    kind: 'found',
    atMin: -60 * DAY,
    substrate: 'steel',
    thicknessUm: 800,
    layers: layersAsFound(begin, 'steel'),
  });
  const state = foldLog([found, ...done], products);
  const zone = state.zones.get('lower');
  const status = zoneStatus(zone, clockShop(constantAir(20, 0.45)), T0, products);
  const strata = zone?.strata;
  if (!strata) throw new Error('no zone');
  return wayFrom({
    strata,
    status,
    state,
    all: SHIPPED_PRODUCTS,
    method: DEFAULT_METHOD,
    level: 'driver',
    finish: { ...USUAL_FINISH, ...finish },
    nowMs: T0,
    putOff,
  });
}
const first = (...args: Parameters<typeof way>) => way(...args)[0]?.label;

describe('what comes first, by what was found and by what is agreed', () => {
  const clear = [prime('base-solvent', 9), prime('clear-ms', 9)];
  it.each<[string, string, AsFound, LogEvent[], Partial<Finish>]>([
    ['electrocoat is wiped', 'Clean: wax and grease remover', 'electrocoat', [], {}],
    ['and keyed for primer', 'Sand to key, P320', 'electrocoat', [CLEAN], {}],
    ['keyed and wiped it gets primer', 'Epoxy primer', 'electrocoat', [paper(320), CLEAN], {}],
    ['a transport primer comes off', 'Strip: sander', 'transport', [], {}],
    ['a factory finish that was wiped is keyed for colour', 'Sand to key, P800', 'factory', [CLEAN], {}],
    ['for a liner coarser', 'Sand to key, P180', 'factory', [CLEAN], { system: 'liner' }],
    ['a primed load bed is lined', 'Load-bed liner', 'bare', [prime('epoxy-primer', 0.2)], { system: 'liner' }],
    ['a primed floor gets underseal', 'Underseal', 'bare', [prime('epoxy-primer', 0.2)], { system: 'underseal' }],
    ['primer only is fitted', 'Refit', 'bare', [prime('epoxy-primer', 2)], { system: 'primer' }],
    ['rust primer takes enamel', 'One-pack enamel', 'bare', [prime('rust-primer', 3)], { system: 'enamel' }],
    [
      'blocked primer takes single-stage',
      'Single-stage topcoat',
      'bare',
      [prime('highbuild-2k', 5, 3), paper(600), CLEAN],
      { system: 'singleStage' },
    ],
    ['gloss is denibbed', 'Denib, P2000', 'bare', clear, {}],
    ['satin is fitted', 'Refit', 'bare', clear, { sheen: 'satin' }],
    ['enamel is not denibbed', 'Refit', 'bare', [prime('primer-1k', 30), prime('enamel', 20)], { system: 'enamel' }],
    ['wax ends it', 'Refit', 'bare', [prime('epoxy-primer', 9), prime('cavity-wax', 3, 1)], {}],
    [
      'sealer past its window is scuffed',
      'Scuff, P400',
      'bare',
      [prime('epoxy-primer', 20), prime('seam-sealer', 10, 1)],
      {},
    ],
  ])('%s: %s', (_, label, begin, done, finish) => expect(first(begin, done, finish)).toBe(label));

  it('what is put off does not come up, and the rest stays in its order', () => {
    const all = way('bare', clear).map((c) => c.label);
    const less = way('bare', clear, {}, ['sand']).map((c) => c.label);
    expect(all[0]).toBe('Denib, P2000');
    expect(less).toEqual(all.filter((l) => !/^(Denib|Sand)/.test(l)));
  });
  it('a step is known again by its act and its family', () => {
    const epoxy = products('epoxy-primer');
    expect(epoxy && stepKey({ kind: 'coat', product: epoxy })).toBe('coat epoxy');
    expect(stepKey({ kind: 'sand', grit: 400 })).toBe('sand');
  });
});

describe('how a panel comes in', () => {
  it.each(AS_FOUND)('%s is known again by its layers', (a) => expect(asFoundOf(layersAsFound(a, 'steel'))).toBe(a));
  it('plastic and glassfibre were never electrocoated', () => {
    for (const s of ['plastic', 'glassfibre', 'smc', 'carbon'] as const)
      expect(layersAsFound('factory', s).map((l) => l.family)).toEqual(['factoryFinish']);
  });
  it('what somebody put together otherwise counts as old paint', () =>
    expect(asFoundOf([{ label: 'Red lead', family: 'oldCoating', filmUm: 60 }])).toBe('old'));
});
