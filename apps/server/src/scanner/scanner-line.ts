import { Injectable } from '@nestjs/common';
import { ART_LIMITS } from '@kanga/core/art';
import { glassSchema, type Glass } from '@kanga/contract/blank';
import { check } from '@kanga/contract/finding';
import type { LaidCloth } from '@kanga/contract/study';
import { config } from '../config.js';
import { refuse } from '../http/index.js';
import { ask, NotReached, OutboundRefused, type Asked } from '../outbound/index.js';

const away = () =>
  refuse(
    503,
    'scanner.away',
    'The scanner does not answer',
    'Switch it on and look at its cable, or choose a scan that is saved as a file.',
  );

/** A scan is a large picture, and a lamp crosses the glass slowly. */
const SCAN = { mostBytes: ART_LIMITS.bytes, mostMs: 180_000, silence: 120_000 };

/** What is no JSON is nothing. */
function readJson(bytes: Buffer): unknown {
  try {
    return JSON.parse(bytes.toString('utf8')) as unknown;
  } catch {
    return null;
  }
}

/** The line to the scanner on the bench, as far as there is one. */
@Injectable()
export class ScannerLine {
  private async ask(path: string, asked: Partial<Asked> = {}): Promise<Buffer> {
    const { scanner } = config();
    if (!scanner) throw away();
    return ask(`${scanner}${path}`, { schemes: ['http', 'https'], ...asked }).catch((error: unknown) => {
      if (error instanceof NotReached || error instanceof OutboundRefused) throw away();
      throw refuse(
        422,
        'scanner.refused',
        'The scanner did not make that scan',
        'Look at the glass and at the resolution that was chosen, and scan again.',
      );
    });
  }

  async glass(): Promise<Glass> {
    const checked = check(glassSchema, readJson(await this.ask('/glass')));
    if (!checked.ok) throw away();
    return checked.value;
  }

  scan(item: string, ppi: string): Promise<Buffer> {
    return this.ask(`/scan?item=${encodeURIComponent(item)}&ppi=${ppi}`, SCAN);
  }

  /** Tells the simulated scanner which cloth lies on its glass; another one knows nothing of it. */
  async lay(cloth: LaidCloth): Promise<void> {
    const body = JSON.stringify(cloth);
    await this.ask('/cloth', {
      method: 'POST',
      headers: { 'content-type': 'application/json', 'content-length': Buffer.byteLength(body) },
      send: (request) => request.end(body),
    });
  }
}
