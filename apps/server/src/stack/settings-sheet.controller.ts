import { Controller, Res } from '@nestjs/common';
import { settingsRows } from '@kanga/core/stack';
import { unitPrinter } from '@kanga/core/units';
import type { Response } from 'express';
import { BlankRepository } from '../blank/index.js';
import { Route } from '../http/index.js';
import { DocumentMaker, task } from '../process/index.js';
import { ResultRepository } from '../run/index.js';
import { ShopService } from '../shop/index.js';
import type { settingsSheetPdf } from './settings-sheet.js';

const SHEET = task<typeof settingsSheetPdf>(new URL('./settings-sheet.js', import.meta.url), 'settingsSheetPdf');

/** The sheet of settings for the wall. */
@Controller()
export class SettingsSheetController {
  constructor(
    private readonly shop: ShopService,
    private readonly blanks: BlankRepository,
    private readonly results: ResultRepository,
    private readonly documents: DocumentMaker,
  ) {}

  @Route('settingsSheet')
  async sheet(@Res() response: Response): Promise<void> {
    const [{ settings, presses }, blanks, proven] = await Promise.all([
      this.shop.read(),
      this.blanks.all(),
      this.results.proven(),
    ]);
    const { house, energy, units, shopName } = settings;
    const print = unitPrinter(units, settings);
    const rows = settingsRows(blanks, presses, { house, proven, energy: energy * 1000 });
    const day = print.day(new Date().toISOString());
    const data = await this.documents.make(SHEET, { rows, shop: shopName, day, units });
    response.type('application/pdf').attachment('kanga-settings.pdf').send(data);
  }
}
