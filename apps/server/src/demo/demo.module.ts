import { Module } from '@nestjs/common';
import { ArtModule } from '../art/index.js';
import { BackupModule } from '../backup/index.js';
import { BlankModule } from '../blank/index.js';
import { JobModule } from '../job/index.js';
import { OrderModule } from '../order/index.js';
import { RunModule } from '../run/index.js';
import { RecipeModule } from '../recipe/index.js';
import { LiveModule } from '../live/index.js';
import { ShopModule } from '../shop/index.js';
import { StudyModule } from '../study/index.js';
import { DemoController } from './demo.controller.js';
import { DemoService } from './demo.service.js';
import { DemoOrders } from './demo-orders.js';
import { DemoPress } from './demo-press.js';
import { PackModule } from '../pack/index.js';
import { DemoStock } from './demo-stock.js';
import { StockModule } from '../stock/index.js';
import { DemoStudies } from './demo-studies.js';
import { DemoState } from './demo-state.js';
import { Past } from './past/index.js';

@Module({
  imports: [
    StockModule,
    PackModule,
    ArtModule,
    BackupModule,
    BlankModule,
    JobModule,
    RunModule,
    RecipeModule,
    LiveModule,
    ShopModule,
    StudyModule,
    OrderModule,
  ],
  controllers: [DemoController],
  providers: [DemoService, DemoState, DemoStudies, DemoOrders, DemoPress, DemoStock, Past],
  exports: [DemoService],
})
export class DemoModule {}
