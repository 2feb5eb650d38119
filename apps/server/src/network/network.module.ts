import { Module } from '@nestjs/common';
import { PeopleModule } from '../people/index.js';
import { NetworkController } from './network.controller.js';
import { NetworkService } from './network.service.js';

@Module({
  imports: [PeopleModule],
  controllers: [NetworkController],
  providers: [NetworkService],
  exports: [NetworkService],
})
export class NetworkModule {}
