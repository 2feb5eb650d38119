import { Injectable, type OnModuleDestroy } from '@nestjs/common';
import type { LiveMessage } from '@kanga/contract/bench';
import { endWith, ignoreElements, Subject, type Observable } from 'rxjs';

/** What happens now, published to every screen that listens. Nothing is kept: whoever comes back asks for what they missed. */
@Injectable()
export class Live implements OnModuleDestroy {
  private readonly subject = new Subject<LiveMessage>();
  readonly messages: Observable<LiveMessage> = this.subject.asObservable();
  /** Tells when the server stops: lines are hung up then, so that it need not wait for them. */
  readonly over: Observable<unknown> = this.messages.pipe(ignoreElements(), endWith(null));

  publish(message: LiveMessage): void {
    this.subject.next(message);
  }

  onModuleDestroy(): void {
    this.subject.complete();
  }
}
