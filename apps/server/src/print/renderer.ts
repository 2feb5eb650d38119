import { dirname } from 'node:path';
import { Injectable } from '@nestjs/common';
import { inkUse } from '@kanga/core/sheet';
import type { Knex } from 'knex';
import { ArtService } from '../art/index.js';
import { SheetService } from '../sheet/index.js';
import { failureWords } from './failure.js';
import { inkCover } from './ink-cover.js';
import { PrintRepository } from './print.repository.js';

/** Draws the PDF of a print, counts its ink, and keeps both. */
@Injectable()
export class Renderer {
  constructor(
    private readonly prints: PrintRepository,
    private readonly sheets: SheetService,
    private readonly art: ArtService,
  ) {}

  /** A failure of the render itself is written into the record; only a database that is away is thrown. */
  async render(id: string): Promise<void> {
    const frozen = await this.prints.sheets(id);
    // One that was cancelled while it waited is not drawn.
    if (!frozen || !(await this.isWanted(id))) return;
    try {
      await this.sheets.draw(frozen, async (pdf) => {
        const { cover, area } = await inkCover(pdf, dirname(pdf));
        const file = await this.art.measure(pdf);
        await this.prints.transaction(async (trx) => {
          if (!(await this.isWanted(id, trx))) return;
          const blob = await this.art.keepBlob(file, trx);
          if (await this.prints.finish(id, blob, inkUse(frozen.printer.inks, cover, area), trx))
            await this.prints.event(id, 'rendered', {}, trx);
        });
      });
    } catch (error) {
      await this.prints.rest(id);
      if (await this.isWanted(id)) await this.prints.event(id, 'render failed', { note: failureWords(error) });
    }
  }

  /** Whether it is still to be drawn; in a transaction it stays so until its end. */
  private async isWanted(id: string, trx?: Knex.Transaction): Promise<boolean> {
    const print = await this.prints.find(id, trx, trx !== undefined);
    return print?.record.state === 'rendering';
  }
}
