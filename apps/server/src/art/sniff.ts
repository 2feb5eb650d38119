import { open } from 'node:fs/promises';

export type Sniffed = { mediaType: 'image/png' | 'image/jpeg' } | { looksLike: string };

const starts = (head: Buffer, bytes: number[]) => bytes.every((byte, i) => head[i] === byte);

/** Kinds that people send by mistake, by their first bytes; named so that the message can say what arrived. */
const OTHERS: [string, (head: Buffer) => boolean][] = [
  ['a GIF', (h) => h.toString('latin1', 0, 4) === 'GIF8'],
  ['a PDF', (h) => h.toString('latin1', 0, 5) === '%PDF-'],
  ['a WebP picture', (h) => h.toString('latin1', 8, 12) === 'WEBP'],
  ['a TIFF picture', (h) => starts(h, [0x49, 0x49, 0x2a, 0]) || starts(h, [0x4d, 0x4d, 0, 0x2a])],
  ['a zip archive', (h) => starts(h, [0x50, 0x4b, 3, 4])],
  ['a HEIC photograph', (h) => h.toString('latin1', 4, 8) === 'ftyp'],
  ['an SVG or web page', (h) => /^\s*<(\?xml|svg|!doctype|html)/i.test(h.toString('utf8'))],
];

/** Tells what a file is from its bytes, whatever its name says. */
export async function sniff(path: string): Promise<Sniffed> {
  const file = await open(path);
  try {
    const head = Buffer.alloc(64);
    await file.read(head, 0, head.length, 0);
    if (starts(head, [0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a])) return { mediaType: 'image/png' };
    if (starts(head, [0xff, 0xd8, 0xff])) return { mediaType: 'image/jpeg' };
    return { looksLike: OTHERS.find(([, test]) => test(head))?.[0] ?? 'not a picture' };
  } finally {
    await file.close();
  }
}
