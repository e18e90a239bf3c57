import { fail, ok, type Result } from '../result';

/** Why a typed number was not taken. */
export type DecimalProblem = 'empty' | 'unfinished' | 'notANumber' | 'ambiguous';

const WORDS: Record<DecimalProblem, string> = {
  empty: 'Enter a number',
  unfinished: 'Finish the number',
  notANumber: 'Numbers only, such as 12.5 or 12,5',
  ambiguous: 'One decimal mark only, such as 1234.5',
};

/** The sentence that stands beside the field for `problem`. */
export const decimalProblemText = (problem: DecimalProblem): string => WORDS[problem];

/** Thousands with commas between them, and a point for the rest: 1,200 and 12,345.5; a lone nought before a comma is a fraction. */
const GROUPED = /^[-+]?[1-9]\d{0,2}(,\d{3})+(\.\d*)?$/;

/**
 * Reads a number as people type it: a point or a comma is the decimal mark, spaces (also narrow and
 * non-breaking ones) may group digits.
 * @param text what stands in the field
 * @param commaGroups where figures are written with commas between thousands: '1,200' is twelve hundred there, and 1.2 everywhere else
 * @returns the number, or why it cannot be read. '1.234,5' is ambiguous rather than guessed at.
 */
export function parseDecimal(text: string, commaGroups = false): Result<number, DecimalProblem> {
  const typed = text.replace(/[\s\u00a0\u202f]/g, '').replace('\u2212', '-');
  const t = commaGroups && GROUPED.test(typed) ? typed.replace(/,/g, '') : typed;
  if (t === '') return fail('empty');
  const marks = t.match(/[.,]/g)?.length ?? 0;
  if (marks > 1) return /^[-+]?[\d.,]+$/.test(t) ? fail('ambiguous') : fail('notANumber');
  if (/^[-+]?(\d+[.,])?$/.test(t) || /^[-+]?[.,]$/.test(t)) return fail('unfinished');
  if (!/^[-+]?(\d+([.,]\d+)?|[.,]\d+)$/.test(t)) return fail('notANumber');
  const value = Number(t.replace(',', '.'));
  return Number.isFinite(value) ? ok(value) : fail('notANumber');
}
