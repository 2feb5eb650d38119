import { Controller } from '@nestjs/common';
import type { Backups } from '@kanga/core/backup';
import { Route } from '../http/index.js';
import { BackupService } from './backup.service.js';

@Controller()
export class BackupController {
  constructor(private readonly backups: BackupService) {}

  @Route('backups')
  all(): Promise<Backups> {
    return this.backups.all();
  }

  @Route('addBackup')
  async make(): Promise<Backups> {
    await this.backups.make('by-hand');
    return this.backups.all();
  }
}
