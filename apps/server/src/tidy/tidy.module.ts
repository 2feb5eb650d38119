import { Module } from '@nestjs/common';
import { TidyController } from './tidy.controller.js';
import { TidyService } from './tidy.service.js';

@Module({ controllers: [TidyController], providers: [TidyService], exports: [TidyService] })
export class TidyModule {}
