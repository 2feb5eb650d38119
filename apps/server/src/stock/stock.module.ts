import { Module } from '@nestjs/common';
import { StockLedger } from './stock.ledger.js';

@Module({ providers: [StockLedger], exports: [StockLedger] })
export class StockModule {}
