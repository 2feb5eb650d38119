import 'reflect-metadata';
import { Logger, Module } from '@nestjs/common';
import { NestFactory } from '@nestjs/core';
import { DbModule } from './db/index.js';
import { endInOrder } from './ending.js';
import { ProcessModule } from './process/index.js';
import { PrintModule, RenderQueue } from './print/index.js';

@Module({ imports: [DbModule, ProcessModule, PrintModule] })
class WorkerModule {}

/** Renders prints from the shared queue until it is stopped; answers nobody. */
async function start(): Promise<void> {
  const app = await NestFactory.createApplicationContext(WorkerModule, { logger: ['warn', 'error'] });
  endInOrder(app);
  await app.get(RenderQueue).open(true);
  process.stdout.write('This worker takes renders from the queue.\n');
}

start().catch((error: unknown) => {
  new Logger('Kanga').error(error instanceof Error ? error.stack : error);
  process.exitCode = 1;
  process.exit();
});
