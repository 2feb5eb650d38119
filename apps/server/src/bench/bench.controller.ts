import { Body, Controller, Param, Sse, type MessageEvent } from '@nestjs/common';
import {
  leverSchema,
  setPointSchema,
  type ActualCourse,
  type LiveMessage,
  type PressNow,
  type RunAtPress,
} from '@kanga/contract/bench';
import { idSchema } from '@kanga/contract/finding';
import { concat, defer, finalize, interval, map, merge, of, takeUntil, type Observable } from 'rxjs';
import { expressPath, Named, refuse, Route, Valid } from '../http/index.js';
import { ActualRepository } from '../run/index.js';
import { Live } from '../live/index.js';
import { PressOrders } from './press-orders.service.js';
import { PressWatch } from './press-watch.service.js';
import { RunBook } from './run-book.js';

const ID = new Valid(idSchema);
/** A line on which nothing is said is cut by what lies between: a word now and then keeps it. ms. */
const BREATH = 20_000;
/** Each open line costs memory, and a message for everything that happens. */
const MOST_LINES = 200;

@Controller()
export class BenchController {
  constructor(
    private readonly book: RunBook,
    private readonly watch: PressWatch,
    private readonly orders: PressOrders,
    private readonly actuals: ActualRepository,
    private readonly said: Live,
  ) {}

  @Route('bench')
  runs(): Promise<RunAtPress[]> {
    return this.book.list();
  }

  /** What happens at the presses, as it happens. */
  @Named('live')
  @Sse(expressPath('live'))
  live(): Observable<MessageEvent> {
    if (this.said.lines >= MOST_LINES)
      throw refuse(
        503,
        'live.full',
        `${MOST_LINES} screens listen already`,
        'Close screens of Kanga that nobody looks at.',
      );
    const first = defer(() => of<LiveMessage>({ kind: 'presses', presses: this.watch.now() }));
    const words = concat(first, this.said.messages).pipe(map((data): MessageEvent => ({ data })));
    const line = merge(words, interval(BREATH).pipe(map((): MessageEvent => ({ type: 'breath', data: '' })))).pipe(
      takeUntil(this.said.over),
    );
    return defer(() => {
      this.said.lines++;
      return line.pipe(finalize(() => this.said.lines--));
    });
  }

  @Route('actuals')
  courses(@Param('id', ID) id: string): Promise<ActualCourse[]> {
    return this.actuals.of(id);
  }

  @Route('setPlate')
  set(
    @Param('id', ID) id: string,
    @Body(new Valid(setPointSchema)) { celsius }: { celsius: number },
  ): Promise<PressNow> {
    return this.orders.order({ kind: 'set', pressId: id, celsius });
  }

  @Route('moveLever')
  lever(@Param('id', ID) id: string, @Body(new Valid(leverSchema)) { closed }: { closed: boolean }): Promise<PressNow> {
    return this.orders.order({ kind: 'lever', pressId: id, closed });
  }
}
