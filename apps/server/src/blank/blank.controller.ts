import { randomUUID } from 'node:crypto';
import { Body, Controller, Get, Post } from '@nestjs/common';
import type { Blank } from '@kanga/core/blank';
import { newBlankSchema, type NewBlank } from '@kanga/contract/blank';
import { Valid } from '../http/index.js';
import { BlankRepository } from './blank.repository.js';

@Controller('api/blanks')
export class BlankController {
  constructor(private readonly blanks: BlankRepository) {}

  @Get()
  all(): Promise<Blank[]> {
    return this.blanks.all();
  }

  @Post()
  async add(@Body(new Valid(newBlankSchema)) sent: NewBlank): Promise<Blank> {
    const blank: Blank = { ...sent, id: randomUUID(), builtIn: false };
    await this.blanks.add([blank]);
    return blank;
  }
}
