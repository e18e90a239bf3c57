/** The two sets of units at the interface. Inside the core everything is metric, with the unit in the name. */
export type UnitSystem = 'metric' | 'us';

/**
 * A quantity that a screen shows or asks for. Weights in a cup stay in grams in both systems: scales in paint
 * shops read grams. Bulk is what comes by the sack.
 */
export type Quantity =
  | 'temp'
  | 'tempDifference'
  | 'film'
  | 'thickness'
  | 'length'
  | 'volume'
  | 'area'
  | 'mass'
  | 'bulk'
  | 'pressure'
  | 'airFlow';

interface Unit {
  unit: string;
  /** Display value = metric value * factor + offset. */
  factor: number;
  offset: number;
  /** Decimals that the quantity deserves at ordinary sizes. */
  decimals: number;
}

const same = (unit: string, decimals: number): Unit => ({ unit, factor: 1, offset: 0, decimals });

/**
 * The metric side is the core's own unit of that quantity: °C, K, µm (film), mm (thickness), cm (length), mL, cm², g,
 * kg (bulk), bar and m³/min. US factors are exact by definition (1 in = 25.4 mm, 1 US fl oz = 29.5735295625 mL; psi and cfm by those).
 */
const UNITS: Record<UnitSystem, Record<Quantity, Unit>> = {
  metric: {
    temp: same('°C', 0),
    tempDifference: same('K', 1),
    film: same('µm', 0),
    thickness: same('mm', 1),
    length: same('cm', 0),
    volume: same('ml', 0),
    area: { unit: 'm²', factor: 1e-4, offset: 0, decimals: 2 },
    mass: same('g', 1),
    bulk: same('kg', 0),
    pressure: same('bar', 1),
    airFlow: same('m³/min', 2),
  },
  us: {
    temp: { unit: '°F', factor: 1.8, offset: 32, decimals: 0 },
    tempDifference: { unit: '°F', factor: 1.8, offset: 0, decimals: 0 },
    film: { unit: 'mil', factor: 1 / 25.4, offset: 0, decimals: 1 },
    thickness: { unit: 'in', factor: 1 / 25.4, offset: 0, decimals: 2 },
    length: { unit: 'in', factor: 1 / 2.54, offset: 0, decimals: 1 },
    volume: { unit: 'fl oz', factor: 1 / 29.5735295625, offset: 0, decimals: 1 },
    area: { unit: 'ft²', factor: 1 / 929.0304, offset: 0, decimals: 1 },
    mass: same('g', 1),
    bulk: { unit: 'lb', factor: 1 / 0.45359237, offset: 0, decimals: 0 },
    pressure: { unit: 'psi', factor: 14.503773773, offset: 0, decimals: 0 },
    airFlow: { unit: 'cfm', factor: 35.314666721, offset: 0, decimals: 0 },
  },
};

/** Whether a word names a quantity. */
export const isQuantity = (word: string): word is Quantity => Object.hasOwn(UNITS.metric, word);

/** The unit's sign, such as 'µm' or 'mil'. */
export const unitOf = (q: Quantity, system: UnitSystem): string => UNITS[system][q].unit;

/** From the core's metric unit to the number shown. */
export const toDisplay = (q: Quantity, metric: number, system: UnitSystem): number =>
  metric * UNITS[system][q].factor + UNITS[system][q].offset;

/** From the number typed to the core's metric unit. Inverse of {@link toDisplay}. */
export const fromDisplay = (q: Quantity, shown: number, system: UnitSystem): number =>
  (shown - UNITS[system][q].offset) / UNITS[system][q].factor;

/** A number and its unit apart, so that the interface can set the unit small. */
export interface DisplayQuantity {
  value: string;
  unit: string;
}

/**
 * A metric quantity as it is shown: converted, rounded to the decimals that it deserves (more when it is small).
 * @param metric in the core's unit: °C, K, µm, mm, cm, mL, cm², g, kg, bar or m³/min
 */
export function displayQuantity(q: Quantity, metric: number, system: UnitSystem, decimals?: number): DisplayQuantity {
  const u = UNITS[system][q];
  const v = toDisplay(q, metric, system);
  const small = (q === 'thickness' || q === 'volume') && Math.abs(v) < (q === 'thickness' ? 1 : 10);
  const d = decimals ?? u.decimals + (small ? 1 : 0);
  const text = v.toFixed(d);
  return { value: Number(text) === 0 ? text.replace('-', '') : text.replace('-', '\u2212'), unit: u.unit };
}

/** {@link displayQuantity} in one string with a no-break space: '110 µm'. */
export function formatQuantity(q: Quantity, metric: number, system: UnitSystem, decimals?: number): string {
  const s = displayQuantity(q, metric, system, decimals);
  return `${s.value}\u00a0${s.unit}`;
}

/** An area from a drawing: cm² (square inches) up to one square metre, where a repair is; larger ones as anywhere else. */
export function drawnAreaText(cm2: number, units: UnitSystem): string {
  if (cm2 >= 10_000) return formatQuantity('area', cm2, units);
  return units === 'us' ? `${(cm2 / 6.4516).toFixed(1)}\u00a0in²` : `${Math.round(cm2)}\u00a0cm²`;
}
