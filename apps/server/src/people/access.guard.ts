import { Injectable, Logger, type CanActivate, type ExecutionContext } from '@nestjs/common';
import { ACCESS } from '@kanga/contract/people';
import type { Request, Response } from 'express';
import { nameOf } from '../http/index.js';
import { askingOf, type Asking } from './asking.js';
import { mayNot } from './may.js';
import { SignIns } from './sign-ins.js';
import { SAY_BY, stamp } from './stamp.js';

/** Somebody who is known tried what they may not: whoever looks after Kanga finds it in what it says. That somebody has to sign in is nothing. */
const TOLD: readonly string[] = ['door.right', 'door.tablet', 'door.terminal', 'door.owner', 'door.second'];
const said = (door: string, code: string, { person, tablet, address }: Asking): string =>
  `refused ${door} (${code}) to ${person?.id ?? 'nobody who is known'} at ${tablet ? `the tablet ${tablet.id}` : address}`;

/** Nobody passes a door who may not; a door without a name nobody passes. */
@Injectable()
export class AccessGuard implements CanActivate {
  private readonly logger = new Logger('Kanga');

  constructor(private readonly signIns: SignIns) {}

  async canActivate(context: ExecutionContext): Promise<boolean> {
    const name = nameOf(context.getHandler());
    if (!name)
      throw new Error(`${context.getClass().name}.${context.getHandler().name} answers at no route of the contract`);
    const http = context.switchToHttp();
    const request = http.getRequest<Request>();
    const asking = askingOf(request);
    const refusal = mayNot(ACCESS[name], asking, Date.now());
    if (refusal) {
      if (TOLD.includes(refusal.problem.code)) this.logger.warn(said(name, refusal.problem.code, asking));
      throw refusal;
    }
    if (asking.person && SAY_BY.includes(name))
      stamp(request.body, asking.person.name, asking.tablet ? await this.signIns.lately(asking.tablet.id) : []);
    if (name === 'live' && asking.signIn !== null) this.signIns.watch(http.getResponse<Response>(), asking.signIn);
    return true;
  }
}
