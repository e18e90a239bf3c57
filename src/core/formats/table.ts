import Papa from 'papaparse';

/** A cell that a table program would run: it begins like a formula, and is no number. */
const RUNS = /^(?:[=@\t\r]|[+-](?![\d.]))/;

/**
 * Rows as a table that any spreadsheet reads (RFC 4180). What a table program would run as a formula is text there, with an apostrophe before it
 * (OWASP, CSV injection).
 */
export const tableCsv = (rows: readonly (readonly string[])[]): string =>
  Papa.unparse(
    rows.map((r) => [...r]),
    { escapeFormulae: RUNS },
  );
