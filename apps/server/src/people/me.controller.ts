import { Body, Controller, Param, Req, Res } from '@nestjs/common';
import { idSchema } from '@kanga/contract/finding';
import {
  badgeSchema,
  codeSchema,
  invitationSchema,
  newPasskeySchema,
  newPasswordSchema,
  ownerSchema,
  passkeyAnswerSchema,
  proofOfSelfSchema,
  signInSchema,
  takeTabletSchema,
  usePinSchema,
  type Me,
} from '@kanga/contract/people';
import type { AnswerOf, BodyOf } from '@kanga/contract/api';
import type { Request, Response } from 'express';
import { Route, Valid } from '../http/index.js';
import { MeService } from './me.service.js';
import { OneTimeCodes } from './one-time-codes.js';
import { PasskeysService } from './passkeys.service.js';
import { NO_CODES, PersonRepository } from './person.repository.js';
import { SignIns } from './sign-ins.js';
import { TabletsService } from './tablets.service.js';

type Mine = AnswerOf<'signIns'>;

/** Answers that are written by Nest, with cookies that are set on the way. */
const passed = { passthrough: true };

/** Who asks: signing in and out, by what, and where. */
@Controller()
export class MeController {
  constructor(
    private readonly service: MeService,
    private readonly codes: OneTimeCodes,
    private readonly passkeys: PasskeysService,
    private readonly people: PersonRepository,
    private readonly tablets: TabletsService,
    private readonly signIns: SignIns,
  ) {}

  @Route('me')
  me(@Req() request: Request): Promise<Me> {
    return this.service.me(request);
  }

  @Route('signIn')
  signIn(
    @Req() request: Request,
    @Res(passed) response: Response,
    @Body(new Valid(signInSchema)) body: BodyOf<'signIn'>,
  ): Promise<Me> {
    return this.service.signIn({ request, response }, body);
  }

  @Route('signOut')
  signOut(@Req() request: Request, @Res(passed) response: Response): Promise<Me> {
    return this.service.signOut({ request, response });
  }

  @Route('prove')
  prove(
    @Req() request: Request,
    @Res(passed) response: Response,
    @Body(new Valid(proofOfSelfSchema)) body: BodyOf<'prove'>,
  ): Promise<Me> {
    return this.service.prove({ request, response }, body);
  }

  @Route('setPassword')
  setPassword(
    @Req() request: Request,
    @Res(passed) response: Response,
    @Body(new Valid(newPasswordSchema)) body: BodyOf<'setPassword'>,
  ): Promise<Me> {
    return this.service.setPassword({ request, response }, body);
  }

  @Route('makeOwner')
  makeOwner(
    @Req() request: Request,
    @Res(passed) response: Response,
    @Body(new Valid(ownerSchema)) body: BodyOf<'makeOwner'>,
  ): Promise<Me> {
    return this.service.makeOwner({ request, response }, body);
  }

  @Route('takeInvitation')
  takeInvitation(
    @Req() request: Request,
    @Res(passed) response: Response,
    @Body(new Valid(invitationSchema)) body: BodyOf<'takeInvitation'>,
  ): Promise<Me> {
    return this.service.takeInvitation({ request, response }, body);
  }

  @Route('signIns')
  list(@Req() request: Request): Promise<Mine> {
    return this.service.list(request);
  }

  @Route('endSignIn')
  endSignIn(@Req() request: Request, @Param('id', new Valid(idSchema)) id: string): Promise<Mine> {
    return this.service.endSignIn(request, id);
  }

  @Route('beginCode')
  async beginCode(@Req() request: Request): Promise<AnswerOf<'beginCode'>> {
    return this.codes.begin((await this.service.own(request)).person);
  }

  @Route('keepCode')
  async keepCode(@Req() request: Request, @Body(new Valid(codeSchema)) { code }: { code: string }): Promise<Mine> {
    const { person, signIn } = await this.service.own(request);
    await this.codes.keep(person, code);
    await this.signIns.cameBySecond(signIn);
    return this.service.list(request);
  }

  @Route('removeCode')
  async removeCode(@Req() request: Request): Promise<Mine> {
    const { person } = await this.service.own(request);
    await this.people.change(person.id, NO_CODES);
    return this.service.list(request);
  }

  @Route('offerPasskey')
  offerPasskey(@Req() request: Request): Promise<Record<string, unknown>> {
    return this.passkeys.offer(request);
  }

  @Route('addPasskey')
  async addPasskey(
    @Req() request: Request,
    @Body(new Valid(newPasskeySchema)) { name, answer }: BodyOf<'addPasskey'>,
  ): Promise<Mine> {
    await this.passkeys.add(request, name, answer);
    await this.signIns.cameBySecond((await this.service.own(request)).signIn);
    return this.service.list(request);
  }

  @Route('removePasskey')
  async removePasskey(@Req() request: Request, @Param('key') key: string): Promise<Mine> {
    await this.passkeys.remove(request, key);
    return this.service.list(request);
  }

  @Route('askPasskey')
  askPasskey(@Req() request: Request): Promise<Record<string, unknown>> {
    return this.passkeys.ask(request);
  }

  @Route('usePasskey')
  usePasskey(
    @Req() request: Request,
    @Res(passed) response: Response,
    @Body(new Valid(passkeyAnswerSchema)) { answer }: BodyOf<'usePasskey'>,
  ): Promise<Me> {
    return this.passkeys.use({ request, response }, answer);
  }

  @Route('takeTablet')
  takeTablet(
    @Req() request: Request,
    @Res(passed) response: Response,
    @Body(new Valid(takeTabletSchema)) { code }: { code: string },
  ): Promise<Me> {
    return this.tablets.take({ request, response }, code);
  }

  @Route('tabletPeople')
  tabletPeople(@Req() request: Request): Promise<AnswerOf<'tabletPeople'>> {
    return this.tablets.whoCan({ request });
  }

  @Route('usePin')
  usePin(
    @Req() request: Request,
    @Res(passed) response: Response,
    @Body(new Valid(usePinSchema)) body: BodyOf<'usePin'>,
  ): Promise<Me> {
    return this.tablets.byPin({ request, response }, body);
  }

  @Route('useBadge')
  useBadge(
    @Req() request: Request,
    @Res(passed) response: Response,
    @Body(new Valid(badgeSchema)) { badge }: { badge: string },
  ): Promise<Me> {
    return this.tablets.byBadge({ request, response }, badge);
  }
}
