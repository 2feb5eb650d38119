import { Module } from '@nestjs/common';
import { RecipeModule } from '../recipe/index.js';
import { StockModule } from '../stock/index.js';
import { ActualRepository } from './actual.repository.js';
import { EventRepository } from './event.repository.js';
import { PlateRatesRepository } from './plate-rates.repository.js';
import { PressingRepository } from './pressing.repository.js';
import { ResultRepository } from './result.repository.js';
import { RunStore } from './run-store.js';

const KEPT = [ActualRepository, EventRepository, PlateRatesRepository, PressingRepository, ResultRepository, RunStore];

/** What is kept of runs: what happened, what was measured, what was pressed, and what came of it. */
@Module({ imports: [RecipeModule, StockModule], providers: KEPT, exports: KEPT })
export class RunModule {}
