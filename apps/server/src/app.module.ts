import { Module } from '@nestjs/common';
import { APP_GUARD } from '@nestjs/core';
import { ThrottlerGuard, ThrottlerModule } from '@nestjs/throttler';
import { ArtModule } from './art/index.js';
import { BackupModule } from './backup/index.js';
import { BenchModule } from './bench/index.js';
import { BlankModule } from './blank/index.js';
import { DbModule } from './db/index.js';
import { DemoModule } from './demo/index.js';
import { ProcessModule } from './process/index.js';
import { HealthModule } from './health/index.js';
import { InspectModule } from './inspect/index.js';
import { JobModule } from './job/index.js';
import { NetworkModule } from './network/index.js';
import { OrderModule } from './order/index.js';
import { PrintModule } from './print/index.js';
import { ProofModule } from './proof/index.js';
import { DayModule } from './day/index.js';
import { AccessGuard, PeopleModule } from './people/index.js';
import { PackModule } from './pack/index.js';
import { PurchaseModule } from './purchase/index.js';
import { ScannerModule } from './scanner/index.js';
import { SheetModule } from './sheet/index.js';
import { ShopModule } from './shop/index.js';
import { StackModule } from './stack/index.js';
import { StudyModule } from './study/index.js';
import { TextModule } from './text/index.js';
import { TidyModule } from './tidy/index.js';
import { ThermometerModule } from './thermometer/index.js';

/** A shop's screens ask some ten times a second at their busiest; a program that has gone wild asks thousands of times. */
const MOST_ASKED = { ttl: 10_000, limit: 5000 };

@Module({
  imports: [
    ThrottlerModule.forRoot([MOST_ASKED]),
    DbModule,
    ProcessModule,
    BackupModule,
    HealthModule,
    PeopleModule,
    NetworkModule,
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
    OrderModule,
    DayModule,
    PackModule,
    PurchaseModule,
    StudyModule,
    ThermometerModule,
    TidyModule,
    DemoModule,
  ],
  providers: [
    { provide: APP_GUARD, useClass: ThrottlerGuard },
    { provide: APP_GUARD, useExisting: AccessGuard },
  ],
})
export class AppModule {}
