import 'reflect-metadata';
import { randomBytes } from 'node:crypto';
import { readdir, readFile, rm } from 'node:fs/promises';
import type { Server } from 'node:http';
import { join } from 'node:path';
import { ConsoleLogger, Logger } from '@nestjs/common';
import { NestFactory } from '@nestjs/core';
import type { NestExpressApplication } from '@nestjs/platform-express';
import compression from 'compression';
import cookieParser from 'cookie-parser';
import type { NextFunction, Request, Response } from 'express';
import staticGzip from 'express-static-gzip';
import helmet from 'helmet';
import type { Knex } from 'knex';
import { AppModule } from './app.module.js';
import { BackupService } from './backup/index.js';
import { config } from './config.js';
import { DB, migrate, whenThere } from './db/index.js';
import { endInOrder } from './ending.js';
import { DemoService } from './demo/index.js';
import { Metrics } from './health/index.js';
import { OtherServers } from './live/index.js';
import { NetworkService } from './network/index.js';
import { Identify } from './people/index.js';
import { RenderQueue, Sender } from './print/index.js';
import { nameRequest, ownToken, pageLinks, ProblemFilter, roomFirst, sameOrigin } from './http/index.js';

const CONTENT_POLICY = {
  directives: {
    'default-src': ["'self'"],
    'img-src': ["'self'", 'blob:', 'data:'],
    'style-src': ["'self'", "'unsafe-inline'"],
    'font-src': ["'self'"],
    'frame-ancestors': ["'none'"],
    'upgrade-insecure-requests': null,
  },
};

/** What of a device a page may ask for: the camera reads labels and cloths; everything else is nobody's. */
const DEVICES =
  'camera=(self), screen-wake-lock=(self), fullscreen=(self), microphone=(), geolocation=(), usb=(), serial=(), payment=(), display-capture=()';
/** A quiet connection is kept for so long, ms: longer than whoever asks keeps it, so that none is closed while a request is on its way. */
const KEPT_OPEN = 75_000;

/** Answers shorter than this are sent as they are, bytes. */
const SMALL = 2048;

/** The built web application, as small as whoever asks can read it: files with a hash in their name for ever, the page itself never from a cache. */
async function serveWeb(app: NestExpressApplication, folder: string, home: string): Promise<void> {
  const linksOf = await pageLinks(folder, home);
  const page = (await readFile(join(folder, 'index.html'), 'utf8')).replace(
    '<base href="/" />',
    `<base href="${home}" />`,
  );
  const small = { enableBrotli: true, orderPreference: ['br', 'gz'], index: false };
  const forEver = { immutable: true, maxAge: '365d', fallthrough: false };
  app.use('/assets/', staticGzip(join(folder, 'assets'), { ...small, serveStatic: forEver }));
  const files = staticGzip(folder, small);
  app.use((request: Request, response: Response, next: NextFunction) => {
    // No file is looked for where the API answers; the page itself says where it is served.
    if (request.path.startsWith('/api/') || request.path === '/index.html') next();
    else files(request, response, next);
  });
  app.use((request: Request, response: Response, next: NextFunction) => {
    if (request.method !== 'GET' || request.path.startsWith('/api/')) return next();
    const links = linksOf(request.path);
    if (links) response.setHeader('Link', links);
    response.setHeader('Cache-Control', 'no-cache').type('html').send(page);
  });
}

/** Beneath a path of a proxy that hands the whole of it on, Kanga's own begin after it. */
const beneath =
  (home: string) =>
  (request: Request, _response: Response, next: NextFunction): void => {
    const path = home.slice(0, -1);
    if (home !== '/' && (request.url === path || request.url.startsWith(home)))
      request.url = request.url.slice(path.length) || '/';
    next();
  };

/** What a stopped server left half way is of no use; what cannot be taken away is said, and is no reason not to start. */
async function clearSpool(spool: string): Promise<void> {
  for (const name of await readdir(spool))
    await rm(join(spool, name), { recursive: true, force: true, maxRetries: 2 }).catch((error: unknown) => {
      new Logger('Kanga').warn(`${name} was left in ${spool} and could not be taken away: ${String(error)}`);
    });
}

async function start(): Promise<void> {
  const { port, spool, web, renders, data, logsAreRead, address, trusted } = config();
  await clearSpool(spool);
  const app = await NestFactory.create<NestExpressApplication>(AppModule, {
    logger: logsAreRead ? new ConsoleLogger({ json: true, logLevels: ['log', 'warn', 'error'] }) : ['warn', 'error'],
    bodyParser: false,
  });
  const home = address === null ? '/' : `${address.pathname.replace(/\/+$/, '')}/`;
  app.use(beneath(home));
  app.use(nameRequest);
  app.use(app.get(Metrics).watch);
  // That a browser is to come over TLS only is said by what speaks TLS.
  app.use(
    helmet({ contentSecurityPolicy: CONTENT_POLICY, strictTransportSecurity: false, frameguard: { action: 'deny' } }),
  );
  app.use((_request: Request, response: Response, next: NextFunction) => {
    response.setHeader('Permissions-Policy', DEVICES);
    next();
  });
  // Lines that stay open say that they are not to be changed on the way, and are not.
  app.use(compression({ threshold: SMALL }));
  const front = randomBytes(32).toString('hex');
  const network = app.get(NetworkService);
  const { origins, reach } = network;
  const doors = { token: ownToken(data), ways: { front, address, trusted }, origins, reach };
  app.use(sameOrigin(doors));
  app.use(cookieParser());
  app.use(app.get(Identify).first(doors));
  app.use(roomFirst(data));
  app.useBodyParser('json', { limit: '2mb' });
  app.useGlobalFilters(new ProblemFilter());
  await serveWeb(app, web, home);
  endInOrder(app);
  const db = app.get<Knex>(DB);
  await whenThere(db);
  const others = app.get(OtherServers);
  await others.open();
  await others.alone('start', async () => {
    await migrate(db, app.get(BackupService));
    await app.get(DemoService).loadIfEmpty();
  });
  await app.get(RenderQueue).open(renders);
  await app.get(Sender).resume();
  (app.getHttpServer() as Server).keepAliveTimeout = KEPT_OPEN;
  await app.listen(port, '127.0.0.1');
  await network.begin(front);
  process.stdout.write(`Kanga is ready at http://127.0.0.1:${port}/\n`);
}

start().catch((error: unknown) => {
  new Logger('Kanga').error(error instanceof Error ? error.stack : error);
  process.exitCode = 1;
  // A half-started server holds ports and connections: better gone.
  process.exit();
});
