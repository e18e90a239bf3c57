/** Spraying on the simulated panel of 256 x 128 points: how long a frame takes from one drawn panel to the next while a finger holds the gun. Bound: see `fingerFrames`. */
import { measureFingerFrames } from './fingerFrames';

measureFingerFrames('spray-trainer', '/spray').catch((e: unknown) => {
  console.error(e);
  process.exit(1);
});
