import { randomUUID } from 'node:crypto';
import { Injectable } from '@nestjs/common';
import { makeTemplate, proposeBleed, type Blank } from '@kanga/core/blank';
import type { BlankChange, NewBlank } from '@kanga/contract/blank';
import { notFound, refuse } from '../http/index.js';
import { DocumentMaker, task } from '../process/index.js';
import { BlankRepository } from './blank.repository.js';
import type { templatePdf } from './template-pdf.js';

const TEMPLATE = task<typeof templatePdf>(new URL('./template-pdf.js', import.meta.url), 'templatePdf');

@Injectable()
export class BlankService {
  constructor(
    private readonly blanks: BlankRepository,
    private readonly documents: DocumentMaker,
  ) {}

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

  /** The template of one side as a PDF at true size. */
  async template(id: string, index: number): Promise<{ name: string; data: Buffer }> {
    const blank = await this.blanks.find(id);
    const side = blank?.sides[index];
    if (!blank || !side) throw notFound('blank', `${id}, side ${index + 1}`);
    const template = makeTemplate(side.outline, proposeBleed(blank).value, blank.safe);
    const title = blank.sides.length > 1 ? `${blank.name}, ${side.name}` : blank.name;
    const data = await this.documents.make(TEMPLATE, { side, template, title });
    return { name: `kanga-template-${index + 1}.pdf`, data };
  }
}
