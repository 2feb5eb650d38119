import { open } from 'node:fs/promises';
import type { ArtType } from '@kanga/core/art';

export type Sniffed = { mediaType: ArtType } | { looksLike: string };

const starts = (head: Buffer, bytes: number[]) => bytes.every((byte, i) => head[i] === byte);

/** Kinds that Kanga takes, by their first bytes. */
const TAKEN: [ArtType, (head: Buffer) => boolean][] = [
  ['image/png', (h) => starts(h, [0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a])],
  ['image/jpeg', (h) => starts(h, [0xff, 0xd8, 0xff])],
  ['image/webp', (h) => h.toString('latin1', 0, 4) === 'RIFF' && h.toString('latin1', 8, 12) === 'WEBP'],
  ['image/tiff', (h) => starts(h, [0x49, 0x49, 0x2a, 0]) || starts(h, [0x4d, 0x4d, 0, 0x2a])],
  ['application/pdf', (h) => h.toString('latin1', 0, 1024).includes('%PDF-')],
  [
    'image/svg+xml',
    (h) =>
      /^\ufeff?\s*<(\?xml|!--|!doctype svg|svg)/i.test(h.toString('utf8')) && /<svg[\s/>]/i.test(h.toString('utf8')),
  ],
];

/** Kinds that people send by mistake; named so that the message can say what arrived. */
const OTHERS: [string, (head: Buffer) => boolean][] = [
  ['a GIF', (h) => h.toString('latin1', 0, 4) === 'GIF8'],
  ['a zip archive', (h) => starts(h, [0x50, 0x4b, 3, 4])],
  ['a HEIC photograph', (h) => h.toString('latin1', 4, 8) === 'ftyp'],
  ['a web page', (h) => /^\s*<(!doctype html|html)/i.test(h.toString('utf8'))],
  ['XML, but not an SVG', (h) => /^\ufeff?\s*<\?xml/.test(h.toString('utf8'))],
];

/** Tells what a file is from its bytes, whatever its name says. */
export async function sniff(path: string): Promise<Sniffed> {
  const file = await open(path);
  try {
    const buffer = Buffer.alloc(4096);
    const { bytesRead } = await file.read(buffer, 0, buffer.length, 0);
    const head = buffer.subarray(0, bytesRead);
    const mediaType = TAKEN.find(([, test]) => test(head))?.[0];
    return mediaType ? { mediaType } : { looksLike: OTHERS.find(([, test]) => test(head))?.[0] ?? 'not a picture' };
  } finally {
    await file.close();
  }
}
