import { createReadStream } from 'node:fs';
import { stat } from 'node:fs/promises';
import { pipeline } from 'node:stream/promises';
import { Controller, Param, Req, Res } from '@nestjs/common';
import { idSchema } from '@kanga/contract/finding';
import type { Request, Response } from 'express';
import { originOf, Route, Valid } from '../http/index.js';
import { SheetService } from './sheet.service.js';

@Controller()
export class SheetController {
  constructor(private readonly sheets: SheetService) {}

  @Route('sheet')
  async print(
    @Param('id', new Valid(idSchema)) id: string,
    @Req() request: Request,
    @Res() response: Response,
  ): Promise<void> {
    await this.sheets.print(id, originOf(request), async (pdf, name) => {
      const { size } = await stat(pdf);
      response.type('application/pdf').attachment(name).setHeader('Content-Length', size);
      await pipeline(createReadStream(pdf), response);
    });
  }

  @Route('insert')
  async insert(@Param('id', new Valid(idSchema)) id: string, @Res() response: Response): Promise<void> {
    const { svg, name } = await this.sheets.insert(id);
    response.type('image/svg+xml').attachment(name).send(svg);
  }
}
