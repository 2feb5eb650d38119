import { Module } from '@nestjs/common';
import { JobModule } from '../job/index.js';
import { ClockController } from './clock.controller.js';
import { EventController } from './event.controller.js';

@Module({ imports: [JobModule], controllers: [EventController, ClockController] })
export class BenchModule {}
