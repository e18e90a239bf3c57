import { fail, ok, type Result } from '../result';
import { fromDisplay, unitOf, type Quantity, type UnitSystem } from './convert';
import { decimalProblemText, parseDecimal } from './decimal';

/** Other signs that people type for the units of the app. */
const SPELLINGS: Readonly<Record<string, string>> = {
  um: 'µm',
  micron: 'µm',
  microns: 'µm',
  mils: 'mil',
  thou: 'mil',
  '"': 'in',
  "'": 'ft',
  foot: 'ft',
  feet: 'ft',
  inch: 'in',
  inches: 'in',
  c: '°c',
  f: '°f',
  m2: 'm²',
  sqm: 'm²',
  cm2: 'cm²',
  ft2: 'ft²',
  sqft: 'ft²',
  floz: 'fl oz',
  qt: 'qt',
  quart: 'qt',
  quarts: 'qt',
  gallon: 'gal',
  gallons: 'gal',
  'lb/gallon': 'lb/gal',
  'g/cm3': 'kg/l',
  'g/ml': 'kg/l',
  ounces: 'oz',
  in2: 'in²',
  sqin: 'in²',
  lbs: 'lb',
};

/** Units besides the two of a quantity, each in the core's own unit. */
const OTHERS: { readonly [Q in Quantity]?: Readonly<Record<string, number>> } = {
  film: { mm: 1000 },
  thickness: { µm: 0.001, cm: 10, m: 1000, mil: 0.0254, ft: 304.8 },
  length: { mm: 0.1, m: 100, ft: 30.48 },
  area: { 'cm²': 1, 'in²': 6.4516 },
  volume: { l: 1000, cl: 10, oz: 29.5735295625, qt: 946.352946, gal: 3785.411784 },
  density: { 'g/l': 0.001 },
  solvent: { 'kg/l': 1000 },
  mass: { kg: 1000, oz: 28.349523125, lb: 453.59237 },
  bulk: { g: 0.001, oz: 0.028349523125 },
  pressure: { kpa: 0.01 },
};

/** Units that are used where thousands have commas between them. */
const US_UNITS: readonly string[] = [
  'mil',
  'in',
  'ft',
  'ft²',
  'in²',
  'fl oz',
  'qt',
  'gal',
  'lb',
  'oz',
  'lb/gal',
  'psi',
  '°f',
];

const plain = (unit: string): string => {
  const u = unit
    .toLowerCase()
    .replace(/\u00b5|\u03bc/g, 'µ')
    .trim();
  return SPELLINGS[u] ?? u;
};

/** 3' 4", 3 ft 4 in. */
const FEET_AND_INCHES = /^([\d.,]+)\s*(?:'|ft|feet|foot)\s*([\d.,]+)\s*(?:"|in|inch|inches)$/i;

/**
 * Reads a figure as it is typed: in the user's units, or in those that stand behind the number ('0.8 mm', '32 thou', '20 °C', 3' 4").
 * @returns the figure in the core's own unit, or the sentence that stands under the field
 */
export function parseTyped(text: string, quantity: Quantity, system: UnitSystem): Result<number, string> {
  const feet = FEET_AND_INCHES.exec(text.trim());
  if (feet && (quantity === 'thickness' || quantity === 'length')) {
    const [ft, inch] = [parseDecimal(feet[1]!), parseDecimal(feet[2]!)];
    if (ft.ok && inch.ok) return ok(((ft.value * 12 + inch.value) * 25.4) / (quantity === 'thickness' ? 1 : 10));
  }
  const m = /^(.*?)\s*([a-zA-Z\u00b5\u03bc°"'][a-zA-Z0-9\u00b5\u03bc°²³/"' ]*)$/.exec(text.trim());
  const unit = m?.[1] ? plain(m[2]!) : undefined;
  // Who counts in feet and pounds writes commas between thousands.
  const isUs = unit === undefined ? system === 'us' : US_UNITS.includes(unit);
  const r = parseDecimal(m?.[1] || text, isUs);
  if (!r.ok) return fail(decimalProblemText(r.error));
  if (unit === undefined) return ok(fromDisplay(quantity, r.value, system));
  for (const s of [system, 'metric', 'us'] as const)
    if (plain(unitOf(quantity, s)) === unit) return ok(fromDisplay(quantity, r.value, s));
  const factor = OTHERS[quantity]?.[unit];
  return factor === undefined
    ? fail(
        `${m?.[2]?.trim() ?? ''} is not a unit of this; ${unitOf(quantity, 'metric')} or ${unitOf(quantity, 'us')} is`,
      )
    : ok(r.value * factor);
}
