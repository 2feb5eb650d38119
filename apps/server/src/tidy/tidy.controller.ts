import { Controller, Get, HttpCode, Post } from '@nestjs/common';
import type { Storage } from '@kanga/contract/tidy';
import { TidyService } from './tidy.service.js';

@Controller('api/storage')
export class TidyController {
  constructor(private readonly tidy: TidyService) {}

  @Get()
  look(): Promise<Storage> {
    return this.tidy.look();
  }

  /** Takes away now what is due; it would have gone within the hour. */
  @Post('tidy')
  @HttpCode(200)
  async now(): Promise<Storage> {
    await this.tidy.sweep();
    return this.tidy.look();
  }
}
