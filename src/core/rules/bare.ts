import { isBase, isFiller, isPrimer, isTopcoat } from '../library/product';
import { isMetal } from '../library/substrates';
import { HOUR_MS, waitText } from '../units/time';
import { care, isBareSurface, isKeyed, note, rule, stop, type Rule, type RuleContext } from './rule';

const bareSteel = (c: RuleContext) => isBareSurface(c) && c.strata.substrate === 'steel';
const METAL_PRIMERS = ['epoxy', 'dtm', 'etch'];

/** The substrate itself: rust, and what grips it. */
export const BARE_RULES: readonly Rule[] = [
  rule('bare.flashRust', ['coat', 'fill'], 'Bare steel left too long for the humidity', (c) => {
    const { rust } = c.status;
    return c.step.product.family !== 'converter' && rust && rust.rustsMs !== null && rust.rustsMs < c.nowMs
      ? stop(
          `Bright for ${waitText(c.nowMs - rust.brightMs)} in the air that was read: flash rust is on it since ${waitText(c.nowMs - rust.rustsMs)}.`,
          'Abrade it to bright metal again, clean, and coat at once.',
        )
      : undefined;
  }),
  rule('bare.rustComing', ['coat', 'fill'], 'Bare steel that will rust soon', (c) => {
    const left = (c.status.rust?.rustsMs ?? Infinity) - c.nowMs;
    return left > 0 && left < 3 * HOUR_MS
      ? note(`Bare steel: flash rust in about ${waitText(left)}, by humidity read and forecast.`)
      : undefined;
  }),
  rule('bare.build', ['coat'], 'High-build straight on bare metal', (c) =>
    isBareSurface(c) && isMetal(c.strata.substrate) && c.step.product.family === 'highBuild'
      ? stop(
          'High-build fills but does not seal metal: it needs epoxy or direct-to-metal primer below.',
          'Prime the metal first.',
        )
      : undefined,
  ),
  rule('bare.colour', ['coat'], 'Colour or clear straight on the substrate', (c) =>
    isBareSurface(c) && (isBase(c.step.product.family) || isTopcoat(c.step.product.family))
      ? stop('Colour does not hold on a bare substrate.', 'Prime it first.')
      : undefined,
  ),
  rule('bare.waterborne', ['coat'], 'Waterborne over bare steel', (c) =>
    bareSteel(c) && c.step.product.mechanism === 'waterborne' && c.step.product.family !== 'converter'
      ? stop('Waterborne on bare steel rusts it under the film.', 'Prime with epoxy first.')
      : undefined,
  ),
  rule('bare.aluminium', ['coat'], 'Aluminium needs its own primer', (c) =>
    isBareSurface(c) &&
    c.strata.substrate === 'aluminium' &&
    isPrimer(c.step.product.family) &&
    !METAL_PRIMERS.includes(c.step.product.family)
      ? stop(`${c.step.product.name} does not hold on aluminium.`, 'Epoxy, etch or direct-to-metal primer first.')
      : undefined,
  ),
  rule('bare.galvanised', ['coat'], 'Galvanised steel needs its own primer', (c) =>
    isBareSurface(c) &&
    c.strata.substrate === 'galvanised' &&
    isPrimer(c.step.product.family) &&
    !['epoxy', 'dtm'].includes(c.step.product.family)
      ? stop(`${c.step.product.name} lets go of zinc in time.`, 'Epoxy or direct-to-metal primer first.')
      : undefined,
  ),
  rule('bare.noKey', ['coat', 'fill'], 'No scratch on the bare substrate', (c) =>
    isBareSurface(c) &&
    !isKeyed(c) &&
    !['converter', 'etch', 'plasticPromoter', 'weldThrough'].includes(c.step.product.family)
      ? stop(
          'There is no scratch to grip on the bare surface.',
          'Abrade it: P80 to P180 for primer, P36 to P80 for filler.',
        )
      : undefined,
  ),
  rule('bare.fillerKey', ['fill'], 'Filler on bare metal wants P36 to P80', (c) => {
    const g = c.strata.surface.scratch?.grit;
    return isBareSurface(c) && isMetal(c.strata.substrate) && g !== undefined && g > 120
      ? stop(`P${g} is too fine for filler on metal.`, 'Scratch it with P36 to P80, wider than the dent.')
      : undefined;
  }),
  rule('bare.primerFine', ['coat'], 'Scratch too fine for primer on metal', (c) => {
    const g = c.strata.surface.scratch?.grit;
    return isBareSurface(c) &&
      isMetal(c.strata.substrate) &&
      isPrimer(c.step.product.family) &&
      c.step.product.family !== 'etch' &&
      g !== undefined &&
      g > 320
      ? care(`P${g} is fine for primer on metal; it may peel.`, 'Go over it with P180.')
      : undefined;
  }),
  rule('bare.converterBright', ['coat'], 'Converter on bright metal', (c) =>
    isBareSurface(c) &&
    c.step.product.family === 'converter' &&
    (c.strata.surface.blastProfileUm !== undefined || (c.strata.surface.scratch?.grit ?? 0) >= 180)
      ? care(
          'Converter works on rust only: on bright metal it stays wet and keeps primer from gripping.',
          'Use it where rust is left; prime the bright parts.',
        )
      : undefined,
  ),
  rule('bare.converterOther', ['coat'], 'Converter is for iron', (c) =>
    c.step.product.family === 'converter' && c.strata.substrate !== 'steel'
      ? stop('Converter reacts with rusty iron; on this substrate it does nothing.')
      : undefined,
  ),
  rule('bare.converterSchool', ['coat'], 'House method: cut rust out', (c) =>
    c.step.product.family === 'converter' && c.method.rust === 'cutOut'
      ? care('The house method is to cut rust out rather than convert it.')
      : undefined,
  ),
  rule('bare.weldThrough', ['coat'], 'Weld-through only on faces to be hidden', (c) =>
    c.step.product.family === 'weldThrough'
      ? care('Weld-through is for faces that a seam will hide; outside, sand it off again before priming.')
      : undefined,
  ),
  rule('bare.promoter', ['coat'], 'Bare plastic without promoter', (c) =>
    isBareSurface(c) &&
    c.strata.substrate === 'plastic' &&
    c.method.plastic === 'promoter' &&
    c.step.product.family !== 'plasticPromoter'
      ? stop('Paint lets go of bare plastic without promoter.', 'One light coat of adhesion promoter first.')
      : undefined,
  ),
  rule('bare.promoterSchool', ['coat'], 'Plastic by the keyed-primer school', (c) =>
    isBareSurface(c) &&
    c.strata.substrate === 'plastic' &&
    c.method.plastic === 'keyedPrimer' &&
    c.step.product.family !== 'plasticPromoter'
      ? care('The factory primer is gone here, and the house method counts on it.', 'Promoter on the bare spots.')
      : undefined,
  ),
  rule('bare.promoterOnMetal', ['coat'], 'Plastic promoter is for plastic', (c) =>
    c.step.product.family === 'plasticPromoter' && c.strata.substrate !== 'plastic' && isBareSurface(c)
      ? stop('Adhesion promoter is for plastic; here it does harm.', 'Use a primer for this substrate.')
      : undefined,
  ),
  rule('bare.polyesterPlastic', ['fill', 'coat'], 'Polyester over bare plastic', (c) =>
    isBareSurface(c) && c.strata.substrate === 'plastic' && c.step.product.mechanism === 'polyester'
      ? stop('Polyester does not bond to plastic.', 'Use a flexible two-part plastic repair, or prime it first.')
      : undefined,
  ),
  rule('bare.polyesterSmc', ['fill', 'coat'], 'Polyester over SMC', (c) =>
    isBareSurface(c) && c.strata.substrate === 'smc' && c.step.product.mechanism === 'polyester'
      ? stop('Polyester does not bond to moulded sheet compound.', 'Epoxy only.')
      : undefined,
  ),
  rule('bare.fillerSchool', ['fill'], 'House method: filler over epoxy', (c) =>
    isBareSurface(c) &&
    isMetal(c.strata.substrate) &&
    c.method.filler === 'overEpoxy' &&
    isFiller(c.step.product.family)
      ? care(
          'The house method is filler over keyed epoxy, not on bare metal.',
          'Epoxy first, key it with P80 to P180, then fill.',
        )
      : undefined,
  ),
];
