/** @jest-environment node */
import { constantAir } from '../air/history';
import { clockShop } from '../cure/stages';
import { zoneStatus } from '../cure/status';
import { USUAL_FINISH, type Finish } from '../library/finish';
import { DEFAULT_METHOD } from '../library/method';
import { SHIPPED_PRODUCTS } from '../library/shipped';
import type { DefectKind } from '../log/defects';
import type { LogEvent } from '../log/event';
import { foldLog } from '../strata/fold';
import { coated, ev, foundBare, products, T0 } from '../testing';
import { DEFECTS, DEFECT_LAYERS } from '../systems/defects';
import type { WayInput } from './acts';
import { bearsCutting, defectWay, takesPaintOff, toMend } from './defectWay';

const DAY = 1440;
const defect = (kind: DefectKind, grade: 1 | 2 | 3 = 2, more = {}): LogEvent =>
  ev({ kind: 'defectMarked', atMin: -300, defect: kind, grade, ...more });
const paper = (grit: number, removedUm = 3): LogEvent =>
  ev({ kind: 'sanded', atMin: -120, grit, tool: 'block', wet: true, removedUm });
const WIPED = ev({ kind: 'cleaned', atMin: -60, productId: 'cleaner-final' });
const CLEARED = [coated('base-solvent', -20 * DAY, 2), coated('clear-ms', -20 * DAY + 60, 2)];
const PRIMED = [coated('epoxy-primer', -20 * DAY, 2), coated('highbuild-2k', -19 * DAY, 3)];

function input(done: LogEvent[], finish: Partial<Finish> = {}, more: Partial<WayInput> = {}): WayInput {
  const state = foldLog([foundBare(['lower'], -60 * DAY), coated('epoxy-primer', -30 * DAY, 2), ...done], products);
  const zone = state.zones.get('lower');
  if (!zone?.strata) throw new Error('no zone');
  return {
    strata: zone.strata,
    status: zoneStatus(zone, clockShop(constantAir(20, 0.45)), T0, products),
    state,
    all: SHIPPED_PRODUCTS,
    method: DEFAULT_METHOD,
    level: 'driver',
    finish: { ...USUAL_FINISH, ...finish },
    nowMs: T0,
    ...more,
  };
}
const labels = (...args: Parameters<typeof input>) => defectWay(input(...args)).map((c) => c.label);

const FRESH = [coated('base-solvent', -400, 2), coated('clear-ms', -340, 2)];
const WET_BASE = [coated('base-solvent', -20, 2)];
const OLD_BASE = [coated('base-solvent', -9 * DAY, 2)];
const FILLED = [ev({ kind: 'filled', atMin: -9 * DAY, productId: 'light-filler', filmUm: 900 })];
const inWet = (kind: DefectKind, grade: 1 | 2 | 3): LogEvent =>
  ev({ kind: 'defectMarked', atMin: -10, defect: kind, grade });

describe('what is done first about a defect, by what it is in and what was done about it', () => {
  it.each<[string, LogEvent[], string[]]>([
    ['a nib in clear is denibbed', [...CLEARED, defect('nib')], ['Denib, P2000']],
    ['and polished', [...CLEARED, defect('nib'), paper(2000, 1)], ['Polish']],
    ['a run in clear is cut flat', [...CLEARED, defect('run')], ['Cut it flat, P1500']],
    ['then refined', [...CLEARED, defect('run'), paper(1500)], ['Refine, P2000']],
    ['then polished', [...CLEARED, defect('run'), paper(2000, 1)], ['Polish']],
    [
      'a fresh one is soft below for longer, and waits',
      [...FRESH, defect('run')],
      ['A run is soft below for longer: leave it: wait, or bake it', 'Cut it flat, P1500'],
    ],
    [
      'cut too thin to be polished it is keyed for another coat',
      [...CLEARED, defect('run'), paper(1500, 25)],
      ['Flatten and key, P1000'],
    ],
    [
      'a grave one is coated again once it is keyed',
      [...CLEARED, defect('run', 3), paper(800), WIPED],
      ['Another coat of clear, medium solids', 'Clean: wax and grease remover'],
    ],
    ['a run in primer is cut flat and blocked', [...PRIMED, defect('run')], ['Cut it flat, P320']],
    [
      'fisheyes that go deep come off, down to what is sound',
      [...CLEARED, defect('fisheyes', 3)],
      ['Sand it off, down to solvent base coat, P240'],
    ],
    ['holograms are denibbed and polished again', [...CLEARED, defect('holograms')], ['Denib, P2000']],
    ['compound in trim is wiped off', [...CLEARED, defect('compoundInTrim')], ['Clean: wax and grease remover']],
    ['a colour that is off is keyed for colour', [...CLEARED, defect('colourOff')], ['Flatten and key, P800']],
    [
      'and coloured again',
      [...CLEARED, defect('colourOff'), paper(800), WIPED],
      ['Colour it again: solvent base coat', 'Clean: wax and grease remover'],
    ],
    [
      'what still sinks waits before it is polished',
      [...FRESH, defect('dieBack')],
      ['It still sinks: leave it: wait, or bake it', 'Denib, P2000'],
    ],
    [
      'a soft film is left to harden',
      [...FRESH, defect('softFilm')],
      ['It is soft: leave it to harden: wait, or bake it'],
    ],
    ['pinholes in filler are sanded open', [...FILLED, defect('pinholes')], ['Sand it open, P180']],
    [
      'and closed with glaze',
      [...FILLED, defect('pinholes'), paper(180), WIPED],
      ['Fine glaze', 'Clean: wax and grease remover'],
    ],
    ['filler that peels off comes off', [...FILLED, defect('peelsOff')], ['Strip: sander']],
    [
      'enamel is never polished: it is keyed for another coat',
      [coated('enamel', -29 * DAY, 2), defect('nib')],
      ['Flatten and key, P1000'],
    ],
  ])('%s', (_, log, want) => expect(labels(log)).toEqual(want));

  it('on base that is wet in wet another coat evens out what is flat, and nothing that stands proud or lies deep', () => {
    for (const kind of ['mottle', 'stripes', 'poorHiding'] as const)
      expect(labels([...WET_BASE, inWet(kind, 1)])).toEqual(['Another coat of solvent base coat']);
    for (const [kind, grade] of [
      ['run', 3],
      ['curtain', 1],
      ['drySpray', 3],
      ['fisheyes', 2],
    ] as const)
      expect(labels([...WET_BASE, inWet(kind, grade)]).at(-1)).toBe('Flatten and key, P1000');
    expect(labels([...OLD_BASE, defect('run', 3)])).toEqual(['Flatten and key, P1000']);
    expect(labels([...OLD_BASE, defect('run', 3), paper(1000), WIPED])[0]).toBe('Colour it again: solvent base coat');
  });

  it('is sanded off where a shop does not strip that substrate', () => {
    const plastic = foldLog(
      [
        ev({ kind: 'found', atMin: -60 * DAY, substrate: 'plastic', thicknessUm: 3000, layers: [] }),
        coated('epoxy-primer', -30 * DAY, 2),
        ...FILLED,
        defect('peelsOff', 3),
      ],
      products,
    );
    const zone = plastic.zones.get('lower')!;
    const w = input([], {}, { strata: zone.strata!, state: plastic });
    expect(toMend(w).map((m) => m.mend)).toEqual(['strip']);
    expect(defectWay(w)[0]?.step).toMatchObject({ kind: 'sand', grit: 240 });
  });
});

describe('of several', () => {
  it('what takes the most away comes first, in whatever order they were marked', () => {
    const marks = [defect('nib'), defect('fisheyes', 3), defect('run'), defect('compoundInTrim')];
    for (const log of [marks, [...marks].reverse()]) {
      const w = input([...CLEARED, ...log]);
      expect(toMend(w).map((m) => m.mend)).toEqual(['sound', 'level', 'polish', 'wipe']);
      expect(takesPaintOff(w)).toBe(true);
    }
    expect(takesPaintOff(input([...CLEARED, defect('nib')]))).toBe(false);
    expect(takesPaintOff(input(CLEARED))).toBe(false);
  });
  it('none is nothing to do, and one that is put off is left out', () => {
    expect(labels(CLEARED)).toEqual([]);
    expect(labels([...CLEARED, defect('run')], {}, { putOff: ['sand'] })).toEqual([]);
  });
  it('without gloss nothing is cut and polished: it gets another coat', () => {
    expect(toMend(input([...CLEARED, defect('nib')], { sheen: 'satin' })).map((m) => m.mend)).toEqual(['coat']);
  });
});

describe('film for cutting', () => {
  it('is there on two coats of clear, and no more once a good part of it was cut away', () => {
    expect(bearsCutting(input(CLEARED).strata, 1500)).toBe(true);
    expect(bearsCutting(input([...CLEARED, paper(1500, 25)]).strata, 1500)).toBe(false);
  });
  it('a finer paper takes less: what bears the coarse one bears the fine one', () => {
    for (let um = 0; um <= 40; um += 2) {
      const { strata } = input([...CLEARED, paper(1500, um)]);
      if (bearsCutting(strata, 1500)) expect(bearsCutting(strata, 2000)).toBe(true);
    }
  });
  it('is not asked of primer', () => expect(bearsCutting(input(PRIMED).strata, 320)).toBe(true));
});

it('every defect that is known in a layer has a first step there, at every grade', () => {
  const logs = { topcoat: CLEARED, base: OLD_BASE, primer: PRIMED, filler: FILLED } as const;
  const without: string[] = [];
  for (const layer of DEFECT_LAYERS)
    for (const kind of Object.keys(DEFECTS) as DefectKind[])
      for (const grade of [1, 2, 3] as const) {
        if (DEFECTS[kind].mends[layer] === null) continue;
        const w = input([...logs[layer], defect(kind, grade)]);
        const [first] = toMend(w);
        // What had only to harden has, by now.
        if (first && defectWay(w).length === 0) without.push(`${kind} ${grade} in ${layer}`);
      }
  expect(without).toEqual([]);
});
