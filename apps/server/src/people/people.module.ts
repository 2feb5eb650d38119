import { Module } from '@nestjs/common';
import { LiveModule } from '../live/index.js';
import { ShopModule } from '../shop/index.js';
import { AccessGuard } from './access.guard.js';
import { Attempts } from './attempts.js';
import { AuditRepository } from './audit.repository.js';
import { BookHeads } from './book-heads.js';
import { Identify } from './identify.js';
import { Mailer } from './mailer.js';
import { MeController } from './me.controller.js';
import { MeService } from './me.service.js';
import { OneTimeCodes } from './one-time-codes.js';
import { OneUse } from './one-use.js';
import { PasskeysService } from './passkeys.service.js';
import { PeopleController } from './people.controller.js';
import { PeopleService } from './people.service.js';
import { PersonalDataService } from './personal-data.service.js';
import { PersonRepository } from './person.repository.js';
import { SignIns } from './sign-ins.js';
import { TabletsService } from './tablets.service.js';
import { WeakPasswords } from './weak-passwords.js';

@Module({
  imports: [ShopModule, LiveModule],
  controllers: [MeController, PeopleController],
  providers: [
    AccessGuard,
    Attempts,
    AuditRepository,
    BookHeads,
    Identify,
    Mailer,
    MeService,
    OneTimeCodes,
    OneUse,
    PasskeysService,
    PeopleService,
    PersonalDataService,
    PersonRepository,
    SignIns,
    TabletsService,
    WeakPasswords,
  ],
  exports: [AccessGuard, Identify, SignIns],
})
export class PeopleModule {}
