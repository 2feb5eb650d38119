import { createReadStream } from 'node:fs';
import { open, stat } from 'node:fs/promises';
import { PDFName, PDFNumber, PDFRawStream, type PDFDocument, type PDFRef } from '@cantoo/pdf-lib';

/** Streams of a PDF whose bytes wait in files, so that they need not be in memory together. */
export type Payloads = Map<PDFRef, string>;

const latin1 = (text: string) => Buffer.from(text, 'latin1');

/** Registers a stream whose bytes are in a file. */
export function registerPayload(pdf: PDFDocument, payloads: Payloads, stream: PDFRawStream, path: string): PDFRef {
  const ref = pdf.context.register(stream);
  payloads.set(ref, path);
  return ref;
}

/**
 * Writes a document object by object (ISO 32000-1 §7.5: header, body, cross-reference table, trailer), streams with a payload straight from
 * their files. What is in memory is one object at a time beside what the document itself holds.
 */
export async function writeDocument(pdf: PDFDocument, payloads: Payloads, target: string): Promise<void> {
  await pdf.flush();
  const file = await open(target, 'w');
  try {
    let at = 0;
    const write = async (bytes: Uint8Array) => {
      let done = 0;
      while (done < bytes.length) done += (await file.write(bytes, done, bytes.length - done, at + done)).bytesWritten;
      at += bytes.length;
    };
    await write(latin1('%PDF-1.7\n%\u00e2\u00e3\u00cf\u00d3\n'));
    const offsets = new Map<number, number>();
    for (const [ref, object] of pdf.context.enumerateIndirectObjects()) {
      offsets.set(ref.objectNumber, at);
      await write(latin1(`${ref.objectNumber} ${ref.generationNumber} obj\n`));
      const payload = payloads.get(ref);
      if (payload && object instanceof PDFRawStream) {
        object.dict.set(PDFName.of('Length'), PDFNumber.of((await stat(payload)).size));
        const dict = new Uint8Array(object.dict.sizeInBytes());
        object.dict.copyBytesInto(dict, 0);
        await write(dict);
        await write(latin1('\nstream\n'));
        for await (const chunk of createReadStream(payload, { highWaterMark: 1 << 20 }) as AsyncIterable<Buffer>)
          await write(chunk);
        await write(latin1('\nendstream'));
      } else {
        const bytes = new Uint8Array(object.sizeInBytes());
        object.copyBytesInto(bytes, 0);
        await write(bytes);
      }
      await write(latin1('\nendobj\n'));
    }
    const start = at;
    const size = pdf.context.largestObjectNumber + 1;
    const lines = Array.from({ length: size }, (_, n) => {
      const offset = offsets.get(n);
      return offset === undefined ? '0000000000 65535 f \n' : `${String(offset).padStart(10, '0')} 00000 n \n`;
    });
    const { Root, Info } = pdf.context.trailerInfo;
    await write(latin1(`xref\n0 ${size}\n${lines.join('')}`));
    await write(
      latin1(
        `trailer\n<< /Size ${size} /Root ${String(Root)}${Info ? ` /Info ${String(Info)}` : ''} >>\nstartxref\n${start}\n%%EOF\n`,
      ),
    );
  } finally {
    await file.close();
  }
}
