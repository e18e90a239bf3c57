import { bySchool, care, careKeyed, KEY, keyFor, keyOr, no } from '../entry';

/*
 * Reasons that several cells share.
 */
export const NOTHING_TO_CONVERT = no(
  'Converter works on rust only: here is nothing for it to react with, and it keeps primer from gripping.',
  'Leave it out.',
);
export const METAL_ONLY = no('Etch bites metal; here it only brings acid in.', 'Epoxy or high-build here.');
export const BUILD_ON_METAL = no(
  'It fills but does not seal metal: epoxy or direct-to-metal primer belongs below.',
  'Prime the metal first.',
);
export const COLOUR_ON_BARE = no('Colour does not hold on a bare substrate.', 'Prime it first.');
export const PLASTIC_ONLY = no(
  'Adhesion promoter is for plastic; here it does harm.',
  'Use a primer for this substrate.',
);
export const SEAM_ON_BARE = no(
  'Sealer goes into clean, primed joints; on bare metal rust creeps under it.',
  'Prime first.',
);
export const UNDERSEAL_ON_BARE = no('Underseal does not stop rust by itself.', 'Prime the metal first.');
export const FOR_WELDS = care(
  'Weld-through is for faces that a seam will hide; outside, sand it off again before priming.',
);
export const WELDS_ONLY = no('Weld-through is for bare metal that a seam will hide.', 'Leave it out here.');
export const ACID_BELOW = no('Acid below keeps polyester from curing.', 'Seal with epoxy first.');
export const CLEAR_ON_COLOUR = no('Clear goes over colour.', 'Base coat first.');
export const FILLER_DRINKS = no('Filler drinks colour, and every edge shows.', 'Prime it first.');
export const ON_FILLER = keyFor('The filler has not been sanded.', 'Shape it, and finish with P180 to P320.');
export const SKIM = keyOr('The skin of the last skim is waxy.', undefined, 'Scratch it with P80 first.');
export const HARD_ON_SOFT = no(
  'A harder filler over a softer one shears off it.',
  'Sand down to the harder one, or stay with this one.',
);
export const FILLER_ON_COLOUR = no('Filler over colour lifts at its edge.', 'Sand through to primer or metal first.');
export const FILLER_KEY = keyOr(
  'Filler straight on primer inside its window holds only where the sheet says so.',
  'Filler needs a scratch in the primer to grip.',
  'Key it with P80 to P180.',
);
export const FLEX = no(
  'Flexible filler is for plastic: on a stiff panel it stays softer than all round it.',
  'A filler for this substrate.',
);
export const FLEX_ON_PART = careKeyed(
  'Flexible filler belongs on the plastic itself.',
  'Sand to the plastic where it is more than a skim.',
);
export const SOFT_BELOW = no('It stays soft below: filler cracks off it.', 'Take it off first.');
export const LIFTS_BASE = no('Primer over base coat lifts it.', 'Clear it, or sand the base off.');
export const UNKNOWN = careKeyed(
  'Nobody knows what this old coating is: thinner may lift it.',
  'Rub a spot with thinner; if it softens, strip or seal with epoxy.',
);
export const SLICK = careKeyed(
  'Powder coat is slick: paint comes off it in sheets where it was not keyed dull.',
  'Key every corner, try tape on a spot, or primer between them.',
);
export const LIFTS_LACQUER = careKeyed(
  'Old lacquer softens in any solvent: wet coats lift it.',
  'Seal it with epoxy in thin dry coats, or strip it.',
);
export const ON_OLD = careKeyed(
  'Filler over old paint is only as good as that paint holds.',
  'Strip the area wider than the dent.',
);
export const FILLER_SCHOOL = bySchool('filler', {
  bareMetal: KEY,
  overEpoxy: careKeyed(
    'The house method is filler over keyed epoxy, not on bare metal.',
    'Epoxy first, key it with P80 to P180, then fill.',
  ),
});
export const ZINC = 'Polyester lets go of zinc: soaps form under it.';
export const POLYESTER_SMC = no(
  'Polyester does not bond to moulded sheet compound.',
  'Epoxy only: epoxy filler, or epoxy primer below.',
);
export const POLYESTER_CARBON = no(
  'Polyester does not bond to carbon composite, which is epoxy.',
  'Epoxy only: epoxy filler, or epoxy primer below.',
);
export const POLYESTER_PLASTIC = no(
  'Polyester does not bond to plastic, and it is rigid where the part flexes.',
  'A flexible two-part plastic repair, or epoxy filler.',
);
export const PROMOTER_FIRST = no(
  'Paint lets go of bare plastic without promoter.',
  'One light coat of adhesion promoter first.',
);
export const PROMOTER_SCHOOL = bySchool('plastic', {
  promoter: PROMOTER_FIRST,
  keyedPrimer: careKeyed(
    'The factory primer is gone here, and the house method counts on it.',
    'Promoter on the bare spots.',
  ),
});
export const NOT_ON_PLASTIC = no(
  'This primer is for metal: on plastic its acid or its stiffness lets go.',
  'Promoter, then primer.',
);
export const PRIMED_PART = bySchool('plastic', {
  keyedPrimer: KEY,
  promoter: careKeyed(
    'Colour straight on the keyed factory primer counts on that primer being whole.',
    'Promoter on bare spots.',
  ),
});
export const BLOCK_FIRST = keyFor(
  'The primer has not been blocked: its peel shows through colour.',
  'Guide coat, block with P400, finish with P600.',
);
export const AS_SEALER = keyOr(
  'Colour wet on wet over this primer only where both sheets name it.',
  'The window for colour wet on wet has closed.',
  'Sand with P500 to P800, clean, then colour.',
);
export const TWO_ON_ONE = care('Two-pack over one-pack can lift it.', 'Epoxy between them is the usual answer.');

export const TWO_ON_ONE_KEYED = careKeyed(
  'Two-pack over one-pack can lift all of it, weeks after it was laid too.',
  'Rub a hidden spot with its thinner first; two-pack from the metal up is the usual answer.',
);
export const COLOUR_ON_ONE_PACK = keyOr(
  'Colour on one-pack primer bites while that is fresh; thin coats, or it lifts.',
  'One-pack primer wants a fine scratch under colour.',
  'Sand it with P600 to P800, clean, then thin coats of colour.',
);
export const ONE_PACK_ON_METAL = careKeyed(
  'One-pack primer keeps rust off for a while only, and two-pack over it can lift it.',
  'Epoxy or direct-to-metal primer where it has to last.',
);
export const FOR_RUSTY_STEEL = no(
  'Rust-stabilising primer is for rusty steel: here is nothing for it to hold.',
  'Leave it out.',
);
export const LINER_ON_BARE = no(
  'On bare metal rust creeps under a liner from the first chip.',
  'Prime the metal first.',
);
export const WAX_ON_BARE = care(
  'Wax keeps air and water off bare metal in a cavity; no paint holds on it afterwards.',
  'Prime what can be reached first.',
);
export const WAX_LAST = care(
  'Wax creeps out of every seam, and no paint holds where it has been.',
  'It comes last: paint everything near it first.',
);
export const ON_WAX = no(
  'Nothing holds on wax.',
  'Wipe it off with wax and grease remover, and again with clean rags, until water wets it evenly.',
);
export const SOFT_ONE_PACK = no('One-pack primer softens under filler and lets go.', 'Sand it off there first.');
export const ON_LINER = no(
  'Paint does not lie on a rough liner, and lets go of it.',
  'Grind it off where something else belongs.',
);
export const FOR_TRANSPORT = careKeyed(
  'Many new parts come in a primer that only keeps rust off on the way: thinner takes it off, and what lies on it.',
  'Rub a spot with thinner; if it softens, strip it to metal.',
);
export const OFF_TRANSPORT = no('Filler pulls a transport primer off the metal.', 'Sand to metal there first.');
