import 'reflect-metadata';
import { resolve } from 'node:path';
import { Module } from '@nestjs/common';
import { NestFactory } from '@nestjs/core';
import { CarryInService, CarryModule, CarryOutService } from './carry/index.js';
import { DbModule } from './db/index.js';
import { ProcessModule } from './process/index.js';
import { Refusal } from './http/index.js';

@Module({ imports: [DbModule, ProcessModule, CarryModule] })
class CarryMain {}

/** node carry-main.js export|import FOLDER: carries the shop out or in, and says how much it was. */
async function start([what, folder = '']: string[]): Promise<void> {
  const app = await NestFactory.createApplicationContext(CarryMain, { logger: ['warn', 'error'] });
  try {
    const told =
      what === 'export'
        ? await app.get(CarryOutService).export(resolve(folder))
        : await app.get(CarryInService).import(resolve(folder));
    process.stdout.write(`${JSON.stringify(told)}\n`);
  } finally {
    await app.close();
  }
}

start(process.argv.slice(2)).catch((error: unknown) => {
  const said =
    error instanceof Refusal
      ? [
          error.problem.title,
          error.problem.remedy,
          ...error.problem.faults.slice(0, 5).map(({ message }) => message),
        ].join('\n')
      : String(error instanceof Error ? error.stack : error);
  process.stderr.write(`${said}\n`);
  process.exit(1);
});
