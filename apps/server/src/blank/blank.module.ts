import { Module } from '@nestjs/common';
import { BlankController } from './blank.controller.js';
import { BlankRepository } from './blank.repository.js';

@Module({ controllers: [BlankController], providers: [BlankRepository], exports: [BlankRepository] })
export class BlankModule {}
