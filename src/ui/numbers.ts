import {
  decimalProblemText,
  fail,
  ok,
  parseDecimal,
  parseTyped,
  toDisplay,
  type Quantity,
  type Result,
  type UnitSystem,
} from '@/core';

/** How a typed number turns into the core's figure. */
export type NumberKind = { quantity: Quantity } | { percent: true } | { plain: true };

/** What stands in the field for a metric figure: as many digits as are needed, no more. */
export function formatForInput(metric: number | undefined, kind: NumberKind, units: UnitSystem): string {
  if (metric === undefined) return '';
  const v = 'quantity' in kind ? toDisplay(kind.quantity, metric, units) : 'percent' in kind ? metric * 100 : metric;
  return String(Number(v.toPrecision(4)));
}

/** The core's figure for what was typed, or the sentence that stands under the field. Empty is undefined if it may be. */
export function readNumber(text: string, kind: NumberKind, units: UnitSystem): Result<number, string>;
export function readNumber(
  text: string,
  kind: NumberKind,
  units: UnitSystem,
  optional: boolean | undefined,
): Result<number | undefined, string>;
export function readNumber(
  text: string,
  kind: NumberKind,
  units: UnitSystem,
  optional?: boolean,
): Result<number | undefined, string> {
  if (optional && text.trim() === '') return ok(undefined);
  if ('quantity' in kind) return parseTyped(text, kind.quantity, units);
  const r = parseDecimal('percent' in kind ? text.replace(/%\s*$/, '') : text, units === 'us');
  if (!r.ok) return fail(decimalProblemText(r.error));
  return ok('percent' in kind ? r.value / 100 : r.value);
}
