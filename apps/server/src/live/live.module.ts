import { Module } from '@nestjs/common';
import { Live } from './live.service.js';
import { OtherServers } from './other-servers.js';

@Module({ providers: [Live, OtherServers], exports: [Live, OtherServers] })
export class LiveModule {}
