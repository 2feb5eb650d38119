import { Module } from '@nestjs/common';
import { ScannerController } from './scanner.controller.js';
import { ScannerLine } from './scanner-line.js';

@Module({ controllers: [ScannerController], providers: [ScannerLine], exports: [ScannerLine] })
export class ScannerModule {}
