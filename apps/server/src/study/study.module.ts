import { Module } from '@nestjs/common';
import { ArtModule } from '../art/index.js';
import { BlankModule } from '../blank/index.js';
import { JobModule } from '../job/index.js';
import { RecipeModule } from '../recipe/index.js';
import { RunModule } from '../run/index.js';
import { ScannerModule } from '../scanner/index.js';
import { ShopModule } from '../shop/index.js';
import { GlassService } from './glass.service.js';
import { StudyController } from './study.controller.js';
import { StudyRepository } from './study.repository.js';
import { StudyService } from './study.service.js';

@Module({
  imports: [ArtModule, BlankModule, JobModule, RecipeModule, RunModule, ScannerModule, ShopModule],
  controllers: [StudyController],
  providers: [StudyService, StudyRepository, GlassService],
  exports: [StudyService, StudyRepository],
})
export class StudyModule {}
