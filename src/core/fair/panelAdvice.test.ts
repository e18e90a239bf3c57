/** @jest-environment node */
import { SHIPPED_PRODUCTS } from '../library/shipped';
import type { GuideRound } from '../log/event';
import type { Job } from '../log/job';
import { foldLog } from '../strata/fold';
import { coated, ev, foundBare, products } from '../testing';
import { messageIn } from '../units/phrase';
import { flatGrid } from './truth';
import { adviseOnPanel, lastBoardMm } from './panelAdvice';
import { withHeights } from './grid';
import type { RoundEntry } from './surfaceNow';

/** A door of a metre by half a metre, its lower half painted and its upper half bare. */
const square = (y0: number, y1: number) => [
  { x: 0, y: y0 },
  { x: 1000, y: y0 },
  { x: 1000, y: y1 },
  { x: 0, y: y1 },
];
const JOB: Job = {
  id: 'job',
  name: 'Van',
  about: '',
  createdMs: 0,
  panels: [
    {
      id: 'door',
      name: 'Door',
      substrate: 'steel',
      thicknessUm: 800,
      map: { widthMm: 1000, heightMm: 500, outline: square(0, 500) },
    } as unknown as Job['panels'][number],
  ],
  zones: [
    { id: 'upper', panelId: 'door', name: 'Upper', areaCm2: 2500, outline: square(0, 250) },
    { id: 'lower', panelId: 'door', name: 'Lower', areaCm2: 2500, outline: square(250, 500) },
  ],
};
const panel = JOB.panels[0]!;
const state = foldLog(
  [
    foundBare(['upper', 'lower']),
    { ...coated('highbuild-2k', -900, 4), zoneIds: ['lower'] } as ReturnType<typeof coated>,
    ev({ kind: 'guideCoated', atMin: -100, productId: 'guide-coat', zoneIds: ['lower', 'upper'] }),
  ],
  products,
);
const grid = () => flatGrid(11, 6, 1000, 500);
/** Off by so much at one point of the grid, and as sure as that everywhere. */
const off = (ix: number, iy: number, mm: number, spreadMm = 0.005) => ({
  off: withHeights(grid(), (_, x, y) => (x === ix && y === iy ? mm : 0)),
  spread: withHeights(grid(), () => spreadMm),
});
const round = (marks: GuideRound['marks'], tool: GuideRound['tool'] = 'longBoard'): RoundEntry =>
  ({ atMs: 0, round: { tool, grit: 180, marks } }) as unknown as RoundEntry;
const low = [{ x: 500, y: 400, radiusMm: 40, showed: 'low' }] as unknown as NonNullable<GuideRound['marks']>;
const advise = (relief: ReturnType<typeof off>, rounds: readonly RoundEntry[], level: 'show' | 'driver' = 'driver') =>
  adviseOnPanel({ job: JOB, state }, panel, 'outer', relief, rounds, level, SHIPPED_PRODUCTS);

describe('what is next on a panel that is being blocked', () => {
  it('within what was agreed: stop, with both figures', () => {
    const a = advise(off(5, 4, -0.001, 0.001), [round([])]);
    expect(a.act).toBe('stop');
    expect(messageIn(a.why, 'metric')).toMatch(/was agreed/);
  });
  it('nobody blocked yet: a guide coat, by the long board', () => {
    expect(advise(off(5, 4, -0.4), []).act).toBe('guide');
    expect(lastBoardMm([])).toBe(lastBoardMm([round([])]));
    expect(lastBoardMm([round([], 'block')])).toBeLessThan(lastBoardMm([]));
  });
  it('the film of the place that is worst decides: the lower half has primer, the upper is bare', () => {
    const lower = advise(off(5, 4, -0.3), [round(low)]);
    expect(lower.strata?.layers.at(-1)?.family).toBe('highBuild');
    const upper = advise(off(5, 1, -0.3), [round(low)]);
    expect(upper.strata?.layers).toEqual([]);
    expect(upper.act).toBe('skim');
    expect(messageIn(upper.why, 'metric')).toMatch(/^Bare metal lies 0\.3\smm low/);
    expect(advise(off(5, 1, 0.3), [round(low)]).act).toBe('tap');
  });
  it('what primer may give is blocked, what is more is not', () => {
    const little = advise(off(5, 4, -0.16), [round(low)], 'show');
    expect(little.act).toBe('block');
    const much = advise(off(5, 4, -2.5), [round(low)], 'show');
    expect(much.act).not.toBe('block');
    expect(much.act).not.toBe('stop');
  });
  it('a panel without a drawing goes by its first zone', () => {
    const { map: _, ...plain } = panel as typeof panel & { map: unknown };
    const job = { ...JOB, panels: [plain as typeof panel] };
    const a = adviseOnPanel(
      { job, state },
      plain as typeof panel,
      'outer',
      off(5, 4, -0.3),
      [round(low)],
      'driver',
      SHIPPED_PRODUCTS,
    );
    expect(a.strata).toBe(state.zones.get('upper')?.strata);
  });
});
