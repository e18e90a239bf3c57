import type { MediaId } from '../library/media';
import type { SubstrateKind } from '../library/substrates';
import type { Treatment } from '../log/marks';
import type { StripMethod } from '../log/tools';
import { each, rowOf } from '../table';
import { care, no, OK, type Entry } from './entry';

const stripped = rowOf<StripMethod, Entry>();
const blasted = rowOf<MediaId, Entry>();
const repaired = rowOf<Treatment, Entry>();

const GRINDS_ZINC = care('Grinding takes the zinc off with the paint.', 'Strip it chemically or with a scraper.');
const ATTACKS = no('Stripper attacks plastic and laminate.', 'Sand it.');
const BLISTERS = no('Heat softens the laminate and lifts blisters in it.', 'Sand or scrape it.');
const STEEL_WIRE = care(
  'Steel wire tears soft aluminium and leaves iron in it, which starts corrosion.',
  'A stainless brush that never touched steel, or fine paper.',
);

/** Which way of taking a coating off each substrate bears. */
export const STRIPPING: { readonly [S in SubstrateKind]: { readonly [M in StripMethod]: Entry } } = {
  steel: stripped(
    each(['chemical', 'scraper', 'wireWheel', 'flapDisc', 'sander'], OK),
    each(['heat'], care('Heat bows thin flat sheet.', 'Keep it moving, and stop when the paint lifts.')),
  ),
  galvanised: stripped(
    each(['chemical', 'scraper'], OK),
    each(['wireWheel', 'flapDisc', 'sander'], GRINDS_ZINC),
    each(['heat'], care('Heat drives fume out of the zinc.', 'Strip it chemically.')),
  ),
  aluminium: stripped(
    each(['chemical'], care('Alkaline stripper eats aluminium.', 'Only one whose sheet names it, and rinse it off.')),
    each(['scraper', 'sander'], OK),
    each(['wireWheel'], STEEL_WIRE),
    each(
      ['flapDisc'],
      care('Aluminium clogs and gouges fast.', 'Fine paper, little pressure, nothing that cut steel before.'),
    ),
    each(
      ['heat'],
      care('Aluminium softens and bows long before it shows.', 'Stay under the temperature of its sheet.'),
    ),
  ),
  glassfibre: stripped(
    each(['chemical'], ATTACKS),
    each(['scraper', 'sander'], OK),
    each(['wireWheel'], no('A wire wheel tears the gel and the fibre open.', 'Sand it.')),
    each(['flapDisc'], care('A flap disc is through the gel in a moment.', 'P80 on a sander with a soft pad.')),
    each(['heat'], BLISTERS),
  ),
  smc: stripped(
    each(['chemical'], ATTACKS),
    each(['scraper', 'sander'], OK),
    each(['wireWheel'], no('A wire wheel tears the compound open.', 'Sand it.')),
    each(['flapDisc'], care('A flap disc cuts into the compound at once.', 'P80 to P180 on a sander.')),
    each(['heat'], BLISTERS),
  ),
  carbon: stripped(
    each(['chemical'], ATTACKS),
    each(['scraper'], care('A blade lifts fibre where it catches.', 'Sand it.')),
    each(['wireWheel'], no('A wire wheel cuts the fibre, which carries the load.', 'Sand it with P180 and finer.')),
    each(['flapDisc'], no('A flap disc cuts the fibre, which carries the load.', 'Sand it with P180 and finer.')),
    each(
      ['sander'],
      care('Stop at the resin: every fibre that is cut carries no more.', 'P180 and finer, and look for black dust.'),
    ),
    each(['heat'], BLISTERS),
  ),
  plastic: stripped(
    each(['chemical'], ATTACKS),
    each(['scraper'], care('A blade gouges plastic.', 'Sand it with P320 and finer.')),
    each(['wireWheel'], no('A wire wheel gouges and melts plastic.', 'Sand it with P320 and finer.')),
    each(['flapDisc'], no('A flap disc melts and tears plastic.', 'Sand it with P320 and finer.')),
    each(['sander'], care('Plastic melts under a fast sander and raises hairs.', 'P320 and finer, slowly.')),
    each(['heat'], no('Plastic softens and sags under heat.', 'Sand it with P320 and finer.')),
  ),
};

const ZINC_OFF = no('Blasting takes the zinc off.', 'Strip it chemically, or use plastic or soda.');
const TOO_HARD = no(
  'This media is too hard for this substrate: it cuts and bends it.',
  'Scrape it, or use a softer media.',
);
const IRON_IN = no(
  'This media is too hard for aluminium: it cuts it and beats dirt in.',
  'Fine glass, plastic or soda at low pressure.',
);
const BEADS_PEEN = care('Beads close the surface and stretch thin sheet.', 'Low pressure, from a distance.');
const LAMINATE_SOFT = care(
  'Even soft media opens the gel where it lingers.',
  'Low pressure, a flat angle, and keep moving.',
);
const RINSE_SODA = care(
  'Soda leaves no key, and what stays of it keeps paint from holding.',
  'Wash it off with water, dry, then abrade.',
);

/** Which blast media each substrate bears. */
export const BLASTING: { readonly [S in SubstrateKind]: { readonly [M in MediaId]: Entry } } = {
  steel: blasted(
    each(['Crushed glass', 'Slag', 'Garnet', 'Fine crushed glass', 'Glass beads', 'Plastic'], OK),
    each(['Soda'], RINSE_SODA),
  ),
  galvanised: blasted(
    each(['Crushed glass', 'Slag', 'Garnet', 'Fine crushed glass', 'Glass beads'], ZINC_OFF),
    each(['Plastic'], OK),
    each(['Soda'], RINSE_SODA),
  ),
  aluminium: blasted(
    each(['Crushed glass', 'Slag', 'Garnet'], IRON_IN),
    each(['Fine crushed glass', 'Plastic'], OK),
    each(['Glass beads'], BEADS_PEEN),
    each(['Soda'], RINSE_SODA),
  ),
  glassfibre: blasted(
    each(['Crushed glass', 'Slag', 'Garnet', 'Fine crushed glass', 'Glass beads'], TOO_HARD),
    each(['Plastic'], LAMINATE_SOFT),
    each(['Soda'], RINSE_SODA),
  ),
  smc: blasted(
    each(['Crushed glass', 'Slag', 'Garnet', 'Fine crushed glass', 'Glass beads'], TOO_HARD),
    each(['Plastic'], LAMINATE_SOFT),
    each(['Soda'], RINSE_SODA),
  ),
  carbon: blasted(
    each(['Crushed glass', 'Slag', 'Garnet', 'Fine crushed glass', 'Glass beads'], TOO_HARD),
    each(['Plastic'], LAMINATE_SOFT),
    each(['Soda'], RINSE_SODA),
  ),
  plastic: blasted(
    each(['Crushed glass', 'Slag', 'Garnet', 'Fine crushed glass', 'Glass beads'], TOO_HARD),
    each(['Plastic'], LAMINATE_SOFT),
    each(['Soda'], RINSE_SODA),
  ),
};

const METAL_ONLY = no(
  'That is work for metal: this substrate cracks under it.',
  'Sand it back, and laminate or fill with what holds here.',
);
const WELDS_METAL = no('Only metal is welded: this substrate burns.', 'Laminate or bond it, with what holds here.');
const ALUMINIUM_WELD = care('Aluminium takes its own weld process and tools that never touched steel.');
const ZINC_FUME = care(
  'Zinc fume makes ill hours later.',
  'Grind the zinc off the weld line; extraction and a fume mask.',
);
const IRON_ONLY = no('Converter reacts with rusty iron; on this substrate it does nothing.', 'Sand it.');
const LAMINATE_ON_METAL = no(
  'Laminate over a hole in metal lets go and traps water behind it.',
  'Weld or bond in sound metal.',
);
const SHRINKS_STEEL = care(
  'Aluminium shrinks less and is soft long before it glows.',
  'Only by those equipped for it.',
);
const STEEL_BRUSH = care('A steel brush leaves iron in aluminium.', 'A stainless one, or paper.');
const ZINC_BRUSH = care(
  'Brushing to bright steel takes the zinc with it.',
  'Only where rust has already eaten it; epoxy at once.',
);
const POLYESTER_RESIN = no(
  'Polyester resin does not bond to this: epoxy resin, or a two-part repair for plastic.',
  'Epoxy resin on moulded compound; a flexible two-part repair on plastic.',
);
const SMC_RESIN = care('Polyester resin does not bond to moulded compound.', 'Epoxy resin only.');
const SMC_FILL = care('Polyester filler does not bond to moulded compound.', 'Epoxy filler.');
const CARBON_RESIN = care(
  'Epoxy resin and carbon only; what bears load is for who is licensed to judge it.',
  'Its maker’s way, or a new part.',
);
const CARBON_FILL = care('Polyester filler does not bond to carbon composite.', 'Epoxy filler.');
const PLASTIC_FILL = care('Polyester filler cracks where plastic flexes.', 'A flexible filler for plastic.');

type Repairs = { readonly [T in Treatment]: Entry };
const METAL: Repairs = repaired(
  each(
    [
      'abrade',
      'spotBlast',
      'convert',
      'cutOut',
      'patch',
      'pushOut',
      'pullAndFill',
      'hammerAndDolly',
      'shrink',
      'fill',
      'feather',
      'strip',
      'rebond',
      'drain',
    ],
    OK,
  ),
  each(['laminate'], LAMINATE_ON_METAL),
  each(
    ['vAndEpoxy'],
    care('A crack in metal is stopped by drilling and welding.', 'Epoxy only where nothing bears on it.'),
  ),
);
const LAMINATE: Repairs = {
  ...METAL,
  spotBlast: care('Blasting and wire open the gel.', 'Sand it.'),
  convert: IRON_ONLY,
  cutOut: care('Cut back to sound laminate, then laminate it.'),
  patch: WELDS_METAL,
  pushOut: METAL_ONLY,
  pullAndFill: METAL_ONLY,
  hammerAndDolly: METAL_ONLY,
  shrink: WELDS_METAL,
  laminate: OK,
  vAndEpoxy: OK,
};

/** Which repair each substrate bears. */
export const REPAIRING: { readonly [S in SubstrateKind]: Repairs } = {
  steel: METAL,
  galvanised: {
    ...METAL,
    abrade: ZINC_BRUSH,
    spotBlast: ZINC_BRUSH,
    cutOut: ZINC_FUME,
    patch: ZINC_FUME,
    pullAndFill: ZINC_FUME,
    shrink: ZINC_FUME,
  },
  aluminium: {
    ...METAL,
    spotBlast: STEEL_BRUSH,
    convert: IRON_ONLY,
    cutOut: ALUMINIUM_WELD,
    patch: ALUMINIUM_WELD,
    pullAndFill: ALUMINIUM_WELD,
    shrink: SHRINKS_STEEL,
  },
  glassfibre: LAMINATE,
  smc: { ...LAMINATE, laminate: SMC_RESIN, fill: SMC_FILL },
  carbon: { ...LAMINATE, laminate: CARBON_RESIN, fill: CARBON_FILL },
  plastic: {
    ...LAMINATE,
    spotBlast: no('Blasting and wire melt and tear plastic.', 'Sand it with P320 and finer.'),
    pushOut: care('Plastic goes back only when it is warm through.', 'Warm it slowly, and push from behind.'),
    cutOut: care('Cut back to what holds, then weld the plastic or bond it.'),
    laminate: POLYESTER_RESIN,
    fill: PLASTIC_FILL,
  },
};

/** The coarsest paper that a bare substrate bears without harm. */
export const COARSEST_PAPER: { readonly [S in SubstrateKind]: { grit: number; says: string; clears: string } } = {
  steel: { grit: 24, says: 'Coarser than this tears the sheet.', clears: 'P36 and finer.' },
  galvanised: { grit: 180, says: 'Coarse paper takes the zinc off.', clears: 'A pad or P240: only dull it.' },
  aluminium: { grit: 60, says: 'Aluminium is soft: coarse paper gouges it.', clears: 'P80 and finer.' },
  glassfibre: { grit: 60, says: 'Coarse paper is through the gel into the fibre.', clears: 'P80 and finer.' },
  smc: { grit: 60, says: 'Coarse paper tears pores open.', clears: 'P80 and finer.' },
  carbon: {
    grit: 150,
    says: 'Coarse paper is through the resin into the fibre, which carries the load.',
    clears: 'P180 and finer.',
  },
  plastic: {
    grit: 180,
    says: 'Coarse paper raises hairs on plastic that show through paint.',
    clears: 'P320 and finer; P180 only on textured parts that get primer.',
  },
};
