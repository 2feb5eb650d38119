import { Injectable, type OnModuleDestroy } from '@nestjs/common';
import type { LiveMessage } from '@kanga/contract/bench';
import type { Knex } from 'knex';
import { endWith, filter, ignoreElements, map, merge, Subject, type Observable } from 'rxjs';
import { OtherServers } from './other-servers.js';

/** What happens now, published to every screen that listens, at whichever server of the shop. Nothing is kept: whoever comes back asks for what they missed. */
@Injectable()
export class Live implements OnModuleDestroy {
  /** Screens that listen at this server. */
  lines = 0;
  private readonly subject = new Subject<LiveMessage>();
  readonly messages: Observable<LiveMessage> = this.subject.asObservable();
  /** Tells that lines are to be hung up: the server stops and need not wait for them, or something was not heard, and screens that come back ask for it. */
  readonly over: Observable<unknown>;
  private readonly hearing;

  constructor(private readonly others: OtherServers) {
    const { says, missed } = others;
    const much = says.pipe(filter(({ kind }) => kind === 'much'));
    const unheard = merge(missed, much);
    this.over = merge(this.messages.pipe(ignoreElements(), endWith(null)), unheard);
    this.hearing = merge(
      says.pipe(
        filter((said) => said.kind === 'live'),
        map(({ message }) => message),
      ),
      unheard.pipe(map((): LiveMessage => ({ kind: 'runs' }))),
    ).subscribe((message) => {
      this.subject.next(message);
    });
  }

  /** Tells everybody. */
  publish(message: LiveMessage): void {
    this.publishHere(message);
    this.others.mention({ kind: 'live', message });
  }

  /** Tells the screens of this server: those of the others are told by themselves. */
  publishHere(message: LiveMessage): void {
    this.subject.next(message);
  }

  /** Has the other servers told when a transaction is kept. */
  async publishElsewhere(message: LiveMessage, trx: Knex.Transaction): Promise<void> {
    await this.others.tell({ kind: 'live', message }, trx);
  }

  onModuleDestroy(): void {
    this.hearing.unsubscribe();
    this.subject.complete();
  }
}
