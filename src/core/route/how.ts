import { FAMILIES, isFiller, type ProductFamily } from '../library/product';
import type { Step, StepKind } from '../rules/rule';

/** How an act is done, for somebody who does it for the first time: two or three lines. The data sheet decides where it says otherwise. */
const HOW: { readonly [K in StepKind]: readonly string[] } = {
  coat: [
    'Strain it into the cup. Wipe the panel with a tack rag just before.',
    'Hold the gun at a right angle, a hand and a half away, and lay each stripe half over the last.',
    'Wait out the flash between coats: until it is dull and no longer strings to a gloved finger.',
  ],
  fill: [
    'Mix it to one colour without beating air in, and use it at once.',
    'Press the first layer thin into the scratch, then spread in the direction of the panel’s shape, wider than the low.',
    'Leave it a little proud. It is not touched again until it cuts to powder.',
  ],
  clean: [
    'One cloth wet, one dry: wipe on, and wipe off before it dries.',
    'Turn the cloth often, and work from one end to the other. Do not touch the panel with bare hands after.',
  ],
  sand: [
    'Sand in crosses, with a pad or block, never with finger tips.',
    'Only until the surface is even and dull: edges and body lines last, and by hand.',
    'Blow and wipe the dust off before the next paper.',
  ],
  guide: ['Dust it on thin and even, all over. What is low keeps it when the block has passed.'],
  polish: [
    'A small amount, a slow start, and arms that keep the pad moving.',
    'Feel the panel: more than hand warm is too hot. Stay off edges.',
  ],
  strip: [
    'Begin at the middle, not at an edge. Go on until the layer that stays shows everywhere.',
    'Take off all residue, and keep bare steel dry: its clock begins now.',
  ],
  blast: [
    'Cover what must not be hit, and what dust must not get into.',
    'Sweep at a slant and keep moving: standing still warps thin panels.',
  ],
  repair: ['Open its page: the way is worked out there for what was found, with tools, amounts and cautions.'],
  fit: ['Check gaps before the last bolt is tight, and touch bare threads in.', 'Bags, plugs and seals go with it.'],
  tape: ['Press the edge down with a nail, and pull it off while the coat is still soft, back over itself.'],
  clamp: ['Spread the load with wood or plate. Tighten until the joint closes, no further.'],
  wax: ['Warm wax creeps better. Go on until it comes out of the drain holes, and leave those open.'],
  mask: ['Tape along an edge or a gap, never across a face. Cover further than you think mist flies.'],
  bake: ['Let it flash off first. Measure the panel, not the air, and count from when it is warm.'],
  remove: ['Photograph how it sat, and bag its fixings with a name before the next part comes off.'],
  wait: [],
};
/** Products that go on otherwise than by gun. */
const BY_FAMILY: { readonly [F in ProductFamily]?: readonly string[] } = {
  seamSealer: [
    'Clean and dry joint. One bead with an even hand, then smooth it with a finger in a wet glove.',
    'No gaps at the ends: that is where water gets in.',
  ],
  converter: ['Brush it onto rust that is tight and dry, two thin coats. What flakes has to be off first.'],
  cavityWax: ['With the long nozzle to the far end, and out slowly while it sprays.'],
  plasticPromoter: ['Thin as a breath, one coat: thick film splits.', 'Go on with the next coat within its window.'],
  underseal: ['Even and wet, into corners. Keep it off drain holes, threads and rubbers.'],
};

/** How a step is done; empty where there is nothing to say. */
export function howToDo(step: Step): readonly string[] {
  if (step.kind !== 'coat' && step.kind !== 'fill') return HOW[step.kind];
  const { family } = step.product;
  return BY_FAMILY[family] ?? HOW[isFiller(family) && FAMILIES[family].application === 'spreader' ? 'fill' : step.kind];
}
