import { Controller, Query, Res } from '@nestjs/common';
import { ART_LIMITS } from '@kanga/core/art';
import { glassSchema, scanQuerySchema, type Glass } from '@kanga/contract/blank';
import { check } from '@kanga/contract/finding';
import type { Response } from 'express';
import { config } from '../config.js';
import { refuse, Route, Valid } from '../http/index.js';
import { ask, NotReached, OutboundRefused } from '../outbound/index.js';

const away = () =>
  refuse(
    503,
    'scanner.away',
    'The scanner does not answer',
    'Switch it on and look at its cable, or choose a scan that is saved as a file.',
  );

/** A scan is a large picture, and a lamp crosses the glass slowly. */
const SCAN = { mostBytes: ART_LIMITS.bytes, mostMs: 180_000, silence: 120_000 };

/** The scanner on the bench, as far as there is one. */
@Controller()
export class ScannerController {
  private async ask(path: string, limits: Partial<typeof SCAN> = {}): Promise<Buffer> {
    const { scanner } = config();
    if (!scanner) throw away();
    return ask(`${scanner}${path}`, { schemes: ['http', 'https'], ...limits }).catch((error: unknown) => {
      if (error instanceof NotReached || error instanceof OutboundRefused) throw away();
      throw refuse(
        422,
        'scanner.refused',
        'The scanner did not make that scan',
        'Look at the glass and at the resolution that was chosen, and scan again.',
      );
    });
  }

  @Route('glass')
  async glass(): Promise<Glass> {
    const told = await this.ask('/glass');
    const checked = check(glassSchema, readJson(told));
    if (!checked.ok) throw away();
    return checked.value;
  }

  @Route('scan')
  async scan(
    @Query(new Valid(scanQuerySchema)) query: { item: string; ppi: string },
    @Res() response: Response,
  ): Promise<void> {
    const path = `/scan?item=${encodeURIComponent(query.item)}&ppi=${query.ppi}`;
    response.type('image/png').send(await this.ask(path, SCAN));
  }
}

/** What is no JSON is nothing. */
function readJson(bytes: Buffer): unknown {
  try {
    return JSON.parse(bytes.toString('utf8')) as unknown;
  } catch {
    return null;
  }
}
