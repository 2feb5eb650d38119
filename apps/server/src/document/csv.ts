import Papa from 'papaparse';

type Cell = string | number | null;

/** Rows of a table (RFC 4180), each as its cells or by the names of its columns; a cell that a spreadsheet would take for a formula is kept from being one. */
export const csv = (rows: readonly (readonly Cell[] | Readonly<Record<string, Cell>>)[]): string =>
  `${Papa.unparse(rows as unknown[], { escapeFormulae: true })}\r\n`;
