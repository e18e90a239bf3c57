import type { SubstrateKind } from '../library/substrates';
import type { FloorRow } from '../log/job';
import type { ShapeName } from '../outline/shapes';

/** One part as it lies on the floor, seen on its outer face. */
export interface BodyPart {
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

const part = (
  row: FloorRow,
  name: string,
  shape: ShapeName,
  [widthMm, heightMm]: Size,
  { of = 'steel', um }: Of = {},
): BodyPart => ({ name, row, shape, widthMm, heightMm, substrate: of, thicknessUm: um ?? USUAL_UM[of] ?? 1000 });
const across = (name: string, shape: ShapeName, size: Size, of?: Of) => part('across', name, shape, size, of);
const inside = (name: string, shape: ShapeName, size: Size, of?: Of) => part('inside', name, shape, size, of);
/** The same part on both sides: 'Left wing' and 'Right wing'. */
const sides = (name: string, shape: ShapeName, size: Size, of?: Of): BodyPart[] => [
  part('left', `Left ${name}`, shape, size, of),
  { ...part('right', `Right ${name}`, shape, size, of), mirrored: true },
];
const mirrors = sides('mirror', 'doorSkin', [220, 150], { of: 'plastic' });
const bumpers = (width: number): BodyPart[] => [
  across('Front bumper', 'bumper', [width, 520], { of: 'plastic' }),
  across('Rear bumper', 'bumper', [width, 500], { of: 'plastic' }),
];
const doors = (front: Size, rear?: Size): BodyPart[] =>
  rear ? [...sides('front door', 'door', front), ...sides('rear door', 'door', rear)] : sides('door', 'door', front);

/** Bodies that come into a shop, as a part of it lies on the floor: plain shapes of usual size, none of a make. */
export const BODIES = {
  smallHatch: {
    name: 'Small hatch',
    parts: [
      across('Bonnet', 'bonnet', [1250, 850]),
      across('Roof', 'roof', [1150, 1500]),
      across('Tailgate', 'tailboard', [1200, 850]),
      ...bumpers(1550),
      ...sides('wing', 'wing', [950, 620]),
      ...doors([1150, 1000]),
      ...sides('rear side', 'side', [1250, 900]),
      ...sides('sill', 'sill', [1500, 140]),
      ...mirrors,
    ],
  },
  largeHatch: {
    name: 'Large hatch',
    parts: [
      across('Bonnet', 'bonnet', [1400, 1000]),
      across('Roof', 'roof', [1200, 1800]),
      across('Tailgate', 'tailboard', [1300, 950]),
      ...bumpers(1700),
      ...sides('wing', 'wing', [1100, 680]),
      ...doors([1080, 1020], [980, 1000]),
      ...sides('rear side', 'side', [1300, 950]),
      ...sides('sill', 'sill', [1700, 150]),
      ...mirrors,
    ],
  },
  saloon: {
    name: 'Saloon',
    parts: [
      across('Bonnet', 'bonnet', [1450, 1150]),
      across('Roof', 'roof', [1200, 1600]),
      across('Boot lid', 'bonnet', [1350, 650]),
      ...bumpers(1750),
      ...sides('wing', 'wing', [1150, 680]),
      ...doors([1100, 1020], [1000, 1000]),
      ...sides('rear side', 'side', [1450, 850]),
      ...sides('sill', 'sill', [1750, 150]),
      ...mirrors,
    ],
  },
  estate: {
    name: 'Estate',
    parts: [
      across('Bonnet', 'bonnet', [1450, 1150]),
      across('Roof', 'roof', [1200, 2300]),
      across('Tailgate', 'tailboard', [1300, 1000]),
      ...bumpers(1750),
      ...sides('wing', 'wing', [1150, 680]),
      ...doors([1100, 1020], [1000, 1000]),
      ...sides('rear side', 'side', [1750, 950]),
      ...sides('sill', 'sill', [1750, 150]),
      ...mirrors,
    ],
  },
  coupe: {
    name: 'Coupé',
    parts: [
      across('Bonnet', 'bonnet', [1450, 1250]),
      across('Roof', 'roof', [1100, 1250]),
      across('Boot lid', 'bonnet', [1250, 600]),
      ...bumpers(1750),
      ...sides('wing', 'wing', [1200, 650]),
      ...doors([1350, 980]),
      ...sides('rear side', 'side', [1500, 850]),
      ...sides('sill', 'sill', [1500, 140]),
      ...mirrors,
    ],
  },
  openTwoSeater: {
    name: 'Open two-seater',
    parts: [
      across('Bonnet', 'bonnet', [1350, 1250]),
      across('Scuttle', 'rectangle', [1300, 300]),
      across('Boot lid', 'bonnet', [1150, 650]),
      across('Front apron', 'bumper', [1450, 400]),
      across('Rear apron', 'bumper', [1450, 380]),
      ...sides('front wing', 'wing', [1250, 600]),
      ...sides('door', 'doorSkin', [950, 550]),
      ...sides('rear wing', 'side', [1250, 650]),
      ...sides('sill', 'sill', [1250, 150]),
    ],
  },
  offRoader: {
    name: 'Off-roader',
    parts: [
      across('Bonnet', 'bonnet', [1400, 1000]),
      across('Roof', 'roof', [1400, 1900]),
      across('Rear door', 'rectangle', [1000, 1100]),
      across('Front panel', 'rectangle', [1500, 450]),
      across('Front bumper', 'sill', [1650, 180]),
      ...sides('wing', 'wing', [900, 600], { of: 'aluminium', um: 1200 }),
      ...doors([900, 1150], [800, 1150]),
      ...sides('rear side', 'side', [1200, 700], { of: 'aluminium', um: 1200 }),
      ...sides('sill', 'sill', [1700, 160]),
      ...sides('arch', 'arch', [850, 450], { of: 'plastic' }),
    ],
  },
  pickUp: {
    name: 'Pick-up',
    parts: [
      across('Bonnet', 'bonnet', [1500, 1150]),
      across('Roof', 'roof', [1350, 1300]),
      across('Tailboard', 'tailboard', [1400, 520]),
      across('Bed floor', 'rectangle', [1350, 1700]),
      across('Front bumper', 'bumper', [1800, 480]),
      ...sides('wing', 'wing', [1150, 700]),
      ...doors([1100, 1100], [900, 1100]),
      ...sides('bed side', 'side', [1900, 620]),
      ...sides('sill', 'sill', [1800, 150]),
      ...mirrors,
    ],
  },
  van: {
    name: 'Van',
    parts: [
      across('Bonnet', 'bonnet', [1450, 700]),
      across('Roof', 'roof', [1600, 3000]),
      ...bumpers(1900),
      ...sides('wing', 'wing', [900, 750]),
      ...sides('front door', 'door', [1050, 1300]),
      part('left', 'Left side', 'side', [2600, 1500]),
      { ...part('right', 'Right side, rear', 'side', [1500, 1500]), mirrored: true },
      { ...part('right', 'Sliding door', 'rectangle', [1200, 1400]), mirrored: true },
      ...sides('rear door', 'rectangle', [800, 1500]),
      ...sides('sill', 'sill', [2600, 160]),
      ...mirrors,
    ],
  },
  threeWheeler: {
    name: 'Three-wheeler',
    parts: [
      across('Nose', 'bonnet', [900, 800]),
      across('Roof', 'roof', [1100, 1000]),
      across('Tailboard', 'tailboard', [1200, 420]),
      across('Bed floor', 'rectangle', [1200, 1700]),
      across('Engine cover', 'rectangle', [700, 500]),
      ...sides('door', 'door', [750, 1100]),
      ...sides('cab side', 'rectangle', [450, 1000]),
      ...sides('bed side', 'rectangle', [1700, 320]),
      inside('Front mudguard', 'arch', [450, 350]),
    ],
  },
  truckCab: {
    name: 'Truck cab',
    parts: [
      across('Front panel', 'rectangle', [2200, 1100]),
      across('Roof', 'roof', [2200, 1900]),
      across('Rear wall', 'rectangle', [2200, 1700]),
      across('Bumper', 'bumper', [2400, 550], { of: 'plastic', um: 4000 }),
      across('Roof deflector', 'bonnet', [2000, 900], { of: 'glassfibre' }),
      ...sides('door', 'door', [1150, 1700]),
      ...sides('corner', 'rectangle', [420, 1300], { of: 'plastic' }),
      ...sides('sleeper side', 'rectangle', [900, 1700]),
      ...sides('step', 'doorSkin', [900, 700], { of: 'plastic' }),
      ...sides('mudguard', 'arch', [1200, 600], { of: 'plastic' }),
    ],
  },
  trailer: {
    name: 'Trailer',
    parts: [
      across('Front board', 'tailboard', [1500, 450]),
      across('Tailboard', 'tailboard', [1500, 450]),
      across('Bed floor', 'rectangle', [1500, 2500]),
      across('Drawbar', 'sill', [1400, 120], { um: 4000 }),
      ...sides('board', 'rectangle', [2500, 450]),
      ...sides('mudguard', 'arch', [800, 380]),
      ...sides('frame rail', 'sill', [2500, 120], { um: 3000 }),
      inside('Cross members', 'sill', [1500, 100], { um: 3000 }),
    ],
  },
  motorcycle: {
    name: 'Motorcycle',
    parts: [
      across('Front mudguard', 'arch', [700, 260]),
      across('Rear mudguard', 'arch', [800, 320]),
      across('Headlamp shell', 'disc', [220, 220]),
      across('Seat cowl', 'bonnet', [400, 350], { of: 'plastic' }),
      ...sides('tank side', 'doorSkin', [600, 330]),
      ...sides('side cover', 'doorSkin', [330, 260], { of: 'plastic' }),
      ...sides('fairing', 'wing', [850, 620], { of: 'plastic' }),
      inside('Frame', 'side', [1100, 600], { um: 2500 }),
      inside('Swing arm', 'sill', [550, 120], { um: 3000 }),
    ],
  },
  tractor: {
    name: 'Tractor',
    parts: [
      across('Bonnet', 'bonnet', [750, 1500]),
      across('Nose', 'rectangle', [700, 800]),
      across('Cab roof', 'roof', [1400, 1500], { of: 'plastic', um: 4000 }),
      across('Toolbox', 'rectangle', [500, 250]),
      ...sides('bonnet side', 'rectangle', [1400, 500]),
      ...sides('rear mudguard', 'arch', [1500, 900], { um: 1500 }),
      ...sides('front mudguard', 'arch', [700, 350], { of: 'plastic' }),
      ...sides('cab door', 'door', [900, 1500]),
      ...sides('rim, front', 'disc', [700, 700], { um: 3000 }),
      ...sides('rim, rear', 'disc', [1000, 1000], { um: 3000 }),
    ],
  },
  caravan: {
    name: 'Caravan',
    parts: [
      across('Front panel', 'rectangle', [2200, 1500], { of: 'glassfibre', um: 3000 }),
      across('Rear panel', 'rectangle', [2200, 1500], { of: 'glassfibre', um: 3000 }),
      across('Roof', 'roof', [2200, 4500], { of: 'aluminium', um: 600 }),
      across('Gas locker lid', 'bonnet', [1500, 500], { of: 'plastic' }),
      part('left', 'Left wall', 'rectangle', [4500, 1900], { of: 'aluminium', um: 600 }),
      { ...part('right', 'Right wall', 'rectangle', [4500, 1900], { of: 'aluminium', um: 600 }), mirrored: true },
      { ...part('right', 'Door', 'door', [650, 1750], { of: 'aluminium', um: 600 }), mirrored: true },
      ...sides('skirt', 'sill', [2200, 220], { of: 'plastic' }),
      ...sides('wheel arch', 'arch', [800, 400], { of: 'plastic' }),
    ],
  },
  singleParts: {
    name: 'Single parts',
    parts: [
      across('Door', 'door', [1050, 1000]),
      across('Wing', 'wing', [1100, 700]),
      across('Bonnet', 'bonnet', [1300, 1000]),
      across('Bumper', 'bumper', [1650, 450], { of: 'plastic' }),
      across('Tailboard', 'tailboard', [1100, 480]),
      across('Wheel', 'disc', [420, 420], { of: 'aluminium', um: 5000 }),
      across('Sheet', 'rectangle', [1000, 600]),
      across('Sill', 'sill', [1600, 160]),
    ],
  },
} satisfies Record<string, { name: string; parts: BodyPart[] }>;
export type BodyKind = keyof typeof BODIES;
