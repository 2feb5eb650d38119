import { Module } from '@nestjs/common';
import { LiveModule } from '../live/index.js';
import { HealthController } from './health.controller.js';
import { Metrics } from './metrics.js';

@Module({ imports: [LiveModule], controllers: [HealthController], providers: [Metrics], exports: [Metrics] })
export class HealthModule {}
