import Papa from 'papaparse';

/** Rows as a table that any spreadsheet reads (RFC 4180). */
export const tableCsv = (rows: readonly (readonly string[])[]): string => Papa.unparse(rows.map((r) => [...r]));
