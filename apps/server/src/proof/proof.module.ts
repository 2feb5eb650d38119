import { Module } from '@nestjs/common';
import { ArtModule } from '../art/index.js';
import { JobModule } from '../job/index.js';
import { ShopModule } from '../shop/index.js';
import { ProfileController } from './profile.controller.js';
import { ProfileService } from './profile.service.js';
import { ProofController } from './proof.controller.js';
import { ProofService } from './proof.service.js';

@Module({
  imports: [JobModule, ArtModule, ShopModule],
  controllers: [ProfileController, ProofController],
  providers: [ProofService, ProfileService],
  exports: [ProofService],
})
export class ProofModule {}
