import fc from 'fast-check';
import { drawState, wayHome } from './home.testing';

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
});
