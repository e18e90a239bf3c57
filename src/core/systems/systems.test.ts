import { entriesOf } from '../keysOf';
import { BLASTING, COARSEST_PAPER, REPAIRING, STRIPPING } from './bears';
import { COMPATIBILITY } from './compatibility';
import type { Cell, Entry } from './entry';
import { SCRATCH_WINDOWS, scratchFit, SCRATCHED } from './scratchWindows';
import { MATERIALS, type Material, type SurfaceKind } from './surfaces';

const sides = (cell: Cell): readonly Entry[] => ('of' in cell ? cell.sides : [cell]);
const levels = (under: SurfaceKind, over: Material) => sides(COMPATIBILITY[under].on[over]).map((e) => e.level);

describe('what may lie on what', () => {
  // Each worked from the trade's practice, not from the table.
  it.each<[SurfaceKind, Material, Entry['level']]>([
    ['steel', 'epoxy', 'key'],
    ['steel', 'highBuild', 'no'],
    ['steel', 'base', 'no'],
    ['galvanised', 'lightFiller', 'no'],
    ['smc', 'lightFiller', 'no'],
    ['glassfibre', 'lightFiller', 'key'],
    ['plastic', 'promoter', 'ok'],
    ['converter', 'epoxy', 'ok'],
    ['converter', 'etch', 'no'],
    ['converter', 'base', 'no'],
    ['etch', 'highBuild', 'ok'],
    ['etch', 'lightFiller', 'no'],
    ['etch', 'singleStage', 'no'],
    ['weldThrough', 'base', 'no'],
    ['epoxy', 'highBuild', 'ok'],
    ['glassFiller', 'lightFiller', 'key'],
    ['lightFiller', 'glassFiller', 'no'],
    ['glaze', 'lightFiller', 'no'],
    ['lightFiller', 'base', 'no'],
    ['highBuild', 'glaze', 'key'],
    ['highBuild', 'singleStage', 'key'],
    ['highBuild', 'clear', 'no'],
    ['seamSealer', 'lightFiller', 'no'],
    ['baseSolvent', 'clear', 'ok'],
    ['baseSolvent', 'highBuild', 'no'],
    ['baseSolvent', 'sealer', 'no'],
    ['clear', 'base', 'key'],
    ['oldCoating', 'clear', 'care'],
    ['underseal', 'clear', 'no'],
    ['rustySteel', 'rustPrimer', 'care'],
    ['aluminium', 'rustPrimer', 'no'],
    ['steel', 'enamel', 'no'],
    ['onePackPrimer', 'enamel', 'ok'],
    ['onePackPrimer', 'highBuild', 'care'],
    ['enamel', 'clear', 'care'],
    ['enamel', 'sprayFiller', 'no'],
    ['steel', 'liner', 'no'],
    ['epoxy', 'liner', 'ok'],
    ['liner', 'base', 'care'],
    ['cavityWax', 'epoxy', 'no'],
    ['cavityWax', 'cavityWax', 'ok'],
    ['baseSolvent', 'cavityWax', 'no'],
    ['electrocoat', 'highBuild', 'key'],
    ['electrocoat', 'base', 'care'],
    ['transportPrimer', 'lightFiller', 'no'],
    ['transportPrimer', 'base', 'no'],
    ['factoryFinish', 'clear', 'key'],
    ['factoryFinish', 'etch', 'no'],
  ])('under %s, over %s: %s', (under, over, level) => expect(levels(under, over)).toContain(level));

  it('a surface on which nothing may go has a way out: something holds on every one', () => {
    for (const [under, { on }] of entriesOf(COMPATIBILITY))
      expect([under, MATERIALS.filter((m) => sides(on[m]).some((e) => e.level !== 'no')).length > 0]).toEqual([
        under,
        true,
      ]);
  });
  it('every care and every no says why or has the usual way, in whole sentences', () => {
    const all = [
      ...Object.values(COMPATIBILITY).flatMap((r) => MATERIALS.flatMap((m) => sides(r.on[m]))),
      ...Object.values(STRIPPING).flatMap((r) => Object.values(r)),
      ...Object.values(BLASTING).flatMap((r) => Object.values(r)),
      ...Object.values(REPAIRING).flatMap((r) => Object.values(r)),
    ];
    expect(all.length).toBeGreaterThan(500);
    for (const e of all) {
      if (e.level === 'care') expect(e.says).toBeDefined();
      for (const text of [e.says, e.clears]) if (text !== undefined) expect(text).toMatch(/^[A-Z].*\.$/);
    }
    for (const r of Object.values(COMPATIBILITY)) expect(r.usual).toMatch(/^[A-Z].*\.$/);
  });
});

describe('scratch windows', () => {
  it('run from coarse to fine', () => {
    for (const m of MATERIALS)
      for (const s of SCRATCHED) {
        const w = SCRATCH_WINDOWS[m][s];
        expect([...w].sort((a, b) => a - b)).toEqual([...w]);
      }
  });
  it.each([
    ['base', 'primer', 180, 'tooCoarse'],
    ['base', 'primer', 400, 'coarse'],
    ['base', 'primer', 600, 'fits'],
    ['base', 'primer', 2000, 'tooFine'],
    ['lightFiller', 'metal', 36, 'fits'],
    ['lightFiller', 'metal', 180, 'tooFine'],
    ['lightFiller', 'filler', 320, 'tooFine'],
    ['highBuild', 'filler', 36, 'tooCoarse'],
    ['highBuild', 'filler', 80, 'coarse'],
    ['highBuild', 'filler', 180, 'fits'],
    ['clear', 'topcoat', 800, 'fits'],
    ['clear', 'topcoat', 220, 'tooCoarse'],
    ['singleStage', 'primer', 180, 'tooCoarse'],
    ['etch', 'metal', 400, 'fits'],
  ] as const)('%s over P%s', (m, s, grit, want) => expect(scratchFit(SCRATCH_WINDOWS[m][s], grit)).toBe(want));
  it('plastic bears nothing coarse', () => expect(COARSEST_PAPER.plastic.grit).toBeGreaterThanOrEqual(180));
});
