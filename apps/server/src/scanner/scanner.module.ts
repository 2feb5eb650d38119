import { Module } from '@nestjs/common';
import { ScannerController } from './scanner.controller.js';

@Module({ controllers: [ScannerController] })
export class ScannerModule {}
