import { Controller } from '@nestjs/common';
import type { Storage } from '@kanga/contract/tidy';
import { Route } from '../http/index.js';
import { TidyService } from './tidy.service.js';

@Controller()
export class TidyController {
  constructor(private readonly tidy: TidyService) {}

  @Route('storage')
  look(): Promise<Storage> {
    return this.tidy.look();
  }

  /** Takes away now what is due; it would have gone within the hour. */
  @Route('tidy')
  async now(): Promise<Storage> {
    await this.tidy.sweep();
    return this.tidy.look();
  }
}
