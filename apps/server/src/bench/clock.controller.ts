import { Controller, Get, Header } from '@nestjs/common';

@Controller('api/clock')
export class ClockController {
  @Get()
  @Header('Cache-Control', 'no-store')
  now(): { now: string } {
    return { now: new Date().toISOString() };
  }
}
