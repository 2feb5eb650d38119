import { Body, Controller, Param, Res } from '@nestjs/common';
import type { Blank } from '@kanga/core/blank';
import {
  blankChangeSchema,
  newBlankSchema,
  newBlanksSchema,
  type BlankChange,
  type NewBlank,
} from '@kanga/contract/blank';
import { idSchema } from '@kanga/contract/finding';
import type { Response } from 'express';
import { Route, Valid } from '../http/index.js';
import { BlankService } from './blank.service.js';

@Controller()
export class BlankController {
  constructor(private readonly blanks: BlankService) {}

  @Route('blanks')
  all(): Promise<Blank[]> {
    return this.blanks.all();
  }

  @Route('addBlank')
  async add(@Body(new Valid(newBlankSchema)) sent: NewBlank): Promise<Blank | undefined> {
    const [blank] = await this.blanks.add([sent]);
    return blank;
  }

  @Route('addBlanks')
  addTable(@Body(new Valid(newBlanksSchema)) sent: NewBlank[]): Promise<Blank[]> {
    return this.blanks.add(sent);
  }

  @Route('changeBlank')
  change(
    @Param('id', new Valid(idSchema)) id: string,
    @Body(new Valid(blankChangeSchema)) sent: BlankChange,
  ): Promise<Blank> {
    return this.blanks.change(id, sent);
  }

  @Route('blankTemplate')
  async template(
    @Param('id', new Valid(idSchema)) id: string,
    @Param('side') side: string,
    @Res() response: Response,
  ): Promise<void> {
    const { name, data } = await this.blanks.template(id, Number(side));
    response.type('application/pdf').attachment(name).send(Buffer.from(data));
  }
}
