import { FAMILIES } from './families';
import type { Product, Stage } from './product';
import type { FieldProblem } from '../result';

/** Liquid that is lighter than this, or as heavy as stone, was read off the wrong line, kg/L. */
const ORGANIC_KG_L = { min: 0.6, max: 3.2 };

/** No solvent of a paint is heavier, g/L: so much room its VOC takes at least. */
const HEAVIEST_SOLVENT_GL = 1400;
/** Data sheets round their solids. */
const ROUNDED = 0.05;

/** What of a product's figures cannot all be true at once: each is named at its own figure, with what it runs against. */
export function contradictionsIn(p: Product): FieldProblem[] {
  const problems: FieldProblem[] = [];
  const say = (path: string, message: string) => problems.push({ path, message });
  const { film, thinning: t, limits } = p;
  if (film.nominalUm > film.maxUm) say('film.nominalUm', 'More than the most a coat');
  if (film.maxUm > film.maxTotalUm) say('film.maxUm', 'More than the most in all');
  if (film.minUm > film.nominalUm) say('film.nominalUm', 'Less than the least film that covers');
  if (t) {
    if (t.minFraction > t.maxFraction) say('thinning.minFraction', 'More than the most thinner');
    else if (t.defaultFraction < t.minFraction || t.defaultFraction > t.maxFraction)
      say('thinning.defaultFraction', 'Not between the least and the most thinner');
  }
  // What a film does in between differs; it has flashed first, and is cured last.
  const timeOf = (stage: Stage) => p.stages.find((s) => s.stage === stage)?.opensMin;
  const [flash, full] = [timeOf('flash'), timeOf('full')];
  p.stages.forEach(({ stage, opensMin }, i) => {
    if (stage !== 'flash' && flash !== undefined && opensMin < flash)
      say(`stages[${i}].opensMin`, `Sooner than it has flashed (${flash} min)`);
    else if (stage !== 'full' && full !== undefined && opensMin > full)
      say(`stages[${i}].opensMin`, `Later than it is cured (${full} min)`);
  });
  p.stages.forEach((s, i) => {
    if (s.closesMin !== undefined && s.closesMin <= s.opensMin)
      say(`stages[${i}].closesMin`, 'It closes before it opens');
  });
  p.parts.forEach((x, i) => {
    // A litre cannot give off more than it weighs less what stays.
    if (x.vocGL > x.densityKgL * 1000) say(`parts[${i}].vocGL`, 'More than a litre of it weighs');
    else if (x.volumeSolids + x.vocGL / HEAVIEST_SOLVENT_GL > 1 + ROUNDED)
      say(`parts[${i}].volumeSolids`, 'Solids and solvent together are more than the tin holds');
    if (FAMILIES[p.family].role !== 'filler' && (x.densityKgL < ORGANIC_KG_L.min || x.densityKgL > ORGANIC_KG_L.max))
      say(`parts[${i}].densityKgL`, 'No paint weighs that: kilograms a litre');
  });
  const pot = p.potLifeMin;
  if (pot !== undefined && full !== undefined && pot > full) say('potLifeMin', 'Longer than it takes to cure');
  if (limits.minTempC >= limits.maxTempC) say('limits.minTempC', 'Not under the hottest panel');
  if (p.cureStopsBelowC !== undefined && p.cureStopsBelowC > limits.minTempC)
    say('cureStopsBelowC', 'Over the coldest panel that it may be put on');
  return problems;
}
