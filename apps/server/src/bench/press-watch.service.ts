import { randomUUID } from 'node:crypto';
import { Injectable, Logger, type OnApplicationBootstrap, type OnModuleDestroy } from '@nestjs/common';
import {
  believable,
  secondsBetween,
  todoOf,
  whenClosed,
  whenOpened,
  whenRead,
  type LeverEvent,
  type PlateReading,
  type Sample,
} from '@kanga/core/bench';
import { followPlate, ratesIn, type PlateCourse } from '@kanga/core/heat';
import { guidanceOf, jigsOf } from '@kanga/core/job';
import { STAND_IN, type Press } from '@kanga/core/shop';
import { formatTemperature } from '@kanga/core/units';
import type { PressNow } from '@kanga/contract/bench';
import { config } from '../config.js';
import { notFound, Refusal, refuse } from '../http/index.js';
import { RunService } from './run.service.js';
import { ActualRepository, PlateRatesRepository, type PressingKey } from '../run/index.js';
import { Live, OtherServers } from '../live/index.js';
import { ShopRepository } from '../shop/index.js';
import { PressLine } from './press-line.js';
import { RunBook, type Run } from './run-book.js';
import { shopClock, shopNow } from './shop-clock.js';

/** A press that does not answer is asked again after so many turns. */
const REST = 5;
/** Readings of a pressing under way are kept every so many. */
const KEEP_EVERY = 10;

interface Course {
  key: PressingKey;
  samples: Sample[];
}

interface Watched {
  press: Press;
  line: PressLine;
  now: PressNow;
  asking: boolean;
  rest: number;
  /** Whether it was closed when it was last read, and since when; null: not read yet. */
  closed: boolean | null;
  closedAt: string | null;
  /** When it was seen to have moved, until that is written down. */
  movedAt: string | null;
  course: Course | null;
  /** The way that its plate is on, and when it was read last. */
  plate: PlateCourse | null;
  readAt: string | null;
}

/** Reads the controllers of presses once a second, lets closing and opening move the bench, and keeps what plates read. */
@Injectable()
export class PressWatch implements OnApplicationBootstrap, OnModuleDestroy {
  private readonly logger = new Logger('Kanga');
  private readonly watched = new Map<string, Watched>();
  private timer: NodeJS.Timeout | null = null;
  private turns = 0;
  private said = '';
  /** Whether this server is the one that reads the presses: a controller talks to one at a time. */
  private leads = false;
  /** What the one that does told last. */
  private told: PressNow[] = [];
  private readonly hearing;

  constructor(
    private readonly shop: ShopRepository,
    private readonly book: RunBook,
    private readonly events: RunService,
    private readonly actuals: ActualRepository,
    private readonly live: Live,
    private readonly rates: PlateRatesRepository,
    private readonly others: OtherServers,
  ) {
    this.hearing = live.messages.subscribe((message) => {
      if (message.kind === 'presses') this.told = message.presses;
    });
    // Who has just come knows nothing of them; what does not change is not said again.
    this.hearing.add(
      others.says.subscribe(({ kind }) => {
        if (kind === 'hello' && this.leads) this.live.publish({ kind: 'presses', presses: this.now() });
      }),
    );
  }

  onApplicationBootstrap(): void {
    this.timer = setInterval(() => {
      this.turn().catch((error: unknown) => {
        this.logger.warn(`the presses could not be read: ${String(error)}`);
      });
    }, config().readsEvery);
    this.timer.unref();
  }

  onModuleDestroy(): void {
    if (this.timer) clearInterval(this.timer);
    this.hearing.unsubscribe();
    this.letGo();
  }

  /** Whether orders for a press are for this server. */
  get isLeading(): boolean {
    return this.leads;
  }

  /** What every press with a controller told last, here or at the server that reads them. */
  now(): PressNow[] {
    return this.leads ? [...this.watched.values()].map(({ now }) => now) : this.told;
  }

  private letGo(): void {
    for (const { line } of this.watched.values()) line.close();
    this.watched.clear();
    this.said = '';
  }

  private addressOf({ controller }: Press): string | null {
    return controller === STAND_IN ? config().press : controller;
  }

  /** Looks which presses have a controller. */
  private async look(): Promise<void> {
    const presses = await this.shop.presses();
    const wanted = new Map(
      presses.flatMap((press) => {
        const url = this.addressOf(press);
        return url === null ? [] : [[press.id, { press, url }] as const];
      }),
    );
    for (const [id, { line }] of this.watched) {
      if (wanted.get(id)?.url === line.url) continue;
      line.close();
      this.watched.delete(id);
    }
    for (const [id, { press, url }] of wanted) {
      const known = this.watched.get(id);
      if (known) known.press = press;
      else
        this.watched.set(id, {
          press,
          line: new PressLine(url),
          now: { pressId: id, reading: null, trouble: null },
          asking: false,
          rest: 0,
          closed: null,
          closedAt: null,
          movedAt: null,
          course: null,
          plate: null,
          readAt: null,
        });
    }
  }

  /** Takes the system's time over when nothing at a press runs that it would make longer or shorter. */
  private async setClock(): Promise<void> {
    if (Math.abs(shopClock.drift()) < 1000) return;
    const runs = await this.book.all();
    const clocks = runs.some(({ bench }) => bench.state.beds.some(({ startedAt }) => startedAt !== null));
    if (!clocks && shopClock.follow()) this.logger.warn('the clock of this computer was set, and the shop follows it');
  }

  private async turn(): Promise<void> {
    if (this.turns++ % REST === 0) {
      this.leads = await this.others.has('presses');
      if (this.leads) await this.look();
      await this.setClock();
    }
    if (!this.leads) {
      this.letGo();
      return;
    }
    if (this.watched.size === 0 && this.said === '') return;
    await Promise.all([...this.watched.values()].map((one) => this.ask(one)));
    const presses = this.now();
    const words = JSON.stringify(presses);
    // Screens that just came are told at once by themselves: what did not change need not be said.
    if (words !== this.said) this.live.publish({ kind: 'presses', presses });
    this.said = presses.length === 0 ? '' : words;
  }

  private async ask(one: Watched): Promise<void> {
    if (one.asking || one.rest-- > 0) return;
    one.asking = true;
    try {
      const reading = await this.read(one);
      if (reading) {
        await this.follow(one, reading);
        await this.measure(one, reading);
      }
    } catch (error) {
      // It answers, but what it told could not be written down: that is tried again with its next reading.
      this.logger.error(`what ${one.press.name} told could not be kept: ${String(error)}`);
    } finally {
      one.asking = false;
    }
  }

  /** What a press tells of itself; null when it tells nothing that can be believed. */
  private async read(one: Watched): Promise<PlateReading | null> {
    const pressId = one.press.id;
    try {
      const reading = await one.line.read();
      const sound = believable(reading);
      one.now = { pressId, reading: sound ? reading : null, trouble: sound ? null : 'nonsense' };
      return one.now.reading;
    } catch (error) {
      if (one.now.trouble !== 'away') this.logger.warn(`${one.press.name} does not answer: ${String(error)}`);
      one.now = { pressId, reading: null, trouble: 'away' };
      one.rest = REST;
      // Whatever it does meanwhile is told by hand.
      one.closed = null;
      return null;
    }
  }

  /** Keeps how its plate warms and cools when it has come where it was to. */
  private async measure(one: Watched, reading: PlateReading): Promise<void> {
    const at = shopNow();
    const { course, ended } = followPlate(one.plate, one.readAt === null ? 0 : secondsBetween(one.readAt, at), reading);
    one.plate = course;
    one.readAt = at;
    const rates = ended && ratesIn(ended);
    if (rates) await this.rates.keep(one.press.id, rates, at);
  }

  /** What follows at the bench from what a press told. */
  private async follow(one: Watched, reading: PlateReading): Promise<void> {
    const at = shopNow();
    if (one.closed !== reading.closed) one.movedAt ??= at;
    const run = await this.book.at(one.press.id);
    if (run) {
      const jigs = jigsOf(run.plan);
      const guidance = guidanceOf(run.plan, run.bench.state);
      const movedAt = one.movedAt ?? at;
      const moved = one.closed !== null && one.closed !== reading.closed;
      const closedFor = one.closedAt === null ? 0 : secondsBetween(one.closedAt, at);
      const events = moved
        ? reading.closed
          ? whenClosed(run.plan, run.bench.state, jigs, guidance)
          : whenOpened(run.plan, run.bench.state, movedAt, jigs, guidance)
        : reading.closed
          ? whenRead(run.plan, run.bench.state, { celsius: reading.celsius, closedFor }, jigs)
          : [];
      await this.tell(one.press, run, events, moved ? movedAt : at);
    }
    // Only now is it known at the bench: had it failed, the next reading would tell it again, with the moment in which it moved.
    if (one.closed !== reading.closed) one.closedAt = reading.closed ? one.movedAt : null;
    one.closed = reading.closed;
    one.movedAt = null;
    await this.note(one, run, reading, at);
  }

  /** Records it in the name of whoever was at the bench last. */
  private async tell(press: Press, run: Run, events: readonly LeverEvent[], at: string): Promise<void> {
    if (events.length === 0) return;
    const by = run.bench.events.at(-1)?.by ?? null;
    try {
      await this.events.record(
        run.jobId,
        events.map((event) => ({ ...event, id: randomUUID(), at, by })),
      );
    } catch (error) {
      // As when the job was closed or deleted in the same moment: there is nothing to tell any more.
      if (!(error instanceof Refusal)) throw error;
      this.logger.warn(`what ${press.name} told was not taken: ${error.message}`);
    }
  }

  /** Writes the reading down with the pressing whose clock runs. */
  private async note(one: Watched, run: Run | null, { celsius }: PlateReading, at: string): Promise<void> {
    const task = run && todoOf(run.plan, run.bench.state, jigsOf(run.plan)).press;
    const startedAt = task?.clock?.startedAt ?? null;
    const key =
      run && task && startedAt !== null ? { jobId: run.jobId, bed: task.bed, step: task.step, startedAt } : null;
    const same =
      key !== null &&
      one.course !== null &&
      one.course.key.jobId === key.jobId &&
      one.course.key.bed === key.bed &&
      one.course.key.step === key.step &&
      one.course.key.startedAt === key.startedAt;
    if (!same && one.course) {
      // Its job may be gone: then there is nothing to keep it with.
      await this.actuals.keep(one.course.key, one.press.id, one.course.samples);
      one.course = null;
    }
    if (!key) return;
    one.course ??= { key, samples: await this.actuals.begun(key) };
    one.course.samples.push({ at: Math.max(0, secondsBetween(key.startedAt, at)), celsius });
    if (one.course.samples.length % KEEP_EVERY === 1) await this.actuals.keep(key, one.press.id, one.course.samples);
  }

  private async lineOf(id: string): Promise<Watched> {
    await this.look();
    const one = this.watched.get(id);
    if (!one) throw notFound('press with a controller', id);
    return one;
  }

  private async tellPress(id: string, ask: (one: Watched) => Promise<void>): Promise<PressNow> {
    const one = await this.lineOf(id);
    try {
      await ask(one);
    } catch (error) {
      if (error instanceof Refusal) throw error;
      this.logger.warn(`${one.press.name} did not take it: ${String(error)}`);
      throw refuse(
        503,
        'press.away',
        `The controller of ${one.press.name} does not answer`,
        'Go on by hand; look at its cable and whether it is switched on.',
      );
    }
    one.rest = 0;
    await this.ask(one);
    return one.now;
  }

  /** Sets the controller, within the limit of its press. */
  async set(id: string, celsius: number): Promise<PressNow> {
    return this.tellPress(id, async ({ press, line }) => {
      if (celsius > press.heatLimit) {
        const unit = (await this.shop.settings())?.units.temperature ?? 'C';
        const said = (degrees: number) => formatTemperature(degrees, unit);
        throw refuse(
          422,
          'press.heat-limit',
          `${press.name} goes to ${said(press.heatLimit)} at most, got ${said(celsius)}`,
          'Choose a lower temperature, or another press.',
        );
      }
      await line.set(celsius);
    });
  }

  /** Closes or opens the simulated press; a real one has a lever of its own. */
  async lever(id: string, closed: boolean): Promise<PressNow> {
    return this.tellPress(id, async ({ press, line }) => {
      if (press.controller !== STAND_IN)
        throw refuse(409, 'press.real', `${press.name} is a real press`, 'Close it by its own lever.');
      await line.lever(closed);
    });
  }
}
