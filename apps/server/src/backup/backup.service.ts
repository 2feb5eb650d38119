import { execFile } from 'node:child_process';
import { fileURLToPath } from 'node:url';
import { promisify } from 'node:util';
import { Injectable, Logger } from '@nestjs/common';
import type { Backups } from '@kanga/core/backup';
import { backupsSchema } from '@kanga/contract/backup';
import { check } from '@kanga/contract/finding';
import { config } from '../config.js';
import { refuse, saysDiskFull } from '../http/index.js';

const run = promisify(execFile);
/** The command that makes them: the same for a person, for every night, and for the server. */
const COMMAND = fileURLToPath(new URL('../../../../scripts/kanga.mjs', import.meta.url));
/** A shop of many years may take a while, ms. */
const PATIENCE = 60 * 60_000;

@Injectable()
export class BackupService {
  private readonly logger = new Logger('backups');
  private making: Promise<void> | null = null;

  private async command(...words: string[]): Promise<string> {
    const { databaseUrl, data } = config();
    const env = { ...process.env, KANGA_DATABASE_URL: databaseUrl, KANGA_DATA: data };
    const { stdout } = await run(process.execPath, [COMMAND, 'backup', ...words], {
      env,
      timeout: PATIENCE,
      maxBuffer: 1e7,
    });
    return stdout;
  }

  /** What backups there are, as the command lists them. */
  async all(): Promise<Backups> {
    const told: unknown = JSON.parse(await this.command('--list', '--json'));
    const checked = check(backupsSchema, told);
    if (!checked.ok) throw new Error(`the list of backups is not as it should be: ${checked.problem.title}`);
    return checked.value;
  }

  /** Makes one. Two at the same time would copy the same: the second waits for the first. Refuses when it could not be made. */
  async make(why: 'by-hand' | 'before-demo' | 'before-migration'): Promise<void> {
    this.making ??= this.makeOne(why).finally(() => (this.making = null));
    await this.making;
  }

  private async makeOne(why: string): Promise<void> {
    try {
      await this.command('--why', why);
    } catch (error) {
      const { stderr = '' } = error as { stderr?: string };
      this.logger.error(stderr || error);
      const full = saysDiskFull(error) || /ENOSPC|No space left/i.test(stderr);
      throw refuse(
        full ? 507 : 500,
        'backup.failed',
        full ? 'The disk of the backups is full' : 'The backup could not be made',
        full
          ? 'Make room there, or choose another folder: ./kanga backup --to FOLDER. Nothing else was changed.'
          : 'Nothing else was changed. The server’s own output says why; look whether the folder of backups can be reached.',
      );
    }
  }
}
