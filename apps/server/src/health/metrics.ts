import { Inject, Injectable, Logger } from '@nestjs/common';
import type { NextFunction, Request, Response } from 'express';
import type { Knex } from 'knex';
import { collectDefaultMetrics, Gauge, Histogram, Registry } from 'prom-client';
import { config } from '../config.js';
import { DB } from '../db/index.js';
import { requestId } from '../http/index.js';
import { Live, OtherServers } from '../live/index.js';

/** The pool of knex, as far as it is counted here. */
interface Pool {
  numUsed: () => number;
  numFree: () => number;
  numPendingAcquires: () => number;
}

/** What was asked for, as few words as there are doors: an address with its numbers in it would be another one each time. */
function doorOf({ route, path }: Request): string {
  const known = (route as { path?: unknown } | undefined)?.path;
  if (typeof known === 'string') return known;
  if (path.startsWith('/api/')) return 'none';
  return path.startsWith('/assets/') ? 'assets' : 'page';
}

/** What the server counts of itself, for Prometheus; and, where its words are to be read by programs, a line for each request. */
@Injectable()
export class Metrics {
  private readonly logger = new Logger('request');
  private readonly registry = new Registry();
  private readonly seconds: Histogram;

  constructor(@Inject(DB) db: Knex, live: Live, others: OtherServers) {
    const registers = [this.registry];
    collectDefaultMetrics({ register: this.registry });
    this.seconds = new Histogram({
      name: 'kanga_request_seconds',
      help: 'How long requests took, by door and status',
      labelNames: ['method', 'door', 'status'],
      buckets: [0.005, 0.01, 0.025, 0.05, 0.1, 0.25, 0.5, 1, 2.5, 5, 10, 30],
      registers,
    });
    new Gauge({
      name: 'kanga_live_lines',
      help: 'Screens that listen to what happens',
      registers,
      collect() {
        this.set(live.lines);
      },
    });
    new Gauge({
      name: 'kanga_reads_presses',
      help: 'Whether this server is the one that reads the presses',
      registers,
      collect() {
        this.set(others.holds('presses') ? 1 : 0);
      },
    });
    const { pool } = db.client as { pool: Pool };
    new Gauge({
      name: 'kanga_database_connections',
      help: 'Connections to the database: at work, free, and requests that wait for one',
      labelNames: ['state'],
      registers,
      collect() {
        this.set({ state: 'at work' }, pool.numUsed());
        this.set({ state: 'free' }, pool.numFree());
        this.set({ state: 'waited for' }, pool.numPendingAcquires());
      },
    });
  }

  get type(): string {
    return this.registry.contentType;
  }

  text(): Promise<string> {
    return this.registry.metrics();
  }

  /** Counts a request when it is answered. Neither what was sent nor what was asked for by words is kept. */
  readonly watch = (request: Request, response: Response, next: NextFunction): void => {
    const began = performance.now();
    response.once('close', () => {
      const seconds = (performance.now() - began) / 1000;
      const [method, door, status] = [request.method, doorOf(request), response.statusCode];
      this.seconds.observe({ method, door, status }, seconds);
      if (config().logsAreRead && door !== 'assets')
        this.logger.log({ method, door, status, ms: Math.round(seconds * 1000), request: requestId(response) });
    });
    next();
  };
}
