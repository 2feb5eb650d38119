import { Module } from '@nestjs/common';
import { TextController } from './text.controller.js';

@Module({ controllers: [TextController] })
export class TextModule {}
