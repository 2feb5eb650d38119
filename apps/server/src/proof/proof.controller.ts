import { Controller, Param, Query, Res } from '@nestjs/common';
import { idSchema } from '@kanga/contract/finding';
import { lookSchema, proofQuerySchema, type ProofLook } from '@kanga/contract/sheet';
import type { Response } from 'express';
import { Route, Valid } from '../http/index.js';
import { ProofService } from './proof.service.js';

@Controller()
export class ProofController {
  constructor(private readonly proofs: ProofService) {}

  @Route('proof')
  async pdf(@Param('id', new Valid(idSchema)) id: string, @Res() response: Response): Promise<void> {
    const { name, data } = await this.proofs.pdf(id);
    response.type('application/pdf').attachment(name).send(Buffer.from(data));
  }

  @Route('proofPicture')
  async png(
    @Param('id', new Valid(idSchema)) id: string,
    @Param('side') side: string,
    @Param('look', new Valid(lookSchema)) look: ProofLook,
    @Query(new Valid(proofQuerySchema)) query: { piece?: string },
    @Res() response: Response,
  ): Promise<void> {
    response.type('image/png').send(await this.proofs.png(id, Number(side), look, Number(query.piece ?? 0)));
  }
}
