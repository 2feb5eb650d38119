import { Module } from '@nestjs/common';
import { ArtController } from './art.controller.js';
import { ArtRepository } from './art.repository.js';
import { ArtService } from './art.service.js';
import { BlobRepository } from './blob.repository.js';
import { ArtReader } from './art-reader.js';

@Module({
  controllers: [ArtController],
  providers: [ArtService, ArtRepository, BlobRepository, ArtReader],
  exports: [ArtService],
})
export class ArtModule {}
