/** @jest-environment node */
import fc from 'fast-check';
import { EDGE_ADVICE, EDGE_STATES, edgeOutlook, edgeState, type EdgeTimes } from './wetEdge';

/** A clear: flash 15, out of the dust after 30, recoat from 60 to 1440, sands after 960. */
const CLEAR: EdgeTimes = { flashMin: 15, dustFreeMin: 30, recoatMin: 60, closesMin: 1440, sandMin: 960 };

describe('an edge at which a coat stopped', () => {
  it.each([
    [3, 'wet'],
    [10, 'flashing'],
    [40, 'tacky'],
    [90, 'open'],
    [1500, 'shut'],
  ] as const)('of clear after %i min is %s', (min, state) => expect(edgeState(min, CLEAR)).toBe(state));
  it('of clear that dried on the panel is cleared again from line to line, when it sands', () => {
    expect(edgeOutlook('topcoat', 40, CLEAR)).toMatchObject({ act: 'wait', fromMin: 60 });
    expect(edgeOutlook('topcoat', 90, CLEAR)).toMatchObject({ act: 'over', untilMin: 1440 });
    const shut = edgeOutlook('topcoat', 1500, { ...CLEAR, sandMin: 2000 });
    expect(shut).toMatchObject({ act: 'sand', fromMin: 2000 });
    expect(shut.text).toMatch(/line to line/);
    expect(edgeOutlook('topcoat', 1500, CLEAR).fromMin).toBeUndefined();
  });
  it('only ever gets older, and is never sanded while it is wet', () => {
    const rank = (m: number) => EDGE_STATES.indexOf(edgeState(m, CLEAR));
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 4000, noNaN: true }),
        fc.double({ min: 0, max: 500, noNaN: true }),
        (m, more) => {
          expect(rank(m + more)).toBeGreaterThanOrEqual(rank(m));
        },
      ),
    );
    for (const states of Object.values(EDGE_ADVICE))
      for (const early of ['wet', 'flashing', 'tacky'] as const) expect(states[early].act).not.toBe('sand');
  });
});
