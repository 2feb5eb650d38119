import { Controller, HttpCode, Post } from '@nestjs/common';
import type { Shop } from '@kanga/contract/shop';
import { DemoService } from './demo.service.js';

@Controller('api/shop/demo')
export class DemoController {
  constructor(private readonly demo: DemoService) {}

  @Post()
  @HttpCode(200)
  reset(): Promise<Shop> {
    return this.demo.reset();
  }
}
