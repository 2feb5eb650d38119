import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { Controller, Get, Query, Res } from '@nestjs/common';
import { logExportSchema, logQuerySchema, type LogEntry, type LogPage, type LogQuery } from '@kanga/contract/job';
import type { Response } from 'express';
import Papa from 'papaparse';
import { Valid } from '../http/index.js';
import { LogRepository } from './log.repository.js';

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

/** Rows of a table; a cell that a spreadsheet would take for a formula is kept from being one. */
const csv = (rows: (string | number)[][]): string => `${Papa.unparse(rows, { escapeFormulae: true })}\r\n`;

async function* asCsv(entries: AsyncIterable<LogEntry>): AsyncGenerator<string> {
  yield csv([COLUMNS.map(([name]) => name)]);
  for await (const entry of entries) yield csv([COLUMNS.map(([, value]) => value(entry))]);
}

async function* asJson(entries: AsyncIterable<LogEntry>): AsyncGenerator<string> {
  yield '[';
  let before = '\n';
  for await (const entry of entries) {
    yield `${before}${JSON.stringify(entry)}`;
    before = ',\n';
  }
  yield '\n]\n';
}

@Controller('api/log')
export class LogController {
  constructor(private readonly log: LogRepository) {}

  @Get()
  page(@Query(new Valid(logQuerySchema)) asked: LogQuery): Promise<LogPage> {
    return this.log.page(asked);
  }

  @Get('names')
  names(): Promise<{ presses: string[]; blanks: string[]; people: string[] }> {
    return this.log.names();
  }

  @Get('export')
  async export(
    @Query(new Valid(logExportSchema)) { format, ...asked }: LogQuery & { format: 'csv' | 'json' },
    @Res() response: Response,
  ): Promise<void> {
    const entries = this.log.every(asked);
    response.type(format === 'csv' ? 'text/csv; charset=utf-8' : 'application/json').attachment(`kanga-log.${format}`);
    await pipeline(Readable.from(format === 'csv' ? asCsv(entries) : asJson(entries)), response);
  }
}
