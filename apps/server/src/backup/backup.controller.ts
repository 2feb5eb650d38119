import { Controller, Get, Post } from '@nestjs/common';
import type { Backups } from '@kanga/core/backup';
import { BackupService } from './backup.service.js';

@Controller('api/backups')
export class BackupController {
  constructor(private readonly backups: BackupService) {}

  @Get()
  all(): Promise<Backups> {
    return this.backups.all();
  }

  @Post()
  async make(): Promise<Backups> {
    await this.backups.make('by-hand');
    return this.backups.all();
  }
}
