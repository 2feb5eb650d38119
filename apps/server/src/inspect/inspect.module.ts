import { Module } from '@nestjs/common';
import { JobModule } from '../job/index.js';
import { LiveModule } from '../live/index.js';
import { InspectController } from './inspect.controller.js';
import { InspectService } from './inspect.service.js';
import { LogController } from './log.controller.js';
import { LogRepository } from './log.repository.js';
import { PhotoController } from './photo.controller.js';

@Module({
  imports: [JobModule, LiveModule],
  controllers: [InspectController, LogController, PhotoController],
  providers: [InspectService, LogRepository],
})
export class InspectModule {}
