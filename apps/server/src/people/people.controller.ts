import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { Body, Controller, Param, Query, Req, Res } from '@nestjs/common';
import type { AnswerOf, BodyOf } from '@kanga/contract/api';
import { idSchema } from '@kanga/contract/finding';
import {
  auditQuerySchema,
  customerQuerySchema,
  letterSchema,
  newPersonSchema,
  newTabletSchema,
  personChangeSchema,
  pinSchema,
  signInRuleSchema,
  type AuditQuery,
  type Person,
  type ShownCode,
  type Tablet,
} from '@kanga/contract/people';
import type { Request, Response } from 'express';
import { originOf, Route, Valid } from '../http/index.js';
import { askingOf } from './asking.js';
import { auditCsv } from './audit-table.js';
import { AuditRepository } from './audit.repository.js';
import { OneUse } from './one-use.js';
import { PeopleService } from './people.service.js';
import { PersonalDataService } from './personal-data.service.js';
import { TabletsService } from './tablets.service.js';

const ID = new Valid(idSchema);

/** Who is let in, the tablets at the bench, and the book of changes. */
@Controller()
export class PeopleController {
  constructor(
    private readonly service: PeopleService,
    private readonly tabletsService: TabletsService,
    private readonly book: AuditRepository,
    private readonly personal: PersonalDataService,
    private readonly oneUse: OneUse,
  ) {}

  @Route('ownerCode')
  ownerCode(): Promise<ShownCode> {
    return this.oneUse.show('owner');
  }

  @Route('people')
  people(): Promise<Person[]> {
    return this.service.list();
  }

  @Route('addPerson')
  add(@Req() request: Request, @Body(new Valid(newPersonSchema)) person: BodyOf<'addPerson'>): Promise<Person[]> {
    return this.service.add(askingOf(request), person);
  }

  @Route('changePerson')
  change(
    @Req() request: Request,
    @Param('id', ID) id: string,
    @Body(new Valid(personChangeSchema)) person: BodyOf<'changePerson'>,
  ): Promise<Person[]> {
    return this.service.change(askingOf(request), id, person);
  }

  @Route('signOutPerson')
  signOutPerson(@Req() request: Request, @Param('id', ID) id: string): Promise<Person[]> {
    return this.service.signOut(askingOf(request), id);
  }

  @Route('signInRule')
  signInRule(): Promise<AnswerOf<'signInRule'>> {
    return this.service.signInRule();
  }

  @Route('setSignInRule')
  setSignInRule(
    @Req() request: Request,
    @Body(new Valid(signInRuleSchema)) rule: BodyOf<'setSignInRule'>,
  ): Promise<AnswerOf<'signInRule'>> {
    return this.service.setSignInRule(askingOf(request), rule);
  }

  @Route('removePerson')
  remove(@Req() request: Request, @Param('id', ID) id: string): Promise<Person[]> {
    return this.service.remove(askingOf(request), id);
  }

  @Route('invitePerson')
  invite(@Req() request: Request, @Param('id', ID) id: string): Promise<ShownCode> {
    return this.service.invite(askingOf(request), id);
  }

  @Route('mailInvitation')
  mailInvitation(
    @Req() request: Request,
    @Param('id', ID) id: string,
    @Body(new Valid(letterSchema)) { to }: { to: string },
  ): Promise<{ until: string }> {
    return this.service.mailInvitation(askingOf(request), id, to, originOf(request));
  }

  @Route('setPin')
  setPin(
    @Req() request: Request,
    @Param('id', ID) id: string,
    @Body(new Valid(pinSchema)) { pin }: { pin: string },
  ): Promise<Person[]> {
    return this.service.setPin(askingOf(request), id, pin);
  }

  @Route('makeBadge')
  makeBadge(@Req() request: Request, @Param('id', ID) id: string): Promise<{ badge: string }> {
    return this.service.makeBadge(askingOf(request), id);
  }

  @Route('personData')
  personData(@Param('id', ID) id: string): Promise<Record<string, unknown>> {
    return this.personal.ofPerson(id);
  }

  @Route('erasePerson')
  erasePerson(@Req() request: Request, @Param('id', ID) id: string): Promise<AnswerOf<'erasePerson'>> {
    return this.personal.erasePerson(askingOf(request), id);
  }

  @Route('customerData')
  customerData(@Query(new Valid(customerQuerySchema)) { name }: { name: string }): Promise<Record<string, unknown>> {
    return this.personal.ofCustomer(name);
  }

  @Route('eraseCustomer')
  eraseCustomer(@Body(new Valid(customerQuerySchema)) { name }: { name: string }): Promise<AnswerOf<'eraseCustomer'>> {
    return this.personal.eraseCustomer(name);
  }

  @Route('tablets')
  tablets(): Promise<Tablet[]> {
    return this.tabletsService.list();
  }

  @Route('addTablet')
  addTablet(@Body(new Valid(newTabletSchema)) { name }: { name: string }): Promise<ShownCode> {
    return this.tabletsService.add(name);
  }

  @Route('removeTablet')
  removeTablet(@Param('id', ID) id: string): Promise<Tablet[]> {
    return this.tabletsService.remove(id);
  }

  @Route('audit')
  audit(@Query(new Valid(auditQuerySchema)) query: AuditQuery): Promise<AnswerOf<'audit'>> {
    return this.book.page(query);
  }

  @Route('auditTable')
  async auditTable(@Query(new Valid(auditQuerySchema)) query: AuditQuery, @Res() response: Response): Promise<void> {
    response.type('text/csv; charset=utf-8').attachment('kanga-changes.csv');
    await pipeline(Readable.from(auditCsv(this.book.every(query))), response);
  }
}
