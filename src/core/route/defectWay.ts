import { FINISHES, USUAL_FINISH } from '../library/finish';
import { FAMILIES, isBase, isTopcoat, type Product, type ProductFamily } from '../library/product';
import { defectRipeMs, hasHardened, mendInTime } from '../cure/defectRipe';
import { filmBudget } from '../grit/budget';
import { likelyRemovalUm } from '../grit/removal';
import { openDefects } from '../strata/defects';
import { topLayer, totalFilmUm, type Defect, type Strata } from '../strata/types';
import { DEFECTS, defectLayer, type Mend } from '../systems/defects';
import {
  cleanStep,
  findFinish,
  findProduct,
  layStep,
  POLISH,
  sandStep,
  stepKey,
  stripStep,
  type Candidate,
  type WayInput,
} from './acts';
import { KEY_FOR, usualStrip } from './recipe';

/** What makes the most of others go away comes first. */
const ORDER: readonly Mend[] = ['strip', 'sound', 'colour', 'coat', 'fill', 'harden', 'level', 'polish', 'wipe'];

/** Papers of a finish: cut flat, refined for compound, keyed to be sprayed again. */
const LEVEL_GRIT = 1500;
const REFINE_GRIT = 2000;
const KEY_GRIT = 1000;
/** Compound takes about so much, µm, and figures are off by as much. */
const POLISH_UM = 3;
const DOUBT_UM = 3;
/** Paper that takes a whole layer off. */
const OFF_GRIT = 240;
/** A layer is gone once so much more than it is taken off, µm. */
const OFF_MORE_UM = 2;

/** A defect, and how it is put right as things stand. */
export interface DefectToMend {
  defect: Defect;
  mend: Mend;
}

/** Whether a finish has enough film to be cut with a paper and polished, with what must stay. */
export function bearsCutting(strata: Strata, grit: number): boolean {
  const budget = filmBudget(strata);
  if (budget?.reserveUm == null || !isTopcoat(budget.layer.family)) return true;
  return budget.leftUm - likelyRemovalUm(grit, strata) - POLISH_UM - DOUBT_UM >= budget.reserveUm;
}

/** Open defects with how each is put right, by film and sheen too; what one has to do first is first. */
export function toMend(w: WayInput): DefectToMend[] {
  const { sheen } = w.finish ?? USUAL_FINISH;
  return openDefects(w.strata)
    .flatMap((defect): DefectToMend[] => {
      const mend = mendInTime(defect, w.strata, w.status, sheen);
      if (mend === null || (mend === 'harden' && hasHardened(defect, w.status, w.nowMs))) return [];
      const cuts = mend === 'level' || mend === 'polish';
      const onTop = topLayer(w.strata);
      const isShort =
        cuts &&
        onTop !== undefined &&
        isTopcoat(onTop.family) &&
        !bearsCutting(w.strata, mend === 'level' && defect.cutMs === undefined ? LEVEL_GRIT : REFINE_GRIT);
      return [{ defect, mend: isShort ? 'coat' : mend }];
    })
    .sort((a, b) => ORDER.indexOf(a.mend) - ORDER.indexOf(b.mend));
}

/** Whether what is wrong comes first of all, and takes the paint that it is in off. */
export function takesPaintOff(w: WayInput): boolean {
  const [first] = toMend(w);
  return first?.mend === 'strip' || first?.mend === 'sound';
}

/** The steps that put right what is wrong with paint that was laid; empty where nothing is. */
export function defectWay(w: WayInput): Candidate[] {
  const [first] = toMend(w);
  if (!first) return [];
  return stepsOf(first, w).filter((c) => !w.putOff?.includes(stepKey(c.step)));
}

/** Waiting until hands may be at it. */
function waitFor(d: Defect, w: WayInput): Candidate[] {
  const untilMs = defectRipeMs(d, w.status);
  return untilMs !== null && untilMs <= w.nowMs
    ? []
    : [
        {
          step: { kind: 'wait' },
          label: `${DEFECTS_WAIT[d.kind] ?? 'Leave it to harden'}: wait, or bake it`,
          logs: 'baked',
          untilMs,
        },
      ];
}
const DEFECTS_WAIT: { readonly [K in Defect['kind']]?: string } = {
  run: 'A run is soft below for longer: leave it',
  curtain: 'A curtain is soft below for longer: leave it',
  dieBack: 'It still sinks: leave it',
  edgeMapping: 'It still sinks: leave it',
  sinkBack: 'It still sinks: leave it',
  softFilm: 'It is soft: leave it to harden',
};

/** Paper that takes off the layers from one on up, whatever lies over it. */
function takeOff(d: Defect, { strata }: WayInput): Candidate {
  const at = strata.layers.findIndex((l) => l.id === d.layerId);
  const filmUm = strata.layers.slice(Math.max(0, at)).reduce((um, l) => um + l.filmUm, 0);
  const below = strata.layers[at - 1];
  return {
    step: { kind: 'sand', grit: OFF_GRIT, removedUm: filmUm + OFF_MORE_UM },
    label: `Sand it off, down to ${below ? below.label.toLowerCase() : 'the substrate'}, P${OFF_GRIT}`,
    logs: 'sanded',
  };
}

/** What is laid on what was keyed for it: the same again, or colour. */
function productFor(mend: Mend, w: WayInput, top: { family: ProductFamily; productId?: string }): Product | undefined {
  const { system, sheen } = w.finish ?? USUAL_FINISH;
  const same = w.all.find((p) => p.id === top.productId);
  if (mend === 'coat' || isBase(top.family)) {
    if (same && FAMILIES[same.family].usedIn === 'coated') return same;
    return defectLayer(top.family) === 'topcoat' ? findFinish(w, 'clear', sheen) : findProduct(w, 'epoxy');
  }
  const over = FINISHES[system].over.filter((f) => FAMILIES[f].coloured);
  const families: readonly ProductFamily[] = over.length > 0 ? over : FINISHES.baseClear.over;
  for (const f of families) {
    const p = findFinish(w, f, sheen);
    if (p) return p;
  }
  return undefined;
}

function stepsOf({ defect: d, mend }: DefectToMend, w: WayInput): Candidate[] {
  const { strata } = w;
  const top = topLayer(strata);
  if (!top) return [];
  const { surface } = strata;
  const grit = surface.scratch?.grit;
  const isCut = d.cutMs !== undefined && grit !== undefined && surface.polished === undefined;
  const clean = cleanStep(w);
  const layer = defectLayer(top.family);
  const wipeThen = (c: Candidate | undefined): Candidate[] => [
    ...(surface.clean || !clean ? [] : [clean]),
    ...(c ? [c] : []),
    ...(clean ? [clean] : []),
  ];
  switch (mend) {
    case 'strip':
      return [
        usualStrip(strata.substrate) !== undefined
          ? (stripStep(strata) ?? takeOff(d, w))
          : {
              step: { kind: 'sand', grit: OFF_GRIT, removedUm: totalFilmUm(strata) + OFF_MORE_UM },
              label: `Sand all of it off, P${OFF_GRIT}`,
              logs: 'sanded',
            },
      ];
    case 'sound':
      return [...waitFor(d, w), takeOff(d, w)];
    case 'colour':
    case 'coat': {
      const p = productFor(mend, w, top);
      const lay =
        p &&
        layStep(
          p,
          mend === 'colour' ? `Colour it again: ${p.name.toLowerCase()}` : `Another coat of ${p.name.toLowerCase()}`,
        );
      // Wet in wet, the next coat evens out what the last one left; what stands proud or lies deep shows through it.
      if (layer === 'base' && grit === undefined && DEFECTS[d.kind].flat)
        return [...waitFor(d, w), ...(lay ? [lay] : [])];
      const key =
        layer === 'topcoat' ? (mend === 'colour' ? KEY_FOR.baseClear : KEY_GRIT) : layer === 'base' ? KEY_GRIT : 320;
      return isCut && grit >= key / 1.5 && grit <= 1200
        ? wipeThen(lay)
        : [...waitFor(d, w), sandStep(key, strata, 'Flatten and key')];
    }
    case 'fill': {
      const p = strata.substrate === 'plastic' ? findProduct(w, 'flexibleFiller') : findProduct(w, 'glaze');
      return isCut && grit <= 320
        ? wipeThen(p && layStep(p))
        : [...waitFor(d, w), sandStep(180, strata, 'Sand it open')];
    }
    case 'harden':
      return waitFor(d, w);
    case 'level':
      if (layer === 'filler') return [...waitFor(d, w), sandStep(180, strata, 'Cut it flat')];
      if (layer === 'primer') return [...waitFor(d, w), sandStep(320, strata, 'Cut it flat')];
      if (layer === 'base') return [...waitFor(d, w), sandStep(LEVEL_GRIT, strata, 'Cut it flat')];
      if (!isCut || grit < 1200) return [...waitFor(d, w), sandStep(LEVEL_GRIT, strata, 'Cut it flat')];
      return grit < REFINE_GRIT ? [sandStep(REFINE_GRIT, strata, 'Refine')] : [POLISH];
    case 'polish':
      if (layer !== 'topcoat') return [...waitFor(d, w), sandStep(LEVEL_GRIT, strata, 'Cut it flat')];
      return (isCut && grit >= REFINE_GRIT) || surface.polished !== undefined
        ? [...waitFor(d, w), POLISH]
        : [...waitFor(d, w), sandStep(REFINE_GRIT, strata, 'Denib')];
    case 'wipe':
      return clean ? [clean] : [];
  }
}
