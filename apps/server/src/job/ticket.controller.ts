import { pipeline } from 'node:stream/promises';
import { Controller, Get, Param, Post, Req, Res } from '@nestjs/common';
import type { JobFile } from '@kanga/core/job';
import { idSchema } from '@kanga/contract/finding';
import type { Request, Response } from 'express';
import { Valid } from '../http/index.js';
import { TicketService } from './ticket.service.js';

@Controller('api/jobs')
export class TicketController {
  constructor(private readonly tickets: TicketService) {}

  @Post('ticket')
  import(@Req() request: Request): Promise<JobFile> {
    return this.tickets.import(request);
  }

  @Get(':id/ticket')
  async export(@Param('id', new Valid(idSchema)) id: string, @Res() response: Response): Promise<void> {
    const { name, stream } = await this.tickets.export(id);
    response.type('application/zip').attachment(name);
    await pipeline(stream, response);
  }
}
