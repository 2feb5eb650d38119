import { Module } from '@nestjs/common';
import { BlankModule } from '../blank/index.js';
import { JobModule } from '../job/index.js';
import { RunModule } from '../run/index.js';
import { LiveModule } from '../live/index.js';
import { ShopModule } from '../shop/index.js';
import { ClothController } from './cloth.controller.js';
import { ClothRepository } from './cloth.repository.js';
import { InspectController } from './inspect.controller.js';
import { InspectService } from './inspect.service.js';
import { LogController } from './log.controller.js';
import { LogRepository } from './log.repository.js';
import { PhotoController } from './photo.controller.js';

@Module({
  imports: [BlankModule, JobModule, RunModule, LiveModule, ShopModule],
  controllers: [InspectController, ClothController, LogController, PhotoController],
  providers: [InspectService, ClothRepository, LogRepository],
  exports: [LogRepository],
})
export class InspectModule {}
