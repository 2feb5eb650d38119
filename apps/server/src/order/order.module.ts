import { Module } from '@nestjs/common';
import { ArtModule } from '../art/index.js';
import { BlankModule } from '../blank/index.js';
import { JobModule } from '../job/index.js';
import { RunModule } from '../run/index.js';
import { ProofModule } from '../proof/index.js';
import { ShopModule } from '../shop/index.js';
import { MadeService } from './made.service.js';
import { OrderProofService } from './order-proof.service.js';
import { OrderController } from './order.controller.js';
import { OrderRepository } from './order.repository.js';
import { OrderService } from './order.service.js';
import { QuoteService } from './quote.service.js';
import { SplitService } from './split.service.js';
import { SlipService } from './slip.service.js';

@Module({
  imports: [ArtModule, BlankModule, JobModule, ProofModule, RunModule, ShopModule],
  controllers: [OrderController],
  providers: [OrderService, OrderRepository, QuoteService, OrderProofService, SlipService, MadeService, SplitService],
  exports: [OrderService, OrderRepository],
})
export class OrderModule {}
