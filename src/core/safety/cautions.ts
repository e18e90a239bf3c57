import type { Treatment } from '../log/marks';
import type { Product } from '../library/product';
import type { EventKind } from '../log/event';
import type { StripMethod } from '../log/tools';

/** The usual caution at a step. It never says that something is safe; it defers to data sheet, local code and practice. */
export interface Caution {
  id: string;
  text: string;
}

const SHEET = 'The product\u2019s data sheet and your local code decide.';
const ISOCYANATE: Caution = {
  id: 'isocyanate',
  text: `The hardener holds isocyanates: air-fed breathing protection, gloves, covered skin, also when mixing. ${SHEET}`,
};
const SOLVENT: Caution = {
  id: 'solvent',
  text: `Solvent vapour burns and numbs: ventilate, no sparks, cartridges that are in date. If you can smell it, they are spent. ${SHEET}`,
};
const PEROXIDE: Caution = {
  id: 'peroxide',
  text: `Peroxide hardener blinds: goggles and gloves when mixing, and keep it from accelerators and rags. ${SHEET}`,
};
const OLD_COATING: Caution = {
  id: 'oldCoating',
  text: 'Old coatings can hold lead or chromate. Test before you sand, strip or blast; if it is there, dry sanding is out. Local rules decide.',
};
const DUST: Caution = {
  id: 'dust',
  text: 'Sanding dust: mask with particle filter and extraction. Rags and dust with hardener can heat themselves: keep them wet or outside.',
};
const BLAST: Caution = {
  id: 'blast',
  text: 'Blasting: air-fed helmet, hearing protection, nobody within reach of the rebound. No free silica as media.',
};
const CHEMICAL: Caution = {
  id: 'chemical',
  text: `Stripper burns skin and eyes: goggles, gauntlets, fresh air. ${SHEET}`,
};
const EPOXY: Caution = {
  id: 'epoxy',
  text: `Uncured epoxy makes people allergic for life: gloves, no skin contact. ${SHEET}`,
};
const ZINC: Caution = {
  id: 'zinc',
  text: 'Welding through zinc gives off fume that makes you ill hours later: extraction and a fume mask.',
};
const HEAT: Caution = {
  id: 'heat',
  text: `Heat: let solvent flash off first, measure the surface, keep glass, plastic and people away, and never leave it alone. ${SHEET}`,
};
const WELD: Caution = {
  id: 'weld',
  text: 'Welding: fire watch, battery off, no fuel, glass or underseal near; extraction and a fume mask, over zinc above all. What bears load or protects people is for a licensed shop to judge.',
};
const GLASS: Caution = {
  id: 'glass',
  text: 'Glass dust itches and harms lungs: particle mask, covered skin, extraction.',
};
const ACID: Caution = { id: 'acid', text: `Acid: gloves and goggles, and rinse splashes at once. ${SHEET}` };

/** Sprayed or spread products whose second part is an isocyanate. */
const holdsIsocyanate = (p: Product): boolean => p.mechanism === 'urethane' && p.parts.length > 1;

/**
 * The cautions that belong to a step.
 * @param kind what is to be done
 * @param product with which product, if with any
 * @param overOldCoating whether the step works on a coating of unknown make
 * @param how which repair, or which way of stripping, where it is one
 */
export function cautionsFor(
  kind: EventKind,
  product: Product | undefined,
  overOldCoating: boolean,
  how?: Treatment | StripMethod,
): Caution[] {
  switch (kind) {
    case 'repaired':
      switch (how) {
        case 'patch':
        case 'cutOut':
        case 'shrink':
          return [WELD];
        case 'laminate':
          return [PEROXIDE, GLASS];
        case 'vAndEpoxy':
        case 'rebond':
          return [EPOXY, GLASS];
        case 'spotBlast':
          return [BLAST];
        case 'convert':
          return [ACID];
        case 'abrade':
        case 'feather':
          return overOldCoating ? [OLD_COATING, DUST] : [DUST];
        default:
          return [];
      }
    case 'coated':
    case 'treated': {
      if (!product) return [];
      const out: Caution[] = [];
      if (holdsIsocyanate(product)) out.push(ISOCYANATE);
      else if (product.mechanism === 'polyester') out.push(PEROXIDE);
      else if (product.mechanism === 'solvent') out.push(SOLVENT);
      if (product.mechanism === 'epoxy') out.push(EPOXY);
      if (product.family === 'weldThrough') out.push(ZINC);
      if (product.family === 'converter' || product.family === 'etch') out.push(ACID);
      return out;
    }
    case 'filled':
      return [PEROXIDE];
    case 'sanded':
      return overOldCoating ? [OLD_COATING, DUST] : [DUST];
    case 'stripped': {
      const own = how === 'heat' ? HEAT : how === 'chemical' || how === undefined ? CHEMICAL : DUST;
      return overOldCoating ? [OLD_COATING, own] : [own];
    }
    case 'blasted':
      return overOldCoating ? [OLD_COATING, BLAST] : [BLAST];
    case 'cleaned':
      return [SOLVENT];
    case 'baked':
      return [HEAT];
    default:
      return [];
  }
}
