import { Module } from '@nestjs/common';
import { Live } from './live.service.js';

@Module({ providers: [Live], exports: [Live] })
export class LiveModule {}
