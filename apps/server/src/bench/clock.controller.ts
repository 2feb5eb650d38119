import { Controller, Get, Header } from '@nestjs/common';
import { shopNow } from './shop-clock.js';

@Controller('api/clock')
export class ClockController {
  @Get()
  @Header('Cache-Control', 'no-store')
  now(): { now: string } {
    return { now: shopNow() };
  }
}
