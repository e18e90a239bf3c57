import { uniformFloat64 } from 'pure-rand/distribution/uniformFloat64';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';

const WARM_UP = 24;

/** Standard normal numbers from a seed (Box and Muller 1958). The same seed gives the same numbers. */
export function normalDraws(seed: number): () => number {
  const rng = xoroshiro128plus(seed);
  // Seeds that are small numbers begin with draws that are no chance at all.
  for (let i = 0; i < WARM_UP; i++) uniformFloat64(rng);
  let spare: number | undefined;
  return () => {
    if (spare !== undefined) {
      const value = spare;
      spare = undefined;
      return value;
    }
    const r = Math.sqrt(-2 * Math.log(1 - uniformFloat64(rng)));
    const turn = 2 * Math.PI * uniformFloat64(rng);
    spare = r * Math.sin(turn);
    return r * Math.cos(turn);
  };
}
