import { Controller, Res } from '@nestjs/common';
import { settingsRows } from '@kanga/core/stack';
import { unitPrinter } from '@kanga/core/units';
import type { Response } from 'express';
import { BlankRepository } from '../blank/index.js';
import { Route } from '../http/index.js';
import { ResultRepository } from '../run/index.js';
import { ShopService } from '../shop/index.js';
import { settingsSheetPdf } from './settings-sheet.js';

/** The sheet of settings for the wall. */
@Controller()
export class SettingsSheetController {
  constructor(
    private readonly shop: ShopService,
    private readonly blanks: BlankRepository,
    private readonly results: ResultRepository,
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
    const data = await settingsSheetPdf(rows, { shop: shopName, day: print.day(new Date().toISOString()), print });
    response.type('application/pdf').attachment('kanga-settings.pdf').send(Buffer.from(data));
  }
}
