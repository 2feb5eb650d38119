import { Global, Module } from '@nestjs/common';
import { DocumentMaker } from './document-maker.js';
import { ForeignReader } from './foreign-reader.js';
import { Turns } from './turns.js';

@Global()
@Module({ providers: [ForeignReader, DocumentMaker, Turns], exports: [ForeignReader, DocumentMaker, Turns] })
export class ProcessModule {}
