import { Global, Module } from '@nestjs/common';
import { DocumentMaker } from './document-maker.js';
import { ForeignReader } from './foreign-reader.js';

@Global()
@Module({ providers: [ForeignReader, DocumentMaker], exports: [ForeignReader, DocumentMaker] })
export class ProcessModule {}
