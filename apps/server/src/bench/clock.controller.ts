import { Controller, Header } from '@nestjs/common';
import { Route } from '../http/index.js';
import { shopNow } from './shop-clock.js';

@Controller()
export class ClockController {
  @Route('clock')
  @Header('Cache-Control', 'no-store')
  now(): { now: string } {
    return { now: shopNow() };
  }
}
