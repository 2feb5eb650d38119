import { Module } from '@nestjs/common';
import { ArtModule } from '../art/index.js';
import { JobModule } from '../job/index.js';
import { SheetController } from './sheet.controller.js';
import { SheetService } from './sheet.service.js';

@Module({
  imports: [JobModule, ArtModule],
  controllers: [SheetController],
  providers: [SheetService],
  exports: [SheetService],
})
export class SheetModule {}
