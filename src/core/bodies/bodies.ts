import type { SubstrateKind } from '../library/substrates';
import type { FloorRow } from '../log/job';
import type { ShapeName } from '../outline/shapes';

/** One part as it lies on the floor, seen on its outer face. */
export interface BodyPart {
  id: string;
  name: string;
  row: FloorRow;
  shape: ShapeName;
  widthMm: number;
  heightMm: number;
  substrate: SubstrateKind;
  /** Of the part itself, µm. */
  thicknessUm: number;
  /** Its outline is turned about: the same part of the other side. */
  mirrored?: true;
}

type Size = readonly [widthMm: number, heightMm: number];
type Of = { of?: SubstrateKind; um?: number };

/** Usual thickness of what a body is made of, µm. */
const USUAL_UM: Partial<Record<SubstrateKind, number>> = {
  steel: 800,
  aluminium: 1000,
  plastic: 3000,
  glassfibre: 4000,
};

/** What parts are called, by the id that a panel keeps. */
const PART_NAMES = {
  mirror: 'Mirror',
  'front-bumper': 'Front bumper',
  'rear-bumper': 'Rear bumper',
  'front-door': 'Front door',
  'rear-door': 'Rear door',
  door: 'Door',
  bonnet: 'Bonnet',
  roof: 'Roof',
  tailgate: 'Tailgate',
  wing: 'Wing',
  'rear-side': 'Rear side',
  sill: 'Sill',
  'boot-lid': 'Boot lid',
  scuttle: 'Scuttle',
  'front-apron': 'Front apron',
  'rear-apron': 'Rear apron',
  'front-wing': 'Front wing',
  'rear-wing': 'Rear wing',
  'front-panel': 'Front panel',
  arch: 'Arch',
  tailboard: 'Tailboard',
  'bed-floor': 'Bed floor',
  'bed-side': 'Bed side',
  nose: 'Nose',
  'engine-cover': 'Engine cover',
  'cab-side': 'Cab side',
  'front-mudguard': 'Front mudguard',
  'rear-wall': 'Rear wall',
  bumper: 'Bumper',
  'roof-deflector': 'Roof deflector',
  corner: 'Corner',
  'sleeper-side': 'Sleeper side',
  step: 'Step',
  mudguard: 'Mudguard',
  'front-board': 'Front board',
  drawbar: 'Drawbar',
  board: 'Board',
  'frame-rail': 'Frame rail',
  'cross-members': 'Cross members',
  'rear-mudguard': 'Rear mudguard',
  'headlamp-shell': 'Headlamp shell',
  'seat-cowl': 'Seat cowl',
  'tank-side': 'Tank side',
  'side-cover': 'Side cover',
  fairing: 'Fairing',
  frame: 'Frame',
  'swing-arm': 'Swing arm',
  'cab-roof': 'Cab roof',
  toolbox: 'Toolbox',
  'bonnet-side': 'Bonnet side',
  'cab-door': 'Cab door',
  'rim-front': 'Rim, front',
  'rim-rear': 'Rim, rear',
  'rear-panel': 'Rear panel',
  'gas-locker-lid': 'Gas locker lid',
  skirt: 'Skirt',
  'wheel-arch': 'Wheel arch',
  wheel: 'Wheel',
  sheet: 'Sheet',
  'leg-shield': 'Leg shield',
  'front-cover': 'Front cover',
  'floor-board': 'Floor board',
  'tail-cover': 'Tail cover',
  'under-seat-cover': 'Cover under the seat',
  'handlebar-cover': 'Handlebar cover',
  'tunnel-cover': 'Tunnel cover',
  'belly-pan': 'Belly pan',
  'tail-fairing': 'Tail fairing',
  'nose-fairing': 'Nose fairing',
  'front-wall': 'Front wall',
  'side-wall': 'Side wall',
  'rear-frame': 'Rear frame',
  'side-board': 'Side board',
  'under-run-bar': 'Under-run bar',
  'hull-side': 'Hull side',
  'hull-bottom': 'Hull bottom',
  deck: 'Deck',
  'cabin-top': 'Cabin top',
  transom: 'Transom',
  coaming: 'Coaming',
  'front-pillar': 'Front pillar',
  'middle-pillar': 'Middle pillar',
  'rear-pillar': 'Rear pillar',
  'inner-arch': 'Inner arch',
  'floor-front': 'Floor, front',
  'floor-rear': 'Floor, rear',
  tunnel: 'Tunnel',
  bulkhead: 'Bulkhead',
  'engine-bay': 'Engine bay side',
  'boot-floor': 'Boot floor',
  'inner-sill': 'Inner sill',
  'lower-third': 'Lower third of a door',
  'panel-corner': 'Corner of a panel',
  'panel-edge': 'Edge of a panel',
  'arch-lip': 'Lip of an arch',
  'sill-end': 'End of a sill',
} as const;
type PartName = keyof typeof PART_NAMES;
/** Parts that lie level on the vehicle. */
export const LEVEL: readonly string[] = [
  'bonnet',
  'roof',
  'boot-lid',
  'tailboard',
  'roof-deflector',
  'cab-roof',
  'bonnet-side',
  'gas-locker-lid',
];

const part = (
  row: FloorRow,
  id: string,
  name: string,
  shape: ShapeName,
  [widthMm, heightMm]: Size,
  { of = 'steel', um }: Of = {},
): BodyPart => ({ id, name, row, shape, widthMm, heightMm, substrate: of, thicknessUm: um ?? USUAL_UM[of] ?? 1000 });
const across = (id: PartName, shape: ShapeName, size: Size, of?: Of) =>
  part('across', id, PART_NAMES[id], shape, size, of);
const inside = (id: PartName, shape: ShapeName, size: Size, of?: Of) =>
  part('inside', id, PART_NAMES[id], shape, size, of);
/** The same part on both sides: 'Left wing' and 'Right wing'. */
const sides = (id: PartName, shape: ShapeName, size: Size, of?: Of): BodyPart[] => [
  part('left', `left-${id}`, `Left ${PART_NAMES[id].toLowerCase()}`, shape, size, of),
  { ...part('right', `right-${id}`, `Right ${PART_NAMES[id].toLowerCase()}`, shape, size, of), mirrored: true },
];
const mirrors = sides('mirror', 'doorSkin', [220, 150], { of: 'plastic' });
const bumpers = (width: number): BodyPart[] => [
  across('front-bumper', 'bumper', [width, 520], { of: 'plastic' }),
  across('rear-bumper', 'bumper', [width, 500], { of: 'plastic' }),
];
const doors = (front: Size, rear?: Size): BodyPart[] =>
  rear ? [...sides('front-door', 'door', front), ...sides('rear-door', 'door', rear)] : sides('door', 'door', front);

/** Bodies that come into a shop, as a part of it lies on the floor: plain shapes of usual size, none of a make. */
export const BODIES = {
  smallHatch: {
    name: 'Small hatch',
    parts: [
      across('bonnet', 'bonnet', [1250, 850]),
      across('roof', 'roof', [1150, 1500]),
      across('tailgate', 'tailboard', [1200, 850]),
      ...bumpers(1550),
      ...sides('wing', 'wing', [950, 620]),
      ...doors([1150, 1000]),
      ...sides('rear-side', 'side', [1250, 900]),
      ...sides('sill', 'sill', [1500, 140]),
      ...mirrors,
    ],
  },
  largeHatch: {
    name: 'Large hatch',
    parts: [
      across('bonnet', 'bonnet', [1400, 1000]),
      across('roof', 'roof', [1200, 1800]),
      across('tailgate', 'tailboard', [1300, 950]),
      ...bumpers(1700),
      ...sides('wing', 'wing', [1100, 680]),
      ...doors([1080, 1020], [980, 1000]),
      ...sides('rear-side', 'side', [1300, 950]),
      ...sides('sill', 'sill', [1700, 150]),
      ...mirrors,
    ],
  },
  saloon: {
    name: 'Saloon',
    parts: [
      across('bonnet', 'bonnet', [1450, 1150]),
      across('roof', 'roof', [1200, 1600]),
      across('boot-lid', 'bonnet', [1350, 650]),
      ...bumpers(1750),
      ...sides('wing', 'wing', [1150, 680]),
      ...doors([1100, 1020], [1000, 1000]),
      ...sides('rear-side', 'side', [1450, 850]),
      ...sides('sill', 'sill', [1750, 150]),
      ...mirrors,
    ],
  },
  estate: {
    name: 'Estate',
    parts: [
      across('bonnet', 'bonnet', [1450, 1150]),
      across('roof', 'roof', [1200, 2300]),
      across('tailgate', 'tailboard', [1300, 1000]),
      ...bumpers(1750),
      ...sides('wing', 'wing', [1150, 680]),
      ...doors([1100, 1020], [1000, 1000]),
      ...sides('rear-side', 'side', [1750, 950]),
      ...sides('sill', 'sill', [1750, 150]),
      ...mirrors,
    ],
  },
  coupe: {
    name: 'Coupé',
    parts: [
      across('bonnet', 'bonnet', [1450, 1250]),
      across('roof', 'roof', [1100, 1250]),
      across('boot-lid', 'bonnet', [1250, 600]),
      ...bumpers(1750),
      ...sides('wing', 'wing', [1200, 650]),
      ...doors([1350, 980]),
      ...sides('rear-side', 'side', [1500, 850]),
      ...sides('sill', 'sill', [1500, 140]),
      ...mirrors,
    ],
  },
  openTwoSeater: {
    name: 'Open two-seater',
    parts: [
      across('bonnet', 'bonnet', [1350, 1250]),
      across('scuttle', 'rectangle', [1300, 300]),
      across('boot-lid', 'bonnet', [1150, 650]),
      across('front-apron', 'bumper', [1450, 400]),
      across('rear-apron', 'bumper', [1450, 380]),
      ...sides('front-wing', 'wing', [1250, 600]),
      ...sides('door', 'doorSkin', [950, 550]),
      ...sides('rear-wing', 'side', [1250, 650]),
      ...sides('sill', 'sill', [1250, 150]),
    ],
  },
  offRoader: {
    name: 'Off-roader',
    parts: [
      across('bonnet', 'bonnet', [1400, 1000]),
      across('roof', 'roof', [1400, 1900]),
      across('rear-door', 'rectangle', [1000, 1100]),
      across('front-panel', 'rectangle', [1500, 450]),
      across('front-bumper', 'sill', [1650, 180]),
      ...sides('wing', 'wing', [900, 600], { of: 'aluminium', um: 1200 }),
      ...doors([900, 1150], [800, 1150]),
      ...sides('rear-side', 'side', [1200, 700], { of: 'aluminium', um: 1200 }),
      ...sides('sill', 'sill', [1700, 160]),
      ...sides('arch', 'arch', [850, 450], { of: 'plastic' }),
    ],
  },
  pickUp: {
    name: 'Pick-up',
    parts: [
      across('bonnet', 'bonnet', [1500, 1150]),
      across('roof', 'roof', [1350, 1300]),
      across('tailboard', 'tailboard', [1400, 520]),
      across('bed-floor', 'rectangle', [1350, 1700]),
      across('front-bumper', 'bumper', [1800, 480]),
      ...sides('wing', 'wing', [1150, 700]),
      ...doors([1100, 1100], [900, 1100]),
      ...sides('bed-side', 'side', [1900, 620]),
      ...sides('sill', 'sill', [1800, 150]),
      ...mirrors,
    ],
  },
  van: {
    name: 'Van',
    parts: [
      across('bonnet', 'bonnet', [1450, 700]),
      across('roof', 'roof', [1600, 3000]),
      ...bumpers(1900),
      ...sides('wing', 'wing', [900, 750]),
      ...sides('front-door', 'door', [1050, 1300]),
      part('left', 'left-side', 'Left side', 'side', [2600, 1500]),
      { ...part('right', 'right-side-rear', 'Right side, rear', 'side', [1500, 1500]), mirrored: true },
      { ...part('right', 'sliding-door', 'Sliding door', 'rectangle', [1200, 1400]), mirrored: true },
      ...sides('rear-door', 'rectangle', [800, 1500]),
      ...sides('sill', 'sill', [2600, 160]),
      ...mirrors,
    ],
  },
  threeWheeler: {
    name: 'Three-wheeler',
    parts: [
      across('nose', 'bonnet', [900, 800]),
      across('roof', 'roof', [1100, 1000]),
      across('tailboard', 'tailboard', [1200, 420]),
      across('bed-floor', 'rectangle', [1200, 1700]),
      across('engine-cover', 'rectangle', [700, 500]),
      ...sides('door', 'door', [750, 1100]),
      ...sides('cab-side', 'rectangle', [450, 1000]),
      ...sides('bed-side', 'rectangle', [1700, 320]),
      inside('front-mudguard', 'arch', [450, 350]),
    ],
  },
  truckCab: {
    name: 'Truck cab',
    parts: [
      across('front-panel', 'rectangle', [2200, 1100]),
      across('roof', 'roof', [2200, 1900]),
      across('rear-wall', 'rectangle', [2200, 1700]),
      across('bumper', 'bumper', [2400, 550], { of: 'plastic', um: 4000 }),
      across('roof-deflector', 'bonnet', [2000, 900], { of: 'glassfibre' }),
      ...sides('door', 'door', [1150, 1700]),
      ...sides('corner', 'rectangle', [420, 1300], { of: 'plastic' }),
      ...sides('sleeper-side', 'rectangle', [900, 1700]),
      ...sides('step', 'doorSkin', [900, 700], { of: 'plastic' }),
      ...sides('mudguard', 'arch', [1200, 600], { of: 'plastic' }),
    ],
  },
  trailer: {
    name: 'Trailer',
    parts: [
      across('front-board', 'tailboard', [1500, 450]),
      across('tailboard', 'tailboard', [1500, 450]),
      across('bed-floor', 'rectangle', [1500, 2500]),
      across('drawbar', 'sill', [1400, 120], { um: 4000 }),
      ...sides('board', 'rectangle', [2500, 450]),
      ...sides('mudguard', 'arch', [800, 380]),
      ...sides('frame-rail', 'sill', [2500, 120], { um: 3000 }),
      inside('cross-members', 'sill', [1500, 100], { um: 3000 }),
    ],
  },
  motorcycle: {
    name: 'Motorcycle',
    parts: [
      across('front-mudguard', 'arch', [700, 260]),
      across('rear-mudguard', 'arch', [800, 320]),
      across('headlamp-shell', 'disc', [220, 220]),
      across('seat-cowl', 'bonnet', [400, 350], { of: 'plastic' }),
      ...sides('tank-side', 'doorSkin', [600, 330]),
      ...sides('side-cover', 'doorSkin', [330, 260], { of: 'plastic' }),
      ...sides('fairing', 'wing', [850, 620], { of: 'plastic' }),
      across('nose-fairing', 'bonnet', [550, 500], { of: 'plastic' }),
      across('tail-fairing', 'bonnet', [350, 500], { of: 'plastic' }),
      across('belly-pan', 'tailboard', [600, 260], { of: 'plastic' }),
      inside('frame', 'side', [1100, 600], { um: 2500 }),
      inside('swing-arm', 'sill', [550, 120], { um: 3000 }),
    ],
  },
  scooter: {
    name: 'Scooter',
    parts: [
      across('front-mudguard', 'arch', [450, 250], { of: 'plastic' }),
      across('front-cover', 'bonnet', [420, 620], { of: 'plastic' }),
      across('leg-shield', 'rectangle', [480, 650], { of: 'plastic' }),
      across('handlebar-cover', 'bonnet', [380, 220], { of: 'plastic' }),
      across('floor-board', 'rectangle', [420, 520], { of: 'plastic' }),
      across('under-seat-cover', 'rectangle', [340, 420], { of: 'plastic' }),
      across('tail-cover', 'bonnet', [320, 260], { of: 'plastic' }),
      ...sides('side-cover', 'doorSkin', [620, 380], { of: 'plastic' }),
      inside('frame', 'side', [1200, 600], { um: 2000 }),
    ],
  },
  boxBody: {
    name: 'Lorry with a box body',
    parts: [
      across('front-panel', 'rectangle', [2200, 1100]),
      across('cab-roof', 'roof', [2100, 1600]),
      across('bumper', 'bumper', [2400, 550], { of: 'plastic', um: 4000 }),
      across('front-wall', 'rectangle', [2450, 2400], { of: 'glassfibre' }),
      across('roof', 'rectangle', [2450, 6000], { of: 'glassfibre' }),
      across('rear-frame', 'rectangle', [2450, 400], { um: 3000 }),
      across('under-run-bar', 'sill', [2300, 120], { um: 4000 }),
      ...sides('door', 'door', [1150, 1700]),
      ...sides('side-wall', 'rectangle', [6000, 2400], { of: 'glassfibre' }),
      ...sides('rear-door', 'rectangle', [1200, 2300], { of: 'glassfibre' }),
      ...sides('side-board', 'sill', [4000, 350], { of: 'aluminium' }),
      ...sides('mudguard', 'arch', [1200, 600], { of: 'plastic' }),
      inside('frame-rail', 'sill', [7000, 250], { um: 6000 }),
    ],
  },
  boat: {
    name: 'Boat-like shell',
    parts: [
      across('deck', 'bonnet', [2000, 2600], { of: 'glassfibre' }),
      across('cabin-top', 'roof', [1500, 1800], { of: 'glassfibre' }),
      across('transom', 'tailboard', [1700, 800], { of: 'glassfibre' }),
      across('hull-bottom', 'rectangle', [1600, 4500], { of: 'glassfibre', um: 6000 }),
      ...sides('hull-side', 'side', [5000, 900], { of: 'glassfibre', um: 5000 }),
      ...sides('coaming', 'sill', [2500, 250], { of: 'glassfibre' }),
    ],
  },
  bodyInside: {
    name: 'Inside of a body',
    parts: [
      inside('floor-front', 'rectangle', [1300, 900]),
      inside('floor-rear', 'rectangle', [1300, 800]),
      inside('boot-floor', 'rectangle', [1200, 900]),
      inside('tunnel', 'sill', [1500, 450]),
      inside('bulkhead', 'rectangle', [1350, 600]),
      ...sides('front-pillar', 'sill', [1200, 120]),
      ...sides('middle-pillar', 'sill', [1200, 180]),
      ...sides('rear-pillar', 'sill', [900, 220]),
      ...sides('inner-arch', 'arch', [850, 500]),
      ...sides('inner-sill', 'sill', [1600, 200]),
      ...sides('engine-bay', 'side', [1000, 500]),
    ],
  },
  sections: {
    name: 'Sections of a part',
    parts: [
      across('lower-third', 'rectangle', [1050, 330]),
      across('panel-corner', 'rectangle', [400, 400]),
      across('panel-edge', 'sill', [1000, 80]),
      across('arch-lip', 'arch', [850, 450]),
      across('sill-end', 'sill', [450, 160]),
    ],
  },
  tractor: {
    name: 'Tractor',
    parts: [
      across('bonnet', 'bonnet', [750, 1500]),
      across('nose', 'rectangle', [700, 800]),
      across('cab-roof', 'roof', [1400, 1500], { of: 'plastic', um: 4000 }),
      across('toolbox', 'rectangle', [500, 250]),
      ...sides('bonnet-side', 'rectangle', [1400, 500]),
      ...sides('rear-mudguard', 'arch', [1500, 900], { um: 1500 }),
      ...sides('front-mudguard', 'arch', [700, 350], { of: 'plastic' }),
      ...sides('cab-door', 'door', [900, 1500]),
      ...sides('rim-front', 'disc', [700, 700], { um: 3000 }),
      ...sides('rim-rear', 'disc', [1000, 1000], { um: 3000 }),
    ],
  },
  caravan: {
    name: 'Caravan',
    parts: [
      across('front-panel', 'rectangle', [2200, 1500], { of: 'glassfibre', um: 3000 }),
      across('rear-panel', 'rectangle', [2200, 1500], { of: 'glassfibre', um: 3000 }),
      across('roof', 'roof', [2200, 4500], { of: 'aluminium', um: 600 }),
      across('gas-locker-lid', 'bonnet', [1500, 500], { of: 'plastic' }),
      part('left', 'left-wall', 'Left wall', 'rectangle', [4500, 1900], { of: 'aluminium', um: 600 }),
      {
        ...part('right', 'right-wall', 'Right wall', 'rectangle', [4500, 1900], { of: 'aluminium', um: 600 }),
        mirrored: true,
      },
      { ...part('right', 'door', 'Door', 'door', [650, 1750], { of: 'aluminium', um: 600 }), mirrored: true },
      ...sides('skirt', 'sill', [2200, 220], { of: 'plastic' }),
      ...sides('wheel-arch', 'arch', [800, 400], { of: 'plastic' }),
    ],
  },
  singleParts: {
    name: 'Single parts',
    parts: [
      across('door', 'door', [1050, 1000]),
      across('wing', 'wing', [1100, 700]),
      across('bonnet', 'bonnet', [1300, 1000]),
      across('bumper', 'bumper', [1650, 450], { of: 'plastic' }),
      across('tailboard', 'tailboard', [1100, 480]),
      across('wheel', 'disc', [420, 420], { of: 'aluminium', um: 5000 }),
      across('sheet', 'rectangle', [1000, 600]),
      across('sill', 'sill', [1600, 160]),
    ],
  },
} satisfies Record<string, { name: string; parts: BodyPart[] }>;
export type BodyKind = keyof typeof BODIES;
