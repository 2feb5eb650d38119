import { Module } from '@nestjs/common';
import { ThermometerController } from './thermometer.controller.js';

@Module({ controllers: [ThermometerController] })
export class ThermometerModule {}
