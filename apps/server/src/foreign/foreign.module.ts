import { Global, Module } from '@nestjs/common';
import { ForeignReader } from './foreign-reader.js';

@Global()
@Module({ providers: [ForeignReader], exports: [ForeignReader] })
export class ForeignModule {}
