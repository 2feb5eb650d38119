import { Module } from '@nestjs/common';
import { ShopController } from './shop.controller.js';
import { ShopRepository } from './shop.repository.js';
import { ShopService } from './shop.service.js';

@Module({
  controllers: [ShopController],
  providers: [ShopService, ShopRepository],
  exports: [ShopService, ShopRepository],
})
export class ShopModule {}
