import { Controller, Query, Res } from '@nestjs/common';
import { scanQuerySchema, type Glass } from '@kanga/contract/blank';
import type { Response } from 'express';
import { Route, Valid } from '../http/index.js';
import { ScannerLine } from './scanner-line.js';

/** The scanner on the bench, as far as there is one. */
@Controller()
export class ScannerController {
  constructor(private readonly line: ScannerLine) {}

  @Route('glass')
  glass(): Promise<Glass> {
    return this.line.glass();
  }

  @Route('scan')
  async scan(
    @Query(new Valid(scanQuerySchema)) query: { item: string; ppi: string },
    @Res() response: Response,
  ): Promise<void> {
    response.type('image/png').send(await this.line.scan(query.item, query.ppi));
  }
}
