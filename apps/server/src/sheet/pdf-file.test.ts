import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { PDFDocument } from '@cantoo/pdf-lib';
import { registerPayload, writeDocument, type Payloads } from './pdf-file.js';

const folder = mkdtempSync(join(tmpdir(), 'kanga-pdf-file-'));
afterAll(() => {
  rmSync(folder, { recursive: true, force: true });
});

/** A page with a grey picture of 2 × 2 pixels whose bytes are in a file. */
async function document(): Promise<{ pdf: PDFDocument; payloads: Payloads }> {
  const pdf = await PDFDocument.create();
  const page = pdf.addPage([100, 100]);
  const path = join(folder, 'pixels');
  writeFileSync(path, Buffer.from([0, 255, 255, 0]));
  const payloads: Payloads = new Map();
  const stream = pdf.context.stream('', {
    Type: 'XObject',
    Subtype: 'Image',
    Width: 2,
    Height: 2,
    BitsPerComponent: 8,
    ColorSpace: 'DeviceGray',
  });
  page.node.newXObject('Art', registerPayload(pdf, payloads, stream, path));
  return { pdf, payloads };
}

describe('writeDocument', () => {
  // ISO 32000-1 §7.5, judged by qpdf.
  it('writes a document without a fault, its pictures streamed in from their files', async () => {
    const { pdf, payloads } = await document();
    const target = join(folder, 'made.pdf');
    await writeDocument(pdf, payloads, target);
    expect(execFileSync('qpdf', ['--check', target], { encoding: 'utf8' })).toMatch(
      /No syntax or stream encoding errors/,
    );
    const bytes = readFileSync(target).toString('latin1');
    expect(bytes).toMatch(/\/Length 4\b/);
    expect(bytes).toContain('\x00\xff\xff\x00');
    expect(bytes.startsWith('%PDF-1.7')).toBe(true);
  });
  it('fails as a full disk does, rather than leave half a document for whole', async () => {
    const { pdf, payloads } = await document();
    await expect(writeDocument(pdf, payloads, '/dev/full')).rejects.toThrow(/ENOSPC/);
  });
});
