import { Module } from '@nestjs/common';
import { ArtModule } from '../art/index.js';
import { BlankModule } from '../blank/index.js';
import { JobModule } from '../job/index.js';
import { LiveModule } from '../live/index.js';
import { ShopModule } from '../shop/index.js';
import { DemoController } from './demo.controller.js';
import { DemoService } from './demo.service.js';

@Module({
  imports: [ArtModule, BlankModule, JobModule, LiveModule, ShopModule],
  controllers: [DemoController],
  providers: [DemoService],
  exports: [DemoService],
})
export class DemoModule {}
