import { isBase, isFiller } from '../library/product';
import { figure, phrase } from '../units/phrase';
import { DAY_MS } from '../units/time';
import { care, note, rule, stop, type Rule, type RuleContext, type StepOf } from './rule';

const oneCoat = (c: RuleContext<StepOf<'coat'>>) => c.step.filmUm ?? c.step.product.film.nominalUm;
const mm = (um: number) => figure('thickness', um / 1000, 1);

/** Filler of one kind that stands on top, unbroken by another layer, µm. */
function sameFillerUm(c: RuleContext<StepOf<'fill'>>): number {
  let sum = 0;
  for (let i = c.strata.layers.length - 1; i >= 0 && c.strata.layers[i]!.family === c.step.product.family; i--)
    sum += c.strata.layers[i]!.filmUm;
  return sum;
}
/** Filler of any kind that stands on top, µm. */
function fillerUm(c: RuleContext): number {
  let sum = 0;
  for (let i = c.strata.layers.length - 1; i >= 0 && isFiller(c.strata.layers[i]!.family); i--)
    sum += c.strata.layers[i]!.filmUm;
  return sum;
}
const skim = (c: RuleContext<StepOf<'fill'>>) => c.step.filmUm ?? c.step.product.film.nominalUm;

/** How much of a material stands. */
export const FILM_RULES: readonly Rule[] = [
  rule('film.most', ['coat'], 'Film over the most it should stand', (c) => {
    const { maxTotalUm } = c.step.product.film;
    const total = (c.top?.productId === c.step.product.id ? c.top.filmUm : 0) + oneCoat(c) * (c.step.coats ?? 1);
    if (total <= maxTotalUm) return undefined;
    // Colours that hide badly take more coats than their sheet has: slow, and no fault.
    return isBase(c.step.product.family) && total <= 2 * maxTotalUm
      ? care(
          phrase`That would be ${figure('film', total)}; over ${figure('film', maxTotalUm)} base dries slowly and clear sinks into it.`,
          'Longer flash between coats; a ground in its shade hides sooner.',
        )
      : stop(
          phrase`That would be ${figure('film', total)}; over ${figure('film', maxTotalUm)} it traps solvent, sinks and cracks.`,
          'Sand some off first.',
        );
  }),
  rule('film.thick', ['coat'], 'One coat too heavy', (c) =>
    oneCoat(c) > c.step.product.film.maxUm
      ? care(
          phrase`Over ${figure('film', c.step.product.film.maxUm)} in one coat it runs and traps solvent.`,
          'Two lighter coats.',
        )
      : undefined,
  ),
  rule('film.thin', ['coat'], 'One coat too thin', (c) =>
    oneCoat(c) < c.step.product.film.minUm
      ? care(phrase`Under ${figure('film', c.step.product.film.minUm)} it does not flow or protect.`)
      : undefined,
  ),
  rule('film.rest', ['coat'], 'Rest before colour', (c) =>
    isBase(c.step.product.family) && c.top?.family === 'highBuild' && c.nowMs - c.top.lastAppliedMs < 2 * DAY_MS
      ? note('Primer shrinks for days: the longer it rests before colour, the less shows later.')
      : undefined,
  ),
  rule('film.fillerMost', ['fill'], 'Filler thicker than it stands', (c) => {
    const { maxTotalUm } = c.step.product.film;
    const total = sameFillerUm(c) + skim(c);
    return total > maxTotalUm
      ? stop(
          phrase`That would be ${mm(total)}; ${c.step.product.name} cracks and sinks over ${mm(maxTotalUm)}.`,
          'Work the metal closer, or build with glass-reinforced filler.',
        )
      : undefined;
  }),
  rule('film.fillerLoad', ['fill'], 'Thick filler where weight bears on it', (c) => {
    const total = fillerUm(c) + skim(c);
    return total > 2000 && sameFillerUm(c) + skim(c) <= c.step.product.film.maxTotalUm
      ? care(
          phrase`Over ${mm(2000)} of filler: where hands or luggage bear on it, it sinks sooner.`,
          'Work the metal closer first.',
        )
      : undefined;
  }),
  rule('film.hardener', ['fill'], 'Hardener outside 1 to 3 per cent', (c) => {
    const h = c.step.hardenerFraction;
    return h !== undefined && c.step.product.mechanism === 'polyester' && (h < 0.01 || h > 0.03)
      ? stop(
          `${(h * 100).toFixed(1)}\u00a0% hardener: 1 to 3\u00a0% works, outside it stays soft or pinholes and stains.`,
          'Mix a fresh lot at about 2\u00a0%.',
        )
      : undefined;
  }),
];
