import { randomUUID } from 'node:crypto';
import { Injectable } from '@nestjs/common';
import type { Blank } from '@kanga/core/blank';
import type { BlankChange, NewBlank } from '@kanga/contract/blank';
import { notFound, refuse } from '../http/index.js';
import { BlankRepository } from './blank.repository.js';

@Injectable()
export class BlankService {
  constructor(private readonly blanks: BlankRepository) {}

  all(): Promise<Blank[]> {
    return this.blanks.all();
  }

  /** Puts blanks on the shelf, all or none. */
  async add(sent: readonly NewBlank[]): Promise<Blank[]> {
    const blanks = sent.map((one): Blank => ({ ...one, id: randomUUID(), version: 1, builtIn: false }));
    await this.blanks.add(blanks);
    return blanks;
  }

  change(id: string, change: BlankChange): Promise<Blank> {
    return this.blanks.transaction(async (trx) => {
      const before = await this.blanks.find(id, trx, true);
      if (!before) throw notFound('blank', id);
      if (before.version !== change.version) {
        throw refuse(
          409,
          'blank.changed',
          `Somebody else saved “${before.name}” meanwhile`,
          'Look at how it stands now, and make your change again if it is still wanted.',
        );
      }
      const blank: Blank = { ...change, id, builtIn: before.builtIn, version: before.version + 1 };
      await this.blanks.save(blank, trx);
      return blank;
    });
  }
}
