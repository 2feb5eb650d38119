import { Body, Controller, HttpCode, Post } from '@nestjs/common';
import { demoResetSchema, type DemoReset } from '@kanga/contract/backup';
import type { Shop } from '@kanga/contract/shop';
import { Valid } from '../http/index.js';
import { DemoService } from './demo.service.js';

@Controller('api/shop/demo')
export class DemoController {
  constructor(private readonly demo: DemoService) {}

  @Post()
  @HttpCode(200)
  reset(@Body(new Valid(demoResetSchema)) wanted: DemoReset): Promise<Shop> {
    return this.demo.resetOnWord(wanted);
  }
}
