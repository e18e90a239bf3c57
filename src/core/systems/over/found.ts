import { care, careKeyed, KEY, no, OK } from '../entry';
import {
  NOTHING_TO_CONVERT,
  METAL_ONLY,
  PLASTIC_ONLY,
  WELDS_ONLY,
  CLEAR_ON_COLOUR,
  FILLER_KEY,
  FLEX,
  UNKNOWN,
  ON_OLD,
  POLYESTER_PLASTIC,
  NOT_ON_PLASTIC,
  PRIMED_PART,
  FOR_RUSTY_STEEL,
  WAX_LAST,
  FOR_TRANSPORT,
  OFF_TRANSPORT,
  SLICK,
  LIFTS_LACQUER,
} from './reasons';
import { each } from '../../table';
import { on, row, type CompatibilityRow } from './row';
import type { SurfaceKind } from '../surfaces';

/** What may lie on a coating that was there before. */
export const ON_FOUND = {
  paintedPlastic: row(
    'Key it with P320 to P500, promoter on bare spots, then primer or colour.',
    on(
      each(['converter'], NOTHING_TO_CONVERT),
      each(['etch'], METAL_ONLY),
      each(['epoxy', 'highBuild'], KEY),
      each(['dtm'], NOT_ON_PLASTIC),
      each(['weldThrough'], WELDS_ONLY),
      each(['glassFiller', 'lightFiller', 'glaze', 'sprayFiller'], POLYESTER_PLASTIC),
      each(['epoxyFiller'], careKeyed('Epoxy filler is rigid: it cracks where the part flexes.', 'Flexible filler.')),
      each(
        ['flexibleFiller'],
        careKeyed('It is only as good as the finish below holds.', 'Sand to the plastic, promoter, then fill.'),
      ),
      each(
        ['promoter'],
        care('Promoter is for bare spots: on whole primer it is not needed.', 'Only where plastic shows.'),
      ),
      each(['sealer'], careKeyed('Most sealers hold better on fresh primer.')),
      each(['underseal', 'liner'], careKeyed('It flexes off where the part bends.')),
      each(['base', 'singleStage'], PRIMED_PART),
      each(
        ['clear'],
        careKeyed(
          'Clear over a finish that nobody knows: only where that is colour, sound and keyed.',
          'Rub a spot with thinner first.',
        ),
      ),
      each(
        ['onePack'],
        careKeyed(
          'One-pack primer is stiff: it cracks where the part flexes.',
          'A two-pack primer with flexible additive, by its sheet.',
        ),
      ),
      each(['rustPrimer'], FOR_RUSTY_STEEL),
      each(
        ['enamel'],
        careKeyed(
          'Enamel is stiff: it cracks where the part flexes.',
          'Base and clear with flexible additive, by its sheet.',
        ),
      ),
      each(['cavityWax'], WAX_LAST),
    ),
  ),
  oldCoating: row(
    'Key it, or strip it; epoxy goes over what is sound.',
    on(
      each(['converter'], NOTHING_TO_CONVERT),
      each(
        ['etch'],
        no('Etch lifts old paint and bites nothing in it.', 'Epoxy over it once it is keyed, or strip to metal.'),
      ),
      each(['epoxy', 'dtm', 'highBuild', 'sealer', 'underseal', 'base', 'singleStage', 'onePack', 'enamel'], UNKNOWN),
      each(['weldThrough'], WELDS_ONLY),
      each(['glassFiller', 'lightFiller', 'epoxyFiller', 'glaze'], ON_OLD),
      each(['flexibleFiller'], FLEX),
      each(
        ['sprayFiller'],
        careKeyed('Styrene in spray filler can swell an old coating.', 'Seal it with epoxy first, or strip it.'),
      ),
      each(['promoter'], PLASTIC_ONLY),
      each(
        ['clear'],
        careKeyed(
          'Clear on an old finish: only where that is colour or clear, sound and keyed, as on the panel that is blended into.',
          'Rub a spot with thinner first; it must not soften.',
        ),
      ),
      each(
        ['rustPrimer'],
        careKeyed(
          'For rust that shows at the edges of sound paint; on the paint itself it adds nothing.',
          'Strip what is loose round it first.',
        ),
      ),
      each(
        ['liner'],
        careKeyed('Liner holds only as well as the old coating below it.', 'Key it with P80 to P180, or strip it.'),
      ),
      each(['cavityWax'], WAX_LAST),
    ),
  ),
  electrocoat: row(
    'Key it with P320, then primer; epoxy where it was gone through.',
    on(
      each(['converter'], NOTHING_TO_CONVERT),
      each(
        ['etch'],
        no('Etch bites metal: over electrocoat it finds none.', 'Etch or epoxy on the spots that show metal only.'),
      ),
      each(['epoxy', 'dtm', 'glaze', 'sprayFiller', 'highBuild', 'sealer', 'underseal', 'onePack', 'liner'], KEY),
      each(
        ['weldThrough'],
        careKeyed('Weld-through along a keyed edge only.', 'Take the electrocoat off where it is to be welded.'),
      ),
      each(['glassFiller', 'lightFiller', 'epoxyFiller'], FILLER_KEY),
      each(['flexibleFiller'], FLEX),
      each(['promoter'], PLASTIC_ONLY),
      each(
        ['base', 'singleStage', 'enamel'],
        careKeyed('Colour straight on electrocoat chips to the metal at the first stone.', 'Primer between them.'),
      ),
      each(['clear'], CLEAR_ON_COLOUR),
      each(['rustPrimer'], FOR_RUSTY_STEEL),
      each(['cavityWax'], WAX_LAST),
    ),
  ),
  transportPrimer: row(
    'Rub it with thinner: what softens comes off, what holds is keyed and sealed with epoxy.',
    on(
      each(['converter'], NOTHING_TO_CONVERT),
      each(
        ['etch'],
        no(
          'Etch lifts a transport primer and bites nothing in it.',
          'Epoxy over it once it is keyed, or strip to metal.',
        ),
      ),
      each(['epoxy', 'dtm', 'highBuild', 'sealer', 'underseal', 'enamel'], FOR_TRANSPORT),
      each(
        ['weldThrough'],
        careKeyed('Weld-through along a keyed edge only.', 'Take the primer off where it is to be welded.'),
      ),
      each(['glassFiller', 'lightFiller', 'epoxyFiller', 'glaze', 'sprayFiller'], OFF_TRANSPORT),
      each(['flexibleFiller'], FLEX),
      each(['promoter'], PLASTIC_ONLY),
      each(
        ['base', 'singleStage'],
        no(
          'A transport primer only keeps rust off on the way: colour over it comes off with it.',
          'Epoxy or two-pack primer first.',
        ),
      ),
      each(['clear'], CLEAR_ON_COLOUR),
      each(['onePack'], KEY),
      each(['rustPrimer'], FOR_RUSTY_STEEL),
      each(['liner'], no('A liner holds only as well as the primer below it.', 'Strip it, and prime with epoxy.')),
      each(['cavityWax'], WAX_LAST),
    ),
  ),
  factoryFinish: row(
    'Key it, then colour, clear or primer; it was baked, and holds.',
    on(
      each(['converter'], NOTHING_TO_CONVERT),
      each(['etch'], METAL_ONLY),
      each(
        [
          'epoxy',
          'dtm',
          'highBuild',
          'sealer',
          'underseal',
          'base',
          'singleStage',
          'clear',
          'onePack',
          'enamel',
          'liner',
        ],
        KEY,
      ),
      each(['weldThrough'], WELDS_ONLY),
      each(['glassFiller', 'lightFiller', 'epoxyFiller', 'glaze'], ON_OLD),
      each(['flexibleFiller'], FLEX),
      each(
        ['sprayFiller'],
        careKeyed('Polyester over a topcoat can swell it.', 'High-build instead, or sand to primer.'),
      ),
      each(['promoter'], PLASTIC_ONLY),
      each(['rustPrimer'], FOR_RUSTY_STEEL),
      each(['cavityWax'], OK),
    ),
  ),
  powderCoat: row(
    'Key it dull all over with P320 to P400, or strip it; it was baked, and no solvent bites it.',
    on(
      each(['converter'], NOTHING_TO_CONVERT),
      each(['etch'], METAL_ONLY),
      each(['epoxy', 'dtm', 'highBuild', 'sealer', 'underseal', 'liner'], KEY),
      each(['base', 'singleStage', 'clear', 'onePack', 'enamel'], SLICK),
      each(['weldThrough'], WELDS_ONLY),
      each(['glassFiller', 'lightFiller', 'epoxyFiller', 'glaze'], ON_OLD),
      each(['flexibleFiller'], FLEX),
      each(['sprayFiller'], careKeyed('Polyester holds badly on powder coat.', 'High-build over keyed epoxy.')),
      each(['promoter'], PLASTIC_ONLY),
      each(['rustPrimer'], FOR_RUSTY_STEEL),
      each(['cavityWax'], OK),
    ),
  ),
  lacquer: row(
    'It softens in solvent for good: strip it, or seal it with thin dry coats of epoxy.',
    on(
      each(['converter'], NOTHING_TO_CONVERT),
      each(['etch'], no('Etch lifts lacquer and bites nothing in it.', 'Strip to metal.')),
      each(['epoxy'], careKeyed('Wet coats swell lacquer at every edge.', 'Thin and dry at first, or strip it.')),
      each(['dtm', 'highBuild', 'base', 'singleStage', 'clear', 'onePack', 'enamel'], LIFTS_LACQUER),
      each(['sprayFiller'], no('Styrene dissolves lacquer: it wrinkles.', 'Strip it first.')),
      each(
        ['sealer', 'underseal', 'liner'],
        careKeyed('It holds only as well as the lacquer below.', 'Strip it there.'),
      ),
      each(['weldThrough'], WELDS_ONLY),
      each(['glassFiller', 'lightFiller', 'epoxyFiller', 'glaze'], ON_OLD),
      each(['flexibleFiller'], FLEX),
      each(['promoter'], PLASTIC_ONLY),
      each(['rustPrimer'], FOR_RUSTY_STEEL),
      each(['cavityWax'], WAX_LAST),
    ),
  ),
} satisfies Partial<Record<SurfaceKind, CompatibilityRow>>;
