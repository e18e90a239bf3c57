import type { FinishSystem } from '../library/finish';
import { FAMILIES, type ProductFamily } from '../library/product';
import type { SubstrateKind } from '../library/substrates';
import type { StripMethod } from '../log/tools';
import type { Layer } from '../strata/types';

/*
 * What the ways are made of: papers, primers and keys by substrate and by what is agreed. The trade's practice, see docs/models.md.
 */

/** How a bare substrate is made ready for primer, and which primers it usually gets, the first choice first. */
export const ON_BARE: {
  readonly [S in SubstrateKind]: { grit: number; primers: readonly ProductFamily[]; strip?: StripMethod };
} = {
  steel: { grit: 120, primers: ['epoxy', 'dtm', 'etch'], strip: 'sander' },
  galvanised: { grit: 240, primers: ['epoxy', 'dtm'], strip: 'chemical' },
  aluminium: { grit: 120, primers: ['epoxy', 'etch', 'dtm'], strip: 'scraper' },
  glassfibre: { grit: 120, primers: ['highBuild', 'epoxy'], strip: 'sander' },
  smc: { grit: 120, primers: ['epoxy', 'highBuild'], strip: 'sander' },
  carbon: { grit: 180, primers: ['epoxy', 'highBuild'], strip: 'sander' },
  plastic: { grit: 320, primers: ['plasticPromoter'] },
};
/** How a coating usually comes off a substrate by hand; undefined where it is keyed instead. */
export const usualStrip = (s: SubstrateKind): StripMethod | undefined => ON_BARE[s].strip;

/** Too thin to be all the primer that there is. */
export const NEEDS_BODY: readonly ProductFamily[] = ['etch', 'weldThrough', 'plasticPromoter', 'sprayFiller'];
/** Paper that keys for what ends the stack without being built up for it. */
export const KEY_FOR: { readonly [S in FinishSystem]: number } = {
  baseClear: 800,
  singleStage: 800,
  enamel: 400,
  primer: 320,
  underseal: 180,
  liner: 180,
  kept: 800,
  polished: 800,
  touchedIn: 800,
  spotRepair: 800,
  forNow: 320,
};
/** From cutting a skim to shape to what high-build hides: most go without the P120 that a ladder has between them, for twice the strokes. */
export const FILLER_PAPERS = [80, 180];
/** What primer is keyed with for filler. */
export const FILLER_KEY = 120;
/** Paper at least this fine is a key for colour rather than for primer. */
export const COLOUR_KEY = 500;

/** How high a stack with colour on it stands, see `heightOf`. */
export const COLOURED = 5;
/** Likewise one with primer on it. */
export const PRIMED = 3;

/** Whether a layer is sanded flat before colour goes over it. */
export const isBlocked = (l: Layer | undefined): boolean => l !== undefined && FAMILIES[l.family].blocked;

/** Found coats that hold what is laid on them, once they are keyed. */
const SOUND: readonly ProductFamily[] = ['electrocoat', 'factoryFinish', 'powderCoat'];
export const isSoundAsFound = (f: ProductFamily): boolean => SOUND.includes(f);

/** The next finer paper of a list; the last one stays. */
export function nextPaper(papers: readonly number[], grit: number | undefined): number {
  return papers.find((g) => grit === undefined || g > grit) ?? papers[papers.length - 1] ?? 2000;
}
