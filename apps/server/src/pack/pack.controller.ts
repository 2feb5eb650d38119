import { Body, Controller, Param, Res } from '@nestjs/common';
import type { PackEvent } from '@kanga/core/pack';
import { idSchema } from '@kanga/contract/finding';
import { labelSizeSchema, type LabelSize, type PackFile, packSchema, type ParcelFacts } from '@kanga/contract/pack';
import type { Response } from 'express';
import { Route, Valid } from '../http/index.js';
import { PackService } from './pack.service.js';
import { ParcelService } from './parcel.service.js';

const ID = new Valid(idSchema);
const EVENTS = new Valid(packSchema);

@Controller()
export class PackController {
  constructor(
    private readonly packs: PackService,
    private readonly parcels: ParcelService,
  ) {}

  @Route('packOrder')
  order(@Param('id', ID) id: string): Promise<PackFile> {
    return this.packs.order(id);
  }

  @Route('packJob')
  job(@Param('id', ID) id: string): Promise<PackFile> {
    return this.packs.job(id);
  }

  @Route('packIntoOrder')
  packOrder(@Param('id', ID) id: string, @Body(EVENTS) { events }: { events: PackEvent[] }): Promise<PackFile> {
    return this.packs.packOrder(id, events);
  }

  @Route('packIntoJob')
  packJob(@Param('id', ID) id: string, @Body(EVENTS) { events }: { events: PackEvent[] }): Promise<PackFile> {
    return this.packs.packJob(id, events);
  }

  @Route('parcelOfOrder')
  async parcelOfOrder(@Param('id', ID) id: string): Promise<{ parcel: ParcelFacts | null }> {
    return { parcel: await this.parcels.ofOrder(id) };
  }

  @Route('parcelOfJob')
  async parcelOfJob(@Param('id', ID) id: string): Promise<{ parcel: ParcelFacts | null }> {
    return { parcel: await this.parcels.ofJob(id) };
  }

  @Route('careCard')
  async card(@Param('id', ID) id: string, @Res() response: Response): Promise<void> {
    const { name, data } = await this.parcels.card(id);
    response.type('application/pdf').attachment(name).send(Buffer.from(data));
  }

  @Route('parcelLabel')
  async label(
    @Param('id', ID) id: string,
    @Param('label', new Valid(labelSizeSchema)) size: LabelSize,
    @Res() response: Response,
  ): Promise<void> {
    const { name, data } = await this.parcels.label(id, size);
    response.type('application/pdf').attachment(name).send(Buffer.from(data));
  }
}
