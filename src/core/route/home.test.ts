import fc from 'fast-check';
import { DAY_MS } from '../units/time';
import { SUBSTRATE } from '../strata/types';
import { drawState, stateAfter, wayHome } from './home.testing';

/** How many states are drawn here; `npm run torture` draws ten thousand. */
const STATES = Number(process.env.STATES ?? 150);
/** More steps than any way should have. */
const MOST = 40;

describe('from wherever a zone stands', () => {
  it('a way leads to what is agreed, and each of its steps is allowed at its time', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 2 ** 31 }), (seed) => {
        const s = drawState(seed);
        const { steps, doneMs } = wayHome(s);
        // What was done is in the message: a seed alone tells nobody where it went wrong.
        expect({ did: s.told, arrives: doneMs !== null }).toEqual({ did: s.told, arrives: true });
        expect(steps.length).toBeLessThanOrEqual(MOST);
        const begins = steps.map((x) => x.fromMs);
        expect(begins).toEqual([...begins].sort((a, b) => a - b));
      }),
      { numRuns: STATES },
    );
    // A thousand take some seconds.
  }, 600_000);

  it('paint that has to come off comes off before its spots are painted', () => {
    const s = stateAfter('carbon', 'old', ({ layers: [old] }) => [
      { kind: 'sanded', grit: 1500, tool: 'block', wet: false, removedUm: 5, through: SUBSTRATE },
      { kind: 'defectMarked', defect: 'solventPop', grade: 3, layer: old?.id },
      { kind: 'repaired', treatment: 'cutOut' },
      { kind: 'sanded', grit: 600, tool: 'block', wet: false, removedUm: 5, through: SUBSTRATE },
    ]);
    const { steps, doneMs } = wayHome({ ...s, finish: { system: 'spotRepair', sheen: 'gloss' } });
    expect(doneMs).not.toBeNull();
    expect(steps.length).toBeLessThanOrEqual(MOST);
    const off = steps.findIndex((x) => x.label.startsWith('Sand it off'));
    const coat = steps.findIndex((x) => x.step.kind === 'coat');
    expect(off).toBeGreaterThanOrEqual(0);
    expect(off).toBeLessThan(coat);
  });

  it('what was soft is painted over once it had its time, and nothing is sanded off for it', () => {
    const s = stateAfter('steel', 'bare', () => [
      { kind: 'coated', productId: 'highbuild-2k', coats: 2, filmUm: 80, application: 'lowPressureGun' },
      { kind: 'defectMarked', defect: 'softFilm', grade: 1 },
    ]);
    const { steps, doneMs } = wayHome(s);
    expect(doneMs).not.toBeNull();
    expect(steps.some((x) => x.label.startsWith('Sand it off'))).toBe(false);
    // Fully hard by its sheet after days: the first coat over it is not before.
    const coat = steps.find((x) => x.step.kind === 'coat');
    expect(coat!.fromMs - s.nowMs).toBeGreaterThan(2 * DAY_MS);
  });
  it('old paint that is soft does not harden: it comes off at once', () => {
    const s = stateAfter('steel', 'old', () => [{ kind: 'defectMarked', defect: 'softFilm', grade: 1 }]);
    expect(wayHome(s).steps[0]?.label).toMatch(/^Sand it off, down to the substrate/);
  });
});
