import { cautionsFor, type Caution } from '../safety/cautions';
import { HAZARDS, type Hazard } from '../safety/hazards';
import { cacheLast } from '../cache';
import { keysOf } from '../keysOf';
import { openSpots } from '../strata/spots';
import { SUBSTRATE } from '../strata/types';
import { entryKindOf } from './entryKind';
import { care, note, rule, stageOf, type Rule, type RuleContext, type Step } from './rule';

const STEPS = [
  'coat',
  'fill',
  'clean',
  'sand',
  'guide',
  'polish',
  'strip',
  'blast',
  'repair',
  'fit',
  'clamp',
  'bake',
  'remove',
] as const;

/** Which repair, or which way down. */
const howOf = (step: Step) =>
  step.kind === 'strip' ? step.method : step.kind === 'repair' ? step.treatment : undefined;

/** Whether a step works on the old coating itself: what is buried under this job's own layers is not cut by a denib. */
function worksOnOld({ step, strata }: RuleContext): boolean {
  const old = strata.layers.findLastIndex((l) => l.family === 'oldCoating');
  if (old < 0) return false;
  if (step.kind !== 'sand') return true;
  return old === strata.layers.length - 1 || openSpots(strata).length > 0;
}

/** What can hurt at a step, by hazard: asked by every rule below of the same context, one after the other. */
const cautionsOn = cacheLast((c: RuleContext): ReadonlyMap<Hazard, Caution> => {
  const { step, strata, top, topProduct } = c;
  const bare = strata.surface.exposes === SUBSTRATE || openSpots(strata).some((x) => x.surface.exposes === SUBSTRATE);
  const list = cautionsFor(
    entryKindOf(step),
    'product' in step ? step.product : step.kind === 'guide' ? step.aid : undefined,
    worksOnOld(c),
    howOf(step),
    {
      ...((bare || step.kind === 'strip' || step.kind === 'repair') && { substrate: strata.substrate }),
      ...(top && { family: top.family }),
      green: topProduct?.mechanism === 'urethane' && !(stageOf(c, 'full')?.reached ?? true),
    },
  );
  return new Map(list.map((x) => [x.id, x]));
});

/** A caution of core/safety as a rule: it stands at its step, and never stops it. What has to be tested first weighs more. */
const caution = (id: Hazard): Rule =>
  rule(`caution.${id}`, STEPS, HAZARDS[id].split(/[:.]/)[0]!, (c) => {
    const found = cautionsOn(c).get(id);
    return found && (id === 'oldCoating' ? care(found.text) : note(found.text));
  });

/** What can hurt, at the step where it can. */
export const CAUTION_RULES: readonly Rule[] = keysOf(HAZARDS).map(caution);
