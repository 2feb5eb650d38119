import { createReadStream } from 'node:fs';
import { pipeline } from 'node:stream/promises';
import { Body, Controller, Param, Query, Req, Res } from '@nestjs/common';
import type { PrintRecord } from '@kanga/core/sheet';
import { idSchema } from '@kanga/contract/finding';
import {
  newPrintSchema,
  printsQuerySchema,
  sheetNumberSchema,
  settleSchema,
  type NewPrint,
  type PrinterReport,
} from '@kanga/contract/sheet';
import type { Request, Response } from 'express';
import { originOf, Route, Valid } from '../http/index.js';
import { PrintService } from './print.service.js';

const ID = new Valid(idSchema);
const SHEET = new Valid<string>(sheetNumberSchema);

@Controller()
export class PrintController {
  constructor(private readonly prints: PrintService) {}

  @Route('prints')
  list(@Query(new Valid(printsQuerySchema)) { job }: { job?: string }): Promise<PrintRecord[]> {
    return this.prints.list(job);
  }

  @Route('addPrint')
  ask(@Body(new Valid(newPrintSchema)) wanted: NewPrint, @Req() request: Request): Promise<PrintRecord> {
    return this.prints.ask(wanted, originOf(request));
  }

  @Route('print')
  find(@Param('id', ID) id: string): Promise<PrintRecord> {
    return this.prints.record(id);
  }

  @Route('printPdf')
  async pdf(@Param('id', ID) id: string, @Res() response: Response): Promise<void> {
    const { stream, name } = await this.prints.pdf(id);
    response.type('application/pdf').attachment(name);
    await pipeline(stream, response);
  }

  @Route('printPng')
  async png(
    @Param('id', ID) id: string,
    @Param('sheet', SHEET) sheet: string,
    @Res() response: Response,
  ): Promise<void> {
    await this.prints.png(id, Number(sheet), async (png, name) => {
      response.type('image/png').attachment(name);
      await pipeline(createReadStream(png), response);
    });
  }

  @Route('cutLines')
  async cutLines(
    @Param('id', ID) id: string,
    @Param('sheet', SHEET) sheet: string,
    @Res() response: Response,
  ): Promise<void> {
    const { svg, name } = await this.prints.cutLines(id, Number(sheet));
    response.type('image/svg+xml').attachment(name).send(svg);
  }

  @Route('renderPrint')
  again(@Param('id', ID) id: string): Promise<PrintRecord> {
    return this.prints.again(id);
  }

  @Route('sendPrint')
  send(@Param('id', ID) id: string): Promise<PrintRecord> {
    return this.prints.send(id);
  }

  @Route('cancelPrint')
  cancel(@Param('id', ID) id: string): Promise<PrintRecord> {
    return this.prints.cancel(id);
  }

  @Route('settlePrint')
  settle(
    @Param('id', ID) id: string,
    @Body(new Valid(settleSchema)) { printed, by }: { printed: boolean; by: string },
  ): Promise<PrintRecord> {
    return this.prints.settle(id, printed, by);
  }

  @Route('mirrorTest')
  async mirrorTest(@Param('id', ID) id: string, @Res() response: Response): Promise<void> {
    const pdf = await this.prints.mirrorTest(id);
    response.type('application/pdf').attachment('kanga-mirror-test.pdf').send(Buffer.from(pdf));
  }

  @Route('printerReport')
  report(@Param('id', ID) id: string): Promise<PrinterReport> {
    return this.prints.report(id);
  }
}
