import { Module } from '@nestjs/common';
import { BlankModule } from '../blank/index.js';
import { ShopModule } from '../shop/index.js';
import { StockModule } from '../stock/index.js';
import { ClaimRepository } from './claim.repository.js';
import { PurchaseController } from './purchase.controller.js';
import { PurchaseService } from './purchase.service.js';

@Module({
  imports: [BlankModule, ShopModule, StockModule],
  controllers: [PurchaseController],
  providers: [PurchaseService, ClaimRepository],
  exports: [PurchaseService],
})
export class PurchaseModule {}
