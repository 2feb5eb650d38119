import type { AuditEntry } from '@kanga/contract/people';
import { csv } from '../document/index.js';

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

/** The book of changes as a table. */
export async function* auditCsv(entries: AsyncIterable<AuditEntry>): AsyncGenerator<string> {
  yield csv([COLUMNS.map(([name]) => name)]);
  for await (const entry of entries) yield csv([COLUMNS.map(([, value]) => value(entry))]);
}
