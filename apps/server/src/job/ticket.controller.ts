import { pipeline } from 'node:stream/promises';
import { Controller, Param, Req, Res } from '@nestjs/common';
import type { JobFile } from '@kanga/core/job';
import { idSchema } from '@kanga/contract/finding';
import type { Request, Response } from 'express';
import { Route, Valid } from '../http/index.js';
import { TicketService } from './ticket.service.js';

@Controller()
export class TicketController {
  constructor(private readonly tickets: TicketService) {}

  @Route('importTicket')
  import(@Req() request: Request): Promise<JobFile> {
    return this.tickets.import(request);
  }

  @Route('ticket')
  async export(@Param('id', new Valid(idSchema)) id: string, @Res() response: Response): Promise<void> {
    const { name, stream } = await this.tickets.export(id);
    response.type('application/zip').attachment(name);
    await pipeline(stream, response);
  }
}
