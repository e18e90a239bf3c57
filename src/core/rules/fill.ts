import { isBase, isFiller, isTopcoat } from '../library/product';
import { figure, phrase } from '../units/phrase';
import { waitText } from '../units/time';
import { care, isKeyed, note, rule, stageOf, stop, type Rule, type RuleContext } from './rule';

const mm = (um: number) => figure('thickness', um / 1000, 1);

/** Filler that already stands on top, unbroken by another layer, µm. */
const fillerUm = (c: RuleContext): number => {
  let sum = 0;
  for (let i = c.strata.layers.length - 1; i >= 0 && isFiller(c.strata.layers[i]!.family); i--)
    sum += c.strata.layers[i]!.filmUm;
  return sum;
};

/** Filler, and what may lie under it. */
export const FILL_RULES: readonly Rule[] = [
  rule('fill.overEtch', ['fill'], 'Filler over etch primer', (c) =>
    c.top?.family === 'etch'
      ? stop(
          'The acid in etch primer stops filler from curing where they meet.',
          'Sand the etch off, or seal it with epoxy.',
        )
      : undefined,
  ),
  rule('fill.overConverter', ['fill'], 'Filler over converter', (c) =>
    c.top?.family === 'converter'
      ? stop('Filler does not hold on converter.', 'Epoxy over the converter, key it, then fill.')
      : undefined,
  ),
  rule('fill.over1K', ['fill'], 'Filler over one-pack films', (c) =>
    c.top && ['weldThrough', 'underseal', 'plasticPromoter'].includes(c.top.family)
      ? stop(`${c.top.label} softens under filler and lets go.`, 'Take it off first.')
      : undefined,
  ),
  rule('fill.overOld', ['fill'], 'Filler over a coating nobody knows', (c) =>
    c.top?.family === 'oldCoating'
      ? care('Filler over old paint is only as good as that paint holds.', 'Strip the area wider than the dent.')
      : undefined,
  ),
  rule('fill.overColour', ['fill'], 'Filler over colour or clear', (c) =>
    c.top && (isBase(c.top.family) || isTopcoat(c.top.family))
      ? stop('Filler over colour lifts at its edge.', 'Sand through to primer or metal first.')
      : undefined,
  ),
  rule('fill.uncured', ['fill'], 'Filler over primer that is still soft', (c) => {
    const s = stageOf(c, 'sand');
    return c.top && !isFiller(c.top.family) && s && !s.reached
      ? stop(
          `${c.top.label} is still soft under there.`,
          s.opensMs === null ? 'Warm the panel.' : `${waitText(s.opensMs - c.nowMs)} more.`,
          s.opensMs ?? undefined,
        )
      : undefined;
  }),
  rule('fill.key', ['fill'], 'Primer under filler keyed with P80 to P180', (c) => {
    if (!c.top || !['epoxy', 'dtm', 'highBuild'].includes(c.top.family)) return undefined;
    const g = c.strata.surface.scratch?.grit;
    if (g === undefined) return stop('Filler needs a scratch in the primer to grip.', 'Key it with P80 to P180.');
    return g > 240 ? stop(`P${g} is too fine for filler.`, 'Key it with P80 to P180.') : undefined;
  }),
  rule('fill.school', ['fill'], 'House method: filler on bare metal', (c) =>
    c.top?.family === 'epoxy' && c.method.filler === 'bareMetal'
      ? note('The house method puts filler on bare metal; over keyed epoxy is the other school.')
      : undefined,
  ),
  rule('fill.thick', ['fill'], 'Filler thicker than it stands', (c) => {
    const total = fillerUm(c) + (c.step.filmUm ?? c.step.product.film.nominalUm);
    return total > c.step.product.film.maxTotalUm
      ? stop(
          phrase`That would be ${mm(total)}; ${c.step.product.name} cracks and sinks over ${mm(c.step.product.film.maxTotalUm)}.`,
          'Work the metal closer, or build with glass-reinforced filler.',
        )
      : undefined;
  }),
  rule('fill.load', ['fill'], 'Thick filler where weight bears on it', (c) => {
    const total = fillerUm(c) + (c.step.filmUm ?? c.step.product.film.nominalUm);
    return total > 2000 && total <= c.step.product.film.maxTotalUm
      ? care(phrase`Over ${mm(2000)}: where hands or luggage bear on it, it sinks sooner.`)
      : undefined;
  }),
  rule('fill.hardener', ['fill'], 'Hardener outside 1 to 3 per cent', (c) => {
    const h = c.step.hardenerFraction;
    return h !== undefined && (h < 0.01 || h > 0.03)
      ? stop(
          `${(h * 100).toFixed(1)}\u00a0% hardener: 1 to 3\u00a0% works, outside it stays soft or pinholes and stains.`,
          'Mix a fresh lot at about 2\u00a0%.',
        )
      : undefined;
  }),
  rule('fill.skimSoft', ['fill'], 'Next skim over filler that is not hard', (c) => {
    const s = stageOf(c, 'sand');
    return c.top && isFiller(c.top.family) && s && !s.reached
      ? stop(
          'The last skim is still soft.',
          s.opensMs === null ? 'Warm the panel.' : `${waitText(s.opensMs - c.nowMs)} more.`,
          s.opensMs ?? undefined,
        )
      : undefined;
  }),
  rule('fill.skimKey', ['fill'], 'Next skim over filler that was not sanded', (c) =>
    c.top && isFiller(c.top.family) && stageOf(c, 'sand')?.reached && !isKeyed(c)
      ? care('The skin of the last skim is waxy.', 'Scratch it with P80 first.')
      : undefined,
  ),
];
