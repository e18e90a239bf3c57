/** Air of a place where one sprays. None of it says that a place is safe: the local code decides, and corners are worse than the mean. */

/** A place as somebody measured it. */
export interface SprayPlace {
  lengthM: number;
  widthM: number;
  heightM: number;
  /** What the fan moves with its filter in, m³/h; 0: no fan. */
  fanM3H: number;
  /** Where air comes in and goes out, seen from above. */
  inAt: Side;
  outAt: Side;
  /** Air leaves through a filter for paint. */
  filter: boolean;
}
export const SIDES = ['front', 'right', 'back', 'left'] as const;
export type Side = (typeof SIDES)[number];

export const roomM3 = (p: Pick<SprayPlace, 'lengthM' | 'widthM' | 'heightM'>): number =>
  p.lengthM * p.widthM * p.heightM;

/** Changes of air an hour: what the fan moves over what the room holds. Check: 1800 m³/h in 6 x 3.5 x 2.4 m gives 35.7. */
export const changesAnHour = (fanM3H: number, m3: number): number => fanM3H / m3;

/** Minutes until the air of a room was changed so many times; infinite without a fan. Check: three changes at 35.7 an hour, 5.0 min. */
export const minutesForChanges = (changes: number, fanM3H: number, m3: number): number =>
  fanM3H > 0 ? (60 * changes * m3) / fanM3H : Infinity;

/** Share of a vapour that is still there: it falls by e with every change of air, in a room that is well mixed. */
export const shareLeft = (minutes: number, fanM3H: number, m3: number): number =>
  Math.exp(-((fanM3H / m3) * minutes) / 60);

/** So many changes of air are taken as 'mostly gone' (5 % left). */
export const MOSTLY_GONE = 3;

/** Solvent as paint gives it off: an acetate, molar mass g/mol, lower explosive limit in per cent of the air. Sheets give their own. */
const SOLVENT = { molar: 116, lowerPct: 1.2 } as const;
/** Vapour is kept at a quarter of what can burn. */
const SAFETY = 4;

/**
 * Air that keeps a vapour at a quarter of its lower explosive limit: Q = G·24.1·S·100 / (M·LEL·1000), m³/h. It is information; the local code decides.
 * Check: 600 g/h ask for 41.6 m³/h. What a person may breathe asks for far more, which is why a fan does not take the place of a mask.
 * @param gramsH solvent that evaporates, g/h
 */
export const airForVapour = (gramsH: number): number =>
  (gramsH * 24.1 * SAFETY * 100) / (SOLVENT.molar * SOLVENT.lowerPct * 1000);

/** Dust of 10 µm falls 3 mm/s in still air, and by the square of its size (Stokes), m/s. */
const FALL_10_UM = 0.003;
/** Minutes in which dust falls through still air. Check: 10 µm through 2.4 m, 13.3 min; 50 µm, half a minute. */
export const settleMinutes = (heightM: number, sizeUm: number): number =>
  heightM / (FALL_10_UM * (sizeUm / 10) ** 2) / 60;

/** Temperature of a room some minutes after its heater went off, °C: a first-order fall to what is outside. */
export const roomAfter = (minutes: number, insideC: number, outsideC: number, lagMin: number): number =>
  outsideC + (insideC - outsideC) * Math.exp(-minutes / lagMin);

/** Minutes until a room that cools has fallen to a temperature; infinite where it never does. The inverse of `roomAfter`. */
export function minutesUntil(tempC: number, insideC: number, outsideC: number, lagMin: number): number {
  if (insideC <= tempC) return 0;
  if (outsideC >= tempC) return Infinity;
  return lagMin * Math.log((insideC - outsideC) / (tempC - outsideC));
}

const UNIT: Readonly<Record<Side, { x: number; y: number }>> = {
  front: { x: 0.5, y: 1 },
  right: { x: 1, y: 0.5 },
  back: { x: 0.5, y: 0 },
  left: { x: 0, y: 0.5 },
};
const OPPOSITE: Readonly<Record<Side, Side>> = { front: 'back', back: 'front', left: 'right', right: 'left' };

/** How air goes through a place. across: over all of it. corner: past half of it. short: in and out on one side. still: nothing moves it. */
export type AirWay = 'across' | 'corner' | 'short' | 'still';
export const airWay = (p: Pick<SprayPlace, 'inAt' | 'outAt' | 'fanM3H'>): AirWay =>
  p.fanM3H <= 0 ? 'still' : p.inAt === p.outAt ? 'short' : OPPOSITE[p.inAt] === p.outAt ? 'across' : 'corner';

/** Where air comes in, bends and goes out, in metres from the back left corner, seen from above. */
export function airPath(p: SprayPlace): { x: number; y: number }[] {
  const at = (s: Side, along = 0) => {
    const u = UNIT[s];
    const shift = s === 'front' || s === 'back' ? { x: along, y: 0 } : { x: 0, y: along };
    return { x: (u.x + shift.x) * p.widthM, y: (u.y + shift.y) * p.lengthM };
  };
  const middle = { x: p.widthM / 2, y: p.lengthM / 2 };
  if (p.inAt !== p.outAt) return [at(p.inAt), middle, at(p.outAt)];
  // On one side it turns round before it has crossed the room.
  const towards = (q: { x: number; y: number }) => ({
    x: q.x + (middle.x - q.x) * 0.4,
    y: q.y + (middle.y - q.y) * 0.4,
  });
  const [a, b] = [at(p.inAt, -0.25), at(p.inAt, 0.25)];
  return [a, towards(a), towards(b), b];
}
