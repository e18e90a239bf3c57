/** Blocking on the simulated panel: how long a frame takes from one drawn panel to the next while a finger pushes a board. Bound: see `fingerFrames`. */
import { measureFingerFrames } from './fingerFrames';

measureFingerFrames('trainer', '/try').catch((e: unknown) => {
  console.error(e);
  process.exit(1);
});
