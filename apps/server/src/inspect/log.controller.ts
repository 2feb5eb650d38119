import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { Controller, Query, Res } from '@nestjs/common';
import { logExportSchema, logQuerySchema, type LogPage, type LogQuery } from '@kanga/contract/job';
import type { Response } from 'express';
import { Route, Valid } from '../http/index.js';
import { LogRepository } from './log.repository.js';
import { asCsv, asJson } from './log-table.js';

@Controller()
export class LogController {
  constructor(private readonly log: LogRepository) {}

  @Route('log')
  page(@Query(new Valid(logQuerySchema)) asked: LogQuery): Promise<LogPage> {
    return this.log.page(asked);
  }

  @Route('logNames')
  names(): Promise<{ presses: string[]; blanks: string[]; people: string[] }> {
    return this.log.names();
  }

  @Route('exportLog')
  async export(
    @Query(new Valid(logExportSchema)) { format, ...asked }: LogQuery & { format: 'csv' | 'json' },
    @Res() response: Response,
  ): Promise<void> {
    const entries = this.log.every(asked);
    response.type(format === 'csv' ? 'text/csv; charset=utf-8' : 'application/json').attachment(`kanga-log.${format}`);
    await pipeline(Readable.from(format === 'csv' ? asCsv(entries) : asJson(entries)), response);
  }
}
