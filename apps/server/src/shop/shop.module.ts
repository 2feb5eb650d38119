import { Module } from '@nestjs/common';
import { StockModule } from '../stock/index.js';
import { ShopController } from './shop.controller.js';
import { ShopRepository } from './shop.repository.js';
import { ShopService } from './shop.service.js';

@Module({
  imports: [StockModule],
  controllers: [ShopController],
  providers: [ShopService, ShopRepository],
  exports: [ShopService, ShopRepository],
})
export class ShopModule {}
