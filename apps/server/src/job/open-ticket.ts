import { join } from 'node:path';
import type { Readable } from 'node:stream';
import { ART_LIMITS } from '@kanga/core/art';
import { check } from '@kanga/contract/finding';
import { ticketSchema, upgradeTicket, type Ticket } from '@kanga/contract/job';
import yauzl from 'yauzl';
import { spoolTo, type Spooled } from '../art/index.js';
import { Refusal, refuse } from '../http/index.js';

const JSON_LIMIT = 16 * 1024 * 1024;

export const notATicket = (why: string) =>
  refuse(
    422,
    'ticket.broken',
    `This is not a job ticket: ${why}`,
    'Choose a zip that Kanga exported, whole and unchanged.',
  );

/** The pictures of a ticket on disk, by their content. */
export type ArtFiles = Map<string, Spooled>;

async function readAll(stream: Readable, limit: number): Promise<Buffer> {
  const chunks: Buffer[] = [];
  let size = 0;
  for await (const chunk of stream as AsyncIterable<Buffer>) {
    size += chunk.length;
    if (size > limit) throw notATicket('its ticket.json is too large');
    chunks.push(chunk);
  }
  return Buffer.concat(chunks);
}

/** Takes a ticket apart in a folder: its text as the newest format has it, and its pictures, each with the content that the text names. Refuses anything else. */
export async function openTicket({
  zipPath,
  folder,
}: {
  zipPath: string;
  folder: string;
}): Promise<{ ticket: Ticket; spooled: ArtFiles }> {
  const zip = await yauzl.openPromise(zipPath, { autoClose: false }).catch((error: unknown) => {
    throw notATicket(error instanceof Error ? error.message : String(error));
  });
  try {
    const entries = new Map<string, yauzl.Entry>();
    for await (const entry of zip.eachEntry()) entries.set(entry.fileName, entry);
    const head = entries.get('ticket.json');
    if (!head) throw notATicket('it holds no ticket.json');
    const written: unknown = JSON.parse(
      (await readAll(await zip.openReadStreamPromise(head), JSON_LIMIT)).toString('utf8'),
    );
    const checked = check(ticketSchema, upgradeTicket(written));
    if (!checked.ok) throw new Refusal(422, { ...checked.problem, code: 'ticket.invalid' });
    const spooled: ArtFiles = new Map();
    for (const { sha256 } of checked.value.file.arts) {
      if (spooled.has(sha256)) continue;
      const entry = entries.get(`art/${sha256}`);
      if (!entry) throw notATicket('its picture is missing');
      const file = await spoolTo(join(folder, sha256), await zip.openReadStreamPromise(entry), ART_LIMITS.bytes);
      if (file.sha256 !== sha256) throw notATicket('its picture is not the one the ticket names');
      spooled.set(sha256, file);
    }
    return { ticket: checked.value, spooled };
  } catch (error) {
    if (error instanceof Refusal) throw error;
    throw notATicket(error instanceof Error ? error.message : String(error));
  } finally {
    zip.close();
  }
}
