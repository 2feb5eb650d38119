import { Module } from '@nestjs/common';
import { BlankModule } from '../blank/index.js';
import { JobModule } from '../job/index.js';
import { OrderModule } from '../order/index.js';
import { RunModule } from '../run/index.js';
import { ShopModule } from '../shop/index.js';
import { PackController } from './pack.controller.js';
import { PackRepository } from './pack.repository.js';
import { PackService } from './pack.service.js';
import { ParcelService } from './parcel.service.js';

@Module({
  imports: [BlankModule, JobModule, OrderModule, RunModule, ShopModule],
  controllers: [PackController],
  providers: [PackService, PackRepository, ParcelService],
  exports: [PackService],
})
export class PackModule {}
