import Papa from 'papaparse';

/** Rows of a table (RFC 4180); a cell that a spreadsheet would take for a formula is kept from being one. */
export const csv = (rows: readonly (readonly (string | number | null)[])[]): string =>
  `${Papa.unparse(rows as (string | number | null)[][], { escapeFormulae: true })}\r\n`;
