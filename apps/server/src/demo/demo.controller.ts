import { Body, Controller } from '@nestjs/common';
import { demoResetSchema, type DemoReset } from '@kanga/contract/backup';
import type { Shop } from '@kanga/contract/shop';
import { Route, Valid } from '../http/index.js';
import { DemoService } from './demo.service.js';

@Controller()
export class DemoController {
  constructor(private readonly demo: DemoService) {}

  @Route('loadDemo')
  reset(@Body(new Valid(demoResetSchema)) wanted: DemoReset): Promise<Shop> {
    return this.demo.resetOnWord(wanted);
  }
}
