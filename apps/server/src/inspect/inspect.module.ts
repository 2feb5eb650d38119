import { Module } from '@nestjs/common';
import { JobModule } from '../job/index.js';
import { InspectController } from './inspect.controller.js';
import { InspectService } from './inspect.service.js';
import { LogRepository } from './log.repository.js';

@Module({ imports: [JobModule], controllers: [InspectController], providers: [InspectService, LogRepository] })
export class InspectModule {}
