import type { LogEntry } from '@kanga/contract/job';
import { csv } from '../document/index.js';

/** The columns of the log as a table, in order: units stand in their names. */
const COLUMNS: [string, (entry: LogEntry) => string | number][] = [
  ['at', ({ at }) => at],
  ['job', ({ jobNumber }) => jobNumber],
  ['job name', ({ jobName }) => jobName],
  ['blank', ({ blankName }) => blankName],
  ['piece', ({ piece }) => piece + 1],
  ['side', ({ side }) => side],
  ['press', ({ pressName }) => pressName],
  ['by', ({ by }) => by ?? ''],
  ['temperature °C', ({ temperature }) => temperature],
  ['planned s', ({ planned }) => planned],
  ['actual s', ({ actual }) => actual ?? ''],
  ['verdict', ({ verdict }) => verdict],
  ['fault', ({ fault }) => fault ?? ''],
  ['note', ({ note }) => note],
];

export async function* asCsv(entries: AsyncIterable<LogEntry>): AsyncGenerator<string> {
  yield csv([COLUMNS.map(([name]) => name)]);
  for await (const entry of entries) yield csv([COLUMNS.map(([, value]) => value(entry))]);
}

export async function* asJson(entries: AsyncIterable<LogEntry>): AsyncGenerator<string> {
  yield '[';
  let before = '\n';
  for await (const entry of entries) {
    yield `${before}${JSON.stringify(entry)}`;
    before = ',\n';
  }
  yield '\n]\n';
}
