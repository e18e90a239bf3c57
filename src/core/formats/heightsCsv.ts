import Papa from 'papaparse';
import { parseDecimal } from '../units/decimal';
import { fail, ok, type Result } from '../result';

/** A height as a file has it: place and height, mm. */
export interface HeightRow {
  x: number;
  y: number;
  mm: number;
}

export interface HeightsFile {
  rows: HeightRow[];
  /** Rows that were left out, with the line that they stand on and why. */
  leftOut: { line: number; message: string }[];
}

/** Larger than this no scan of a panel is; characters. */
export const MAX_HEIGHTS_CHARS = 10_000_000;
/** More than this off its form nothing of a panel is: it was another unit, mm. */
const MOST_MM = 100;
const COLUMNS = { x: /^\s*x\b|across|right/i, y: /^\s*y\b|down|below/i, mm: /height|depth|z\b|deviation|mm/i } as const;

/**
 * Reads heights from a table with a heading: a column across, one down, one of heights, all in millimetres. Rows that are no figures, or that no
 * panel has, are left out and said.
 */
export function readHeightsCsv(text: string): Result<HeightsFile, string> {
  if (text.length > MAX_HEIGHTS_CHARS) return fail('The file is too large for a panel');
  const { data } = Papa.parse<string[]>(text.trim(), { skipEmptyLines: 'greedy' });
  const [head = [], ...body] = data;
  const at = {
    x: head.findIndex((h) => COLUMNS.x.test(h)),
    y: head.findIndex((h) => COLUMNS.y.test(h)),
    mm: head.findIndex((h) => COLUMNS.mm.test(h) && !COLUMNS.x.test(h) && !COLUMNS.y.test(h)),
  };
  if (at.x < 0 || at.y < 0 || at.mm < 0)
    return fail('Its first line has to name three columns: x, y and height, in mm');
  const file: HeightsFile = { rows: [], leftOut: [] };
  body.forEach((cells, i) => {
    const [x, y, mm] = [at.x, at.y, at.mm].map((c) => parseDecimal(cells[c] ?? ''));
    const line = i + 2;
    if (!x?.ok || !y?.ok || !mm?.ok) file.leftOut.push({ line, message: 'not three figures' });
    else if (Math.abs(mm.value) > MOST_MM) file.leftOut.push({ line, message: `${mm.value} mm off: another unit?` });
    else file.rows.push({ x: x.value, y: y.value, mm: mm.value });
  });
  return file.rows.length === 0 ? fail('There are no heights in it') : ok(file);
}
