import { Module } from '@nestjs/common';
import { ArtModule } from '../art/index.js';
import { BlankModule } from '../blank/index.js';
import { InspectModule } from '../inspect/index.js';
import { DayModule } from '../day/index.js';
import { JobModule } from '../job/index.js';
import { OrderModule } from '../order/index.js';
import { ShopModule } from '../shop/index.js';
import { StockModule } from '../stock/index.js';
import { RecipeModule } from '../recipe/index.js';
import { CarryInService } from './carry-in.service.js';
import { CarryOutService } from './carry-out.service.js';

@Module({
  imports: [
    ArtModule,
    BlankModule,
    InspectModule,
    JobModule,
    ShopModule,
    RecipeModule,
    OrderModule,
    StockModule,
    DayModule,
  ],
  providers: [CarryOutService, CarryInService],
  exports: [CarryOutService, CarryInService],
})
export class CarryModule {}
