import { Module } from '@nestjs/common';
import { ArtModule } from './art/index.js';
import { BenchModule } from './bench/index.js';
import { BlankModule } from './blank/index.js';
import { DbModule } from './db/index.js';
import { DemoModule } from './demo/index.js';
import { HealthModule } from './health/index.js';
import { InspectModule } from './inspect/index.js';
import { JobModule } from './job/index.js';
import { PrintModule } from './print/index.js';
import { ProofModule } from './proof/index.js';
import { ScannerModule } from './scanner/index.js';
import { SheetModule } from './sheet/index.js';
import { ShopModule } from './shop/index.js';
import { StackModule } from './stack/index.js';
import { TextModule } from './text/index.js';
import { ThermometerModule } from './thermometer/index.js';

@Module({
  imports: [
    DbModule,
    HealthModule,
    ShopModule,
    BlankModule,
    ArtModule,
    JobModule,
    SheetModule,
    PrintModule,
    ProofModule,
    StackModule,
    BenchModule,
    InspectModule,
    TextModule,
    ScannerModule,
    ThermometerModule,
    DemoModule,
  ],
})
export class AppModule {}
