import { randomUUID } from 'node:crypto';
import { Injectable, Logger, type OnModuleDestroy } from '@nestjs/common';
import type { PressNow } from '@kanga/contract/bench';
import { catchError, concatMap, filter, firstValueFrom, from, take, timeout } from 'rxjs';
import { Refusal, refuse } from '../http/index.js';
import { OtherServers, type PressOrder } from '../live/index.js';
import { PressWatch } from './press-watch.service.js';

/** A server that reads the presses and does not answer has ended, or is about to. ms. */
const PATIENCE = 8000;

/** Takes what a press is to do to the one server that talks to it: this one, or another. */
@Injectable()
export class PressOrders implements OnModuleDestroy {
  private readonly logger = new Logger('Kanga');
  private readonly hearing;

  constructor(
    private readonly watch: PressWatch,
    private readonly others: OtherServers,
  ) {
    this.hearing = others.says
      .pipe(
        filter((said) => said.kind === 'order'),
        filter(() => watch.isLeading),
        concatMap(({ id, order }) => from(this.answer(id, order))),
        catchError((error: unknown, all) => {
          this.logger.error(`an order of another server was not carried out: ${String(error)}`);
          return all;
        }),
      )
      .subscribe();
  }

  onModuleDestroy(): void {
    this.hearing.unsubscribe();
  }

  private carryOut(order: PressOrder): Promise<PressNow> {
    return order.kind === 'set'
      ? this.watch.set(order.pressId, order.celsius)
      : this.watch.lever(order.pressId, order.closed);
  }

  /** Carries out what another server asks for, and says what came of it. */
  private async answer(id: string, order: PressOrder): Promise<void> {
    try {
      await this.others.tell({ kind: 'done', id, press: await this.carryOut(order) });
    } catch (error) {
      if (!(error instanceof Refusal)) throw error;
      await this.others.tell({ kind: 'refused', id, status: error.status, problem: error.problem });
    }
  }

  /** What the press tells after it; refused as its own server refuses it. */
  async order(order: PressOrder): Promise<PressNow> {
    if (this.watch.isLeading) return this.carryOut(order);
    const id = randomUUID();
    const answered = firstValueFrom(
      this.others.says.pipe(
        filter((said) => said.kind === 'done' || said.kind === 'refused'),
        filter((said) => said.id === id),
        take(1),
        timeout(PATIENCE),
      ),
    ).catch(() => null);
    await this.others.tell({ kind: 'order', id, order });
    const said = await answered;
    if (said?.kind === 'done') return said.press;
    if (said?.kind === 'refused') throw new Refusal(said.status, said.problem);
    throw refuse(
      503,
      'press.nobody',
      'No server of this shop reads its presses at this moment',
      'Try once more in a few seconds: another one takes them over.',
    );
  }
}
