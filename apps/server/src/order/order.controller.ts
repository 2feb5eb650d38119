import { Body, Controller, Param, Query, Res } from '@nestjs/common';
import type { Made, Order, OrderChange, OrderFile } from '@kanga/core/order';
import { idSchema } from '@kanga/contract/finding';
import {
  acceptSchema,
  followSchema,
  lineChangeSchema,
  newOrderSchema,
  mergeOrderSchema,
  newQuoteSchema,
  orderChangeSchema,
  ordersQuerySchema,
  orderStateSchema,
  repeatOrderSchema,
  splitOrderSchema,
  type LineChange,
  type NewOrder,
  type NewQuote,
  type OrderPage,
  type OrdersQuery,
  type SplitOrder,
} from '@kanga/contract/order';
import type { Response } from 'express';
import { Route, Valid } from '../http/index.js';
import { MadeService } from './made.service.js';
import { OrderService } from './order.service.js';
import { QuoteService } from './quote.service.js';
import { SplitService } from './split.service.js';
import { OrderProofService } from './order-proof.service.js';
import { SlipService } from './slip.service.js';

const ID = new Valid(idSchema);

@Controller()
export class OrderController {
  constructor(
    private readonly orders: OrderService,
    private readonly quotes: QuoteService,
    private readonly slips: SlipService,
    private readonly proofs: OrderProofService,
    private readonly mades: MadeService,
    private readonly splits: SplitService,
  ) {}

  @Route('orders')
  list(@Query(new Valid(ordersQuerySchema)) asked: OrdersQuery): Promise<OrderPage> {
    return this.orders.list(asked);
  }

  @Route('addOrder')
  open(@Body(new Valid(newOrderSchema)) sent: NewOrder): Promise<OrderFile> {
    return this.orders.open(sent);
  }

  @Route('order')
  order(@Param('id', ID) id: string): Promise<OrderFile> {
    return this.orders.order(id);
  }

  @Route('changeOrder')
  change(@Param('id', ID) id: string, @Body(new Valid(orderChangeSchema)) sent: OrderChange): Promise<OrderFile> {
    return this.orders.change(id, sent);
  }

  @Route('setLine')
  setLine(
    @Param('id', ID) id: string,
    @Param('line', ID) line: string,
    @Body(new Valid(lineChangeSchema)) sent: LineChange,
  ): Promise<OrderFile> {
    return this.orders.setLine(id, line, sent);
  }

  @Route('followLine')
  follow(
    @Param('id', ID) id: string,
    @Param('job', ID) job: string,
    @Body(new Valid(followSchema)) { follows }: { follows: boolean },
  ): Promise<OrderFile> {
    return this.orders.follow(id, job, follows);
  }

  @Route('repeatOrder')
  repeat(@Param('id', ID) id: string, @Body(new Valid(repeatOrderSchema)) sent: { id: string }): Promise<OrderFile> {
    return this.orders.repeat(id, sent.id);
  }

  @Route('splitOrder')
  split(@Param('id', ID) id: string, @Body(new Valid(splitOrderSchema)) sent: SplitOrder): Promise<OrderFile> {
    return this.splits.split(id, sent);
  }

  @Route('mergeOrder')
  merge(
    @Param('id', ID) id: string,
    @Body(new Valid(mergeOrderSchema)) { from }: { from: string },
  ): Promise<OrderFile> {
    return this.splits.merge(id, from);
  }

  @Route('quoteOrder')
  offer(@Param('id', ID) id: string, @Body(new Valid(newQuoteSchema)) sent: NewQuote): Promise<OrderFile> {
    return this.orders.quote(id, sent);
  }

  @Route('quote')
  async pdf(@Param('id', ID) id: string, @Res() response: Response): Promise<void> {
    const { name, data } = await this.quotes.pdf(id);
    response.type('application/pdf').attachment(name).send(Buffer.from(data));
  }

  @Route('slip')
  async slip(@Param('id', ID) id: string, @Res() response: Response): Promise<void> {
    const { name, data } = await this.slips.pdf(id);
    response.type('application/pdf').attachment(name).send(Buffer.from(data));
  }

  @Route('proofOfOrder')
  async proof(@Param('id', ID) id: string, @Res() response: Response): Promise<void> {
    const { name, data } = await this.proofs.pdf(id);
    response.type('application/pdf').attachment(name).send(Buffer.from(data));
  }

  @Route('quoteTable')
  async table(@Param('id', ID) id: string, @Res() response: Response): Promise<void> {
    const { name, data } = await this.quotes.table(id);
    response.type('text/csv').attachment(name).send(data);
  }

  @Route('madeOfOrder')
  made(@Param('id', ID) id: string): Promise<Made> {
    return this.mades.of(id);
  }

  @Route('acceptQuote')
  accept(@Param('id', ID) id: string, @Body(new Valid(acceptSchema)) { by }: { by: string }): Promise<OrderFile> {
    return this.orders.accept(id, by);
  }

  @Route('setOrderState')
  setState(
    @Param('id', ID) id: string,
    @Body(new Valid(orderStateSchema)) { status }: { status: Order['status'] },
  ): Promise<OrderFile> {
    return this.orders.setState(id, status);
  }
}
