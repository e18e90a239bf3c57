import { care, careKeyed, keyFor, no } from '../entry';
import {
  NOTHING_TO_CONVERT,
  METAL_ONLY,
  PLASTIC_ONLY,
  WELDS_ONLY,
  FILLER_DRINKS,
  ON_FILLER,
  SKIM,
  HARD_ON_SOFT,
  FLEX,
  POLYESTER_PLASTIC,
  NOT_ON_PLASTIC,
  FOR_RUSTY_STEEL,
} from './reasons';
import { each } from '../../table';
import { on, row, type CompatibilityRow } from './row';
import type { SurfaceKind } from '../surfaces';

/** What may lie on fillers. */
export const ON_FILLERS = {
  glassFiller: row(
    'Light filler or glaze, then primer.',
    on(
      each(['converter'], NOTHING_TO_CONVERT),
      each(
        ['etch'],
        no('The acid in etch primer attacks filler.', 'Epoxy or high-build on filler; etch on bare metal only.'),
      ),
      each(['epoxy', 'dtm'], ON_FILLER),
      each(['weldThrough'], WELDS_ONLY),
      each(['glassFiller', 'lightFiller', 'epoxyFiller', 'glaze'], SKIM),
      each(['flexibleFiller'], FLEX),
      each(
        ['sprayFiller', 'highBuild'],
        careKeyed(
          'Only where it is closed and finished with P180: glass-reinforced filler is open.',
          'Light filler or glaze first.',
        ),
      ),
      each(['promoter'], PLASTIC_ONLY),
      each(['sealer'], no('Sealer goes on primer.', 'Prime the filler first.')),
      each(['underseal'], no('Underseal goes on primer.', 'Prime the filler first.')),
      each(['base', 'singleStage', 'clear', 'enamel'], FILLER_DRINKS),
      each(
        ['onePack'],
        careKeyed('Thin primer sinks into open filler.', 'Light filler or glaze, then a primer that fills.'),
      ),
      each(['rustPrimer'], FOR_RUSTY_STEEL),
      each(['liner'], no('Liner goes on primer.', 'Prime the filler first.')),
      each(['cavityWax'], no('Wax in bare filler keeps every paint off it.', 'Prime and paint it first.')),
    ),
  ),
  lightFiller: row(
    'Glaze where it needs it, then primer.',
    on(
      each(['converter'], NOTHING_TO_CONVERT),
      each(
        ['etch'],
        no('The acid in etch primer attacks filler.', 'Epoxy or high-build on filler; etch on bare metal only.'),
      ),
      each(['epoxy', 'dtm', 'sprayFiller', 'highBuild'], ON_FILLER),
      each(['weldThrough'], WELDS_ONLY),
      each(['glassFiller', 'epoxyFiller'], HARD_ON_SOFT),
      each(['lightFiller', 'glaze'], SKIM),
      each(['flexibleFiller'], FLEX),
      each(['promoter'], PLASTIC_ONLY),
      each(['sealer'], no('Sealer goes on primer.', 'Prime the filler first.')),
      each(['underseal'], no('Underseal goes on primer.', 'Prime the filler first.')),
      each(['base', 'singleStage', 'clear', 'enamel'], FILLER_DRINKS),
      each(['onePack'], careKeyed('Thin primer sinks into filler, and every edge shows.', 'A primer that fills.')),
      each(['rustPrimer'], FOR_RUSTY_STEEL),
      each(['liner'], no('Liner goes on primer.', 'Prime the filler first.')),
      each(['cavityWax'], no('Wax in bare filler keeps every paint off it.', 'Prime and paint it first.')),
    ),
  ),
  epoxyFiller: row(
    'Primer once it is sanded.',
    on(
      each(['converter'], NOTHING_TO_CONVERT),
      each(
        ['etch'],
        no('The acid in etch primer attacks filler.', 'Epoxy or high-build on filler; etch on bare metal only.'),
      ),
      each(['epoxy', 'dtm', 'sprayFiller', 'highBuild'], ON_FILLER),
      each(['weldThrough'], WELDS_ONLY),
      each(
        ['glassFiller', 'lightFiller'],
        keyFor('Polyester on epoxy filler holds only once that is hard and scratched.', 'Scratch it with P80.'),
      ),
      each(['epoxyFiller'], SKIM),
      each(['flexibleFiller'], FLEX),
      each(
        ['glaze'],
        keyFor('Polyester on epoxy filler holds only once that is hard and scratched.', 'Scratch it with P80 to P180.'),
      ),
      each(['promoter'], PLASTIC_ONLY),
      each(['sealer'], no('Sealer goes on primer.', 'Prime the filler first.')),
      each(['underseal'], no('Underseal goes on primer.', 'Prime the filler first.')),
      each(['base', 'singleStage', 'clear', 'enamel'], FILLER_DRINKS),
      each(['onePack'], careKeyed('Thin primer sinks into filler, and every edge shows.', 'A primer that fills.')),
      each(['rustPrimer'], FOR_RUSTY_STEEL),
      each(['liner'], no('Liner goes on primer.', 'Prime the filler first.')),
      each(['cavityWax'], no('Wax in bare filler keeps every paint off it.', 'Prime and paint it first.')),
    ),
  ),
  flexibleFiller: row(
    'Primer for plastic once it is sanded.',
    on(
      each(['converter'], NOTHING_TO_CONVERT),
      each(['etch'], METAL_ONLY),
      each(
        ['epoxy'],
        careKeyed(
          'A rigid primer cracks over flexible filler where the part bends.',
          'Flexible additive in it, by its sheet.',
        ),
      ),
      each(['dtm'], NOT_ON_PLASTIC),
      each(['weldThrough'], WELDS_ONLY),
      each(['glassFiller', 'lightFiller', 'glaze', 'sprayFiller'], POLYESTER_PLASTIC),
      each(['epoxyFiller'], HARD_ON_SOFT),
      each(['flexibleFiller'], SKIM),
      each(['highBuild'], ON_FILLER),
      each(['promoter'], care('Only on the plastic round the filler.', 'Dab it on, then primer over both.')),
      each(['sealer'], no('Sealer goes on primer.', 'Prime the filler first.')),
      each(['underseal'], no('Underseal goes on primer.', 'Prime the filler first.')),
      each(['base', 'singleStage', 'clear', 'enamel'], FILLER_DRINKS),
      each(['onePack'], careKeyed('One-pack primer is stiff: it cracks where the part flexes.', 'Primer for plastic.')),
      each(['rustPrimer'], FOR_RUSTY_STEEL),
      each(['liner'], no('Liner goes on primer.', 'Prime the filler first.')),
      each(['cavityWax'], no('Wax in bare filler keeps every paint off it.', 'Prime and paint it first.')),
    ),
  ),
  glaze: row(
    'Primer once it is sanded.',
    on(
      each(['converter'], NOTHING_TO_CONVERT),
      each(
        ['etch'],
        no('The acid in etch primer attacks filler.', 'Epoxy or high-build on filler; etch on bare metal only.'),
      ),
      each(['epoxy', 'dtm', 'sprayFiller', 'highBuild'], ON_FILLER),
      each(['weldThrough'], WELDS_ONLY),
      each(['glassFiller', 'lightFiller', 'epoxyFiller'], HARD_ON_SOFT),
      each(['flexibleFiller'], FLEX),
      each(['glaze'], SKIM),
      each(['promoter'], PLASTIC_ONLY),
      each(['sealer'], no('Sealer goes on primer.', 'Prime the filler first.')),
      each(['underseal'], no('Underseal goes on primer.', 'Prime the filler first.')),
      each(['base', 'singleStage', 'clear', 'enamel'], FILLER_DRINKS),
      each(['onePack'], careKeyed('Thin primer sinks into filler, and every edge shows.', 'A primer that fills.')),
      each(['rustPrimer'], FOR_RUSTY_STEEL),
      each(['liner'], no('Liner goes on primer.', 'Prime the filler first.')),
      each(['cavityWax'], no('Wax in bare filler keeps every paint off it.', 'Prime and paint it first.')),
    ),
  ),
} satisfies Partial<Record<SurfaceKind, CompatibilityRow>>;
