import { Body, Controller, Res } from '@nestjs/common';
import { networkSwitchSchema, type Network } from '@kanga/contract/people';
import type { Response } from 'express';
import { Route, Valid } from '../http/index.js';
import { NetworkService } from './network.service.js';

/** How Kanga is reached from other devices. */
@Controller()
export class NetworkController {
  constructor(private readonly network: NetworkService) {}

  @Route('network')
  tell(): Network {
    return this.network.tell();
  }

  /** Closing it takes away the line on which it was asked for: the answer goes first. */
  @Route('openNetwork')
  set(@Body(new Valid(networkSwitchSchema)) { open }: { open: boolean }): Promise<Network> {
    return this.network.set(open);
  }

  @Route('rootCertificate')
  root(@Res() response: Response): void {
    response
      .type('application/x-x509-ca-cert')
      .attachment('kanga-root.crt')
      .send(Buffer.from(this.network.rootCertificate()));
  }
}
