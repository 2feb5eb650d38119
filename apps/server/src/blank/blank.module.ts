import { Module } from '@nestjs/common';
import { StockModule } from '../stock/index.js';
import { BlankController } from './blank.controller.js';
import { BlankRepository } from './blank.repository.js';
import { BlankService } from './blank.service.js';

@Module({
  imports: [StockModule],
  controllers: [BlankController],
  providers: [BlankService, BlankRepository],
  exports: [BlankRepository, BlankService],
})
export class BlankModule {}
