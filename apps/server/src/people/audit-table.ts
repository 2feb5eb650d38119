import type { AuditEntry } from '@kanga/contract/people';
import Papa from 'papaparse';

const COLUMNS: [string, (entry: AuditEntry) => string | number][] = [
  ['number', ({ seq }) => seq],
  ['at', ({ at }) => at],
  ['who', ({ who }) => who ?? ''],
  ['from', ({ from }) => from],
  ['what', ({ what }) => what],
  ['of', ({ subject }) => subject],
  ['before', ({ before }) => (before ? JSON.stringify(before) : '')],
  ['after', ({ after }) => (after ? JSON.stringify(after) : '')],
];

/** Rows of a table; a cell that a spreadsheet would take for a formula is kept from being one. */
const csv = (rows: (string | number)[][]): string => `${Papa.unparse(rows, { escapeFormulae: true })}\r\n`;

/** The book of changes as a table. */
export async function* auditCsv(entries: AsyncIterable<AuditEntry>): AsyncGenerator<string> {
  yield csv([COLUMNS.map(([name]) => name)]);
  for await (const entry of entries) yield csv([COLUMNS.map(([, value]) => value(entry))]);
}
