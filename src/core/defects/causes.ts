import type { DefectCause } from '../log/defectCauses';
import type { DefectKind } from '../log/defects';

/**
 * What a defect usually comes from: of a hundred, so many by each cause, before anything is known of this one. A judgement from trade handbooks and
 * makers' tables of faults, rounded; the columns add up to a hundred.
 */
export const CAUSES_OF: { readonly [D in DefectKind]: { readonly [C in DefectCause]?: number } } = {
  nib: { dirt: 90, notMixed: 10 },
  run: { heavyCoat: 40, shortFlash: 20, coldPanel: 15, slowThinner: 12, overThinned: 13 },
  sag: { heavyCoat: 35, shortFlash: 20, coldPanel: 18, slowThinner: 14, overThinned: 13 },
  curtain: { heavyCoat: 50, shortFlash: 20, overThinned: 15, coldPanel: 15 },
  drySpray: { gunFar: 45, hotAir: 20, fastThinner: 20, thinFilm: 15 },
  hazyEdge: { wetEdgeLost: 55, gunFar: 20, fastThinner: 15, hotAir: 10 },
  overspray: { gunFar: 60, dirt: 10, fastThinner: 30 },
  orangePeel: { gunFar: 30, hotAir: 18, fastThinner: 20, heavyCoat: 17, gunPattern: 15 },
  solventPop: { heavyCoat: 30, shortFlash: 30, lateHeat: 20, fastThinner: 12, hotAir: 8 },
  pinholes: { softUnder: 30, heavyCoat: 25, notMixed: 25, gunFar: 20 },
  fisheyes: { grease: 90, dampAir: 10 },
  dieBack: { heavyCoat: 25, shortFlash: 20, softUnder: 20, dampAir: 15, notMixed: 10, fastThinner: 10 },
  blushing: { dampAir: 70, fastThinner: 20, coldPanel: 10 },
  wrinkling: { reacts: 45, softUnder: 30, heavyCoat: 25 },
  bleedThrough: { soluble: 80, notMixed: 10, thinFilm: 10 },
  peelsOff: { noKey: 50, grease: 25, dampAir: 10, thinFilm: 5, notMixed: 10 },
  edgeMapping: { softUnder: 45, coarseScratch: 30, heavyCoat: 15, reacts: 10 },
  sinkBack: { softUnder: 45, coarseScratch: 30, heavyCoat: 25 },
  scratchSwelling: { coarseScratch: 60, softUnder: 20, heavyCoat: 20 },
  stripes: { gunPattern: 60, gunFar: 25, thinFilm: 15 },
  mottle: { heavyCoat: 35, gunPattern: 25, shortFlash: 20, slowThinner: 10, overThinned: 10 },
  poorHiding: { thinFilm: 65, overThinned: 20, gunPattern: 15 },
  colourOff: { notMixed: 40, thinFilm: 25, gunFar: 20, heavyCoat: 15 },
  waterSpots: { dampAir: 50, softUnder: 20, coldPanel: 30 },
  softFilm: { notMixed: 35, heavyCoat: 20, coldPanel: 25, dampAir: 10, slowThinner: 10 },
  burnThrough: { hardPad: 45, trimOpen: 25, thinFilm: 30 },
  holograms: { hardPad: 100 },
  compoundInTrim: { trimOpen: 100 },
};

/** What is done about a cause the next time. */
export const NEXT_TIME: { readonly [C in DefectCause]: string } = {
  heavyCoat: 'First coat light, then coats within the sheet: move the gun on, and let go of the trigger at the ends.',
  shortFlash: 'Wait the flash out: a knuckle on the paper beside it must come away dry.',
  coldPanel: 'Warm panel, paint and gun to the room first: some hours, and measure the panel.',
  hotAir: 'Spray in the cool of the day, with the slower thinner, and wetter.',
  dampAir: 'Wait until the surface is 3 K over the dew point, or warm the panel.',
  slowThinner: 'Take the thinner and hardener that suit that air.',
  fastThinner: 'Take the thinner and hardener that suit that air.',
  overThinned: 'Thin by the scale, within the sheet.',
  dirt: 'Sweep and let it settle, damp the floor, strain the paint, tack off last of all.',
  grease: 'Wipe with two cloths, wet on and dry off, and look for what brings silicone or oil in.',
  noKey: 'Coat within the window, or key it first.',
  coarseScratch: 'Go one or two papers finer before colour.',
  softUnder: 'Leave what is below its whole time; warm it if days are short.',
  reacts: 'Try a spot first; seal with epoxy, or take the old paint off.',
  soluble: 'Seal it before colour, with what its solvent does not reach.',
  thinFilm: 'One coat more, each by the sheet, and read the film.',
  gunFar: 'A hand and a half away, slower, with the fan that the table names.',
  gunPattern: 'Spray the fan on paper first; half over the last lane, the last coat crosswise.',
  notMixed: 'Mix on the scale, stir through, and mix anew when the pot life is over.',
  lateHeat: 'Heat comes after the flash, slowly.',
  hardPad: 'Slower, wetter, a soft pad last, and look at it in the sun.',
  trimOpen: 'Tape trim, gaps and body lines before the machine; edges by hand.',
  wetEdgeLost: 'Stop at an edge or a line of the panel, and mix enough before the first coat.',
};
