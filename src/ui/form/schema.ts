import { oneLine } from '@/core/units/oneLine';
import { mixed, string } from 'yup';
import { formatQuantity, messageIn, type Message, type Quantity, type UnitSystem } from '@/core';
import { parseDay } from '../days';
import { readNumber, type NumberKind } from '../numbers';

/** What a number may be, in the core's own units. */
export interface Bounds {
  min: number;
  max: number;
  whole?: boolean;
  /** Nothing may stand there. */
  optional?: boolean;
  /** Said in place of the range. */
  message?: Message;
}

const rangeText = (kind: NumberKind, { min, max, message }: Bounds, units: UnitSystem): string => {
  if (message) return messageIn(message, units);
  if ('quantity' in kind)
    return `Between ${formatQuantity(kind.quantity, min, units, 4).replace(/\.?0+(?=\u00a0)/, '')} and ${formatQuantity(kind.quantity, max, units, 4).replace(/\.?0+(?=\u00a0)/, '')}`;
  const share = 'percent' in kind ? 100 : 1;
  return `Between ${min * share} and ${max * share}`;
};

/**
 * A number as it is typed, read into the core's own unit: decimal comma, a unit behind the number, the range said in the units that are
 * shown. The form holds the text; what comes out of the schema is the figure (undefined where it may be left out, and was).
 */
export const typedNumber = (kind: NumberKind, bounds: Bounds, units: UnitSystem) =>
  mixed<number>()
    .transform((_, typed: unknown) => {
      const r = readNumber(String(typed ?? ''), kind, units, bounds.optional);
      return r.ok ? r.value : NaN;
    })
    .test('typed', (value, context) => {
      const r = readNumber(String(context.originalValue ?? ''), kind, units, bounds.optional);
      if (!r.ok) return context.createError({ message: r.error });
      if (r.value === undefined) return true;
      if (bounds.whole && !Number.isInteger(r.value)) return context.createError({ message: 'A whole number' });
      return (
        (r.value >= bounds.min && r.value <= bounds.max) ||
        context.createError({ message: rangeText(kind, bounds, units) })
      );
    });

export const typedQuantity = (quantity: Quantity, bounds: Bounds, units: UnitSystem) =>
  typedNumber({ quantity }, bounds, units);

/** What is no longer than that is a name, on one line. */
const NAME_SIGNS = 120;
/** Words, without the spaces round them. @param missing what is said where nothing stands; absent: it may be left out */
export const typedText = (max: number, missing?: string) => {
  const words = string()
    .transform((v: unknown) => (max <= NAME_SIGNS ? oneLine(String(v ?? '')) : String(v ?? '').trim()))
    .max(max, `At most ${max} signs`);
  return missing === undefined ? words.defined() : words.required(missing);
};

/** A day as it was typed, see `days`; nothing where none is asked for. */
export const typedDay = () =>
  mixed<Date>()
    .transform((_, v: unknown) => (typeof v === 'string' ? parseDay(v) : undefined))
    .test(
      'day',
      'Enter a real date',
      (v, { originalValue }) => v !== undefined || String(originalValue ?? '').trim() === '',
    );
