import { Injectable, type CanActivate, type ExecutionContext } from '@nestjs/common';
import { ACCESS } from '@kanga/contract/people';
import type { Request, Response } from 'express';
import { nameOf } from '../http/index.js';
import { askingOf } from './asking.js';
import { mayNot } from './may.js';
import { SignIns } from './sign-ins.js';
import { SAY_BY, stamp } from './stamp.js';

/** Nobody passes a door who may not; a door without a name nobody passes. */
@Injectable()
export class AccessGuard implements CanActivate {
  constructor(private readonly signIns: SignIns) {}

  async canActivate(context: ExecutionContext): Promise<boolean> {
    const name = nameOf(context.getHandler());
    if (!name)
      throw new Error(`${context.getClass().name}.${context.getHandler().name} answers at no route of the contract`);
    const http = context.switchToHttp();
    const request = http.getRequest<Request>();
    const asking = askingOf(request);
    const refusal = mayNot(ACCESS[name], asking, Date.now());
    if (refusal) throw refusal;
    if (asking.person && SAY_BY.includes(name))
      stamp(request.body, asking.person.name, asking.tablet ? await this.signIns.lately(asking.tablet.id) : []);
    if (name === 'live' && asking.signIn !== null) this.signIns.watch(http.getResponse<Response>(), asking.signIn);
    return true;
  }
}
