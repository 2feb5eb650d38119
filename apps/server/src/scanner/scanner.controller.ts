import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { Controller, Get, Query, Res } from '@nestjs/common';
import { scanQuerySchema, type Glass } from '@kanga/contract/blank';
import type { Response } from 'express';
import { config } from '../config.js';
import { refuse, Valid } from '../http/index.js';

const away = () =>
  refuse(
    503,
    'scanner.away',
    'The scanner does not answer',
    'Switch it on and look at its cable, or choose a scan that is saved as a file.',
  );

/** The scanner on the bench, as far as there is one. */
@Controller('api/scanner')
export class ScannerController {
  private async ask(path: string): Promise<globalThis.Response> {
    const { scanner } = config();
    if (!scanner) throw away();
    const answer = await fetch(`${scanner}${path}`, { signal: AbortSignal.timeout(60_000) }).catch(() => {
      throw away();
    });
    if (answer.ok) return answer;
    const { problem } = (await answer.json()) as { problem: string };
    throw refuse(422, 'scanner.refused', problem, 'Choose another setting and scan again.');
  }

  @Get()
  async glass(): Promise<Glass> {
    return (await (await this.ask('/glass')).json()) as Glass;
  }

  @Get('scan')
  async scan(
    @Query(new Valid(scanQuerySchema)) query: { item: string; ppi: string },
    @Res() response: Response,
  ): Promise<void> {
    const answer = await this.ask(`/scan?item=${encodeURIComponent(query.item)}&ppi=${query.ppi}`);
    response.type('image/png');
    await pipeline(Readable.fromWeb(answer.body as Parameters<typeof Readable.fromWeb>[0]), response);
  }
}
