/** The two sets of units at the interface. Inside the core everything is metric, with the unit in the name. */
export type UnitSystem = 'metric' | 'us';

interface Unit {
  unit: string;
  /** Display value = metric value * factor + offset. */
  factor: number;
  offset: number;
  /** Decimals that the quantity deserves at ordinary sizes. */
  decimals: number;
}

const unit = (sign: string, decimals: number, factor = 1, offset = 0): Unit => ({
  unit: sign,
  factor,
  offset,
  decimals,
});

/**
 * Every quantity that a screen shows or asks for, complete by type. The metric side is the core's own unit but for areas, which are kept
 * in cm². US factors are exact by definition (1 in = 25.4 mm, 1 US fl oz = 29.5735295625 mL; psi and cfm by those). Weights in a cup stay
 * in grams in both systems: scales in paint shops read grams. Bulk is what comes by the sack, run what comes off a roll, solvent what a litre gives off, price what it
 * costs (a US gallon is 3.785411784 L). `moreBelow`: smaller figures, as
 * they are shown, have one more decimal.
 */
const QUANTITIES = {
  temp: { metric: unit('°C', 0), us: unit('°F', 0, 1.8, 32) },
  tempDifference: { metric: unit('K', 1), us: unit('°F', 0, 1.8) },
  film: { metric: unit('µm', 0), us: unit('mil', 1, 1 / 25.4) },
  thickness: { metric: unit('mm', 1), us: unit('in', 2, 1 / 25.4), moreBelow: 1 },
  length: { metric: unit('cm', 0), us: unit('in', 1, 1 / 2.54) },
  run: { metric: unit('m', 1), us: unit('ft', 0, 3.280839895) },
  volume: { metric: unit('ml', 0), us: unit('fl oz', 1, 1 / 29.5735295625), moreBelow: 10 },
  area: { metric: unit('m²', 2, 1e-4), us: unit('ft²', 1, 1 / 929.0304) },
  smallArea: { metric: unit('cm²', 0), us: unit('in²', 1, 1 / 6.4516) },
  density: { metric: unit('kg/L', 2), us: unit('lb/gal', 2, 3.785411784 / 0.45359237) },
  solvent: { metric: unit('g/L', 0), us: unit('lb/gal', 2, 3.785411784 / 453.59237) },
  price: { metric: unit('a litre', 2), us: unit('a gallon', 2, 3.785411784) },
  mass: { metric: unit('g', 1), us: unit('g', 1) },
  bulk: { metric: unit('kg', 0), us: unit('lb', 0, 1 / 0.45359237) },
  pressure: { metric: unit('bar', 1), us: unit('psi', 0, 14.503773773) },
  torque: { metric: unit('Nm', 0), us: unit('ft lb', 0, 0.737562149) },
  airFlow: { metric: unit('m³/min', 2), us: unit('cfm', 0, 35.314666721) },
} satisfies Record<string, { readonly [S in UnitSystem]: Unit } & { readonly moreBelow?: number }>;

export type Quantity = keyof typeof QUANTITIES;
const recordOf = (q: Quantity): { readonly [S in UnitSystem]: Unit } & { readonly moreBelow?: number } => QUANTITIES[q];

/** Whether a word names a quantity. */
export const isQuantity = (word: string): word is Quantity => Object.hasOwn(QUANTITIES, word);

/** The unit's sign, such as 'µm' or 'mil'. */
export const unitOf = (q: Quantity, system: UnitSystem): string => recordOf(q)[system].unit;

/** From the core's metric unit to the number shown. */
export const toDisplay = (q: Quantity, metric: number, system: UnitSystem): number =>
  metric * recordOf(q)[system].factor + recordOf(q)[system].offset;

/** From the number typed to the core's metric unit. Inverse of {@link toDisplay}. */
export const fromDisplay = (q: Quantity, shown: number, system: UnitSystem): number =>
  (shown - recordOf(q)[system].offset) / recordOf(q)[system].factor;

/** A number and its unit apart, so that the interface can set the unit small. */
export interface DisplayQuantity {
  value: string;
  unit: string;
}

/**
 * A metric quantity as it is shown: converted, rounded to the decimals that it deserves (more when it is small).
 * @param metric in the core's unit: °C, K, µm, mm, cm, mL, cm², kg/L, g/L, a price of a litre, g, kg, bar or m³/min
 */
export function displayQuantity(q: Quantity, metric: number, system: UnitSystem, decimals?: number): DisplayQuantity {
  const u = recordOf(q)[system];
  const v = toDisplay(q, metric, system);
  const small = Math.abs(v) < (recordOf(q).moreBelow ?? 0);
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
