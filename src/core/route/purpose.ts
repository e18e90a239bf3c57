import { FAMILIES, isFiller, isTopcoat, type ProductFamily } from '../library/product';
import type { StepKind } from '../log/event';
import type { RouteStep } from './route';

/** What a coat is there for. Empty: nobody lays it. */
const COAT_FOR: { readonly [F in ProductFamily]: string } = {
  oldCoating: '',
  electrocoat: '',
  transportPrimer: '',
  factoryFinish: '',
  powderCoat: '',
  lacquer: '',
  converter: 'turns what rust is left into something that primer holds on',
  etch: 'bites the metal, thin as it is',
  epoxy: 'seals the metal: no damp gets to it from above',
  weldThrough: 'keeps rust out of the seam that nobody can paint later',
  dtm: 'holds on metal by itself and can be coloured',
  glassFiller: 'fills deep, and lets no water through',
  lightFiller: 'brings the low up to what is round it',
  epoxyFiller: 'fills where polyester would let go',
  flexibleFiller: 'fills, and bends with the part',
  glaze: 'closes pinholes and the last scratches',
  sprayFiller: 'fills what is low by coats instead of a skim',
  highBuild: 'film to block flat',
  onePackPrimer: 'carries colour, and takes thinner badly',
  rustPrimer: 'holds on what rust could not be taken off',
  plasticPromoter: 'holds on plastic where nothing else does',
  seamSealer: 'keeps water out of the joint',
  underseal: 'takes stones and water from below',
  liner: 'takes what is loaded onto it',
  cavityWax: 'creeps into seams and keeps air out',
  baseSolvent: '',
  baseWater: '',
  singleStage: 'colour and gloss in one',
  enamel: 'colour that is easily touched up',
  clear: 'carries gloss, and keeps weather off the colour',
  guideCoat: '',
  cleaner: '',
  thinner: '',
  hardener: '',
  toner: '',
};

/** What an act is for where nothing more is known. Empty: the step says it itself. */
const ACT_FOR: { readonly [K in StepKind]: string } = {
  coat: '',
  fill: '',
  clean: 'nothing of hands, wax or dust stays under what comes next',
  sand: 'a scratch that the next coat grips',
  guide: 'shows what is low while it is blocked',
  polish: 'takes the last scratches out',
  strip: 'what lies below is seen, and nothing old can lift',
  blast: 'rust comes out of the pits, and primer gets a profile',
  repair: 'what is marked is mended before anything covers it',
  fit: '',
  tape: 'keeps paint off what is beside it',
  clamp: '',
  wax: 'keeps water out for its months',
  mask: 'keeps paint off what is beside it',
  bake: 'hardens it in minutes instead of days',
  remove: '',
  wait: '',
};

/**
 * What each step of a way is for, in a few words; empty where its name says it, or an earlier step did.
 * @param top what lies on top before the first of them
 */
export function purposesOf(steps: readonly Pick<RouteStep, 'step'>[], top: ProductFamily | undefined): string[] {
  let under = top;
  const all = steps.map(({ step }) => {
    if (step.kind === 'coat' || step.kind === 'fill') {
      const again = under === step.product.family;
      under = step.product.family;
      return again ? '' : COAT_FOR[step.product.family];
    }
    if (step.kind === 'strip') under = undefined;
    if (step.kind !== 'sand' || !under) return ACT_FOR[step.kind];
    if (isFiller(under)) return step.grit <= 120 ? 'cuts it to shape' : 'a scratch that primer fills';
    if (isTopcoat(under) && step.grit >= 1200) return 'takes nibs and texture down, for the polish';
    return FAMILIES[under].blocked ? 'takes it flat, and leaves the scratch that colour hides' : ACT_FOR.sand;
  });
  // Said once is enough.
  return all.map((said, i) => (all.indexOf(said) === i ? said : ''));
}
