import { execFileSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { readFileSync, writeFileSync } from 'node:fs';
import { connect } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { crc32 } from 'node:zlib';
import { PDFDocument, rgb } from '@cantoo/pdf-lib';
import type { Art } from '@kanga/core/art';
import sharp from 'sharp';
import { useServer } from './test-server.js';

const server = useServer();

const solid = (width: number, height: number, colour: { r: number; g: number; b: number; alpha?: number }) =>
  sharp({ create: { width, height, channels: colour.alpha === undefined ? 3 : 4, background: colour } });
const noise = (side: number) =>
  sharp({
    create: {
      width: side,
      height: side,
      channels: 3,
      background: '#888',
      noise: { type: 'gaussian', mean: 128, sigma: 40 },
    },
  });

function pngChunk(kind: string, data: Buffer): Buffer {
  const body = Buffer.concat([Buffer.from(kind, 'latin1'), data]);
  const [length, check] = [Buffer.alloc(4), Buffer.alloc(4)];
  length.writeUInt32BE(data.length);
  check.writeUInt32BE(crc32(body));
  return Buffer.concat([length, body, check]);
}
/** A few bytes that claim to be a picture of `side` × `side` pixels. */
function claims(side: number): Buffer {
  const head = Buffer.alloc(13);
  head.writeUInt32BE(side, 0);
  head.writeUInt32BE(side, 4);
  head.set([8, 2, 0, 0, 0], 8);
  return Buffer.concat([
    Buffer.from('89504e470d0a1a0a', 'hex'),
    pngChunk('IHDR', head),
    pngChunk('IDAT', Buffer.from('789c030000000001', 'hex')),
    pngChunk('IEND', Buffer.alloc(0)),
  ]);
}
const problem = async (name: string, data: Buffer) => {
  const { status, body } = await server.send(`art?name=${encodeURIComponent(name)}`, data);
  return { status, ...body };
};
const blobs = async () => Number((await server.db('blob').count<{ count: string }[]>('* as count'))[0]?.count);

describe('a picture that arrives', () => {
  it('is kept once by its content, in pieces, and comes back byte for byte', async () => {
    const data = await noise(1500).png({ compressionLevel: 0 }).toBuffer();
    expect(data.length).toBeGreaterThan(6_000_000);
    const before = await blobs();
    const art = await server.upload('noise.png', data);
    const again = await server.upload('the same.png', data);
    expect(again.id).toBe(art.id);
    expect(await blobs()).toBe(before + 1);
    expect(art.sha256).toBe(createHash('sha256').update(data).digest('hex'));
    const chunks = await server
      .db('blob_chunk')
      .join('blob', 'blob.id', 'blob_id')
      .where({ sha256: art.sha256 })
      .max<{ max: number }[]>('seq as max');
    expect(chunks[0]?.max).toBeGreaterThan(4);
    expect((await server.bytes(`art/${art.id}/original`)).equals(data)).toBe(true);
  });
  it('is found by its content, so that it need not be sent again', async () => {
    const data = await noise(90).png().toBuffer();
    const sha256 = createHash('sha256').update(data).digest('hex');
    expect((await server.ask<Art[]>('GET', `art?sha256=${sha256}`)).body).toEqual([]);
    const art = await server.upload('found.png', data);
    expect((await server.ask<Art[]>('GET', `art?sha256=${sha256}`)).body).toEqual([art]);
    expect((await server.ask('GET', 'art?sha256=abc')).status).toBe(400);
  });
  it('is kept once, too, when it arrives many times at once', async () => {
    const data = await noise(300).png().toBuffer();
    const arts = await Promise.all(Array.from({ length: 5 }, (_, i) => server.upload(`n${i}.png`, data)));
    expect(new Set(arts.map((a) => a.id)).size).toBe(1);
  });
  it('has its pixels read: size, alpha, haze, rim', async () => {
    const disc = Buffer.from(
      '<svg xmlns="http://www.w3.org/2000/svg" width="400" height="300"><rect x="100" width="200" height="300" fill="#07c"/></svg>',
    );
    const clear = await server.upload('clear.png', await sharp(disc).png().toBuffer());
    expect(clear.facts).toMatchObject({ width: 400, height: 300, hasAlpha: true, faintShare: 0 });
    expect(clear.facts.transparentShare).toBeCloseTo(0.5, 2);
    const row = clear.facts.mask?.[60] ?? '';
    expect(row).toMatch(/^\.+#+\.+$/);
    const hazy = await server.upload(
      'hazy.png',
      await solid(200, 200, { r: 90, g: 90, b: 90, alpha: 0.1 }).png().toBuffer(),
    );
    expect(hazy.facts.faintShare).toBe(1);
    const white = await server.upload('white.jpg', await solid(200, 200, { r: 255, g: 255, b: 255 }).jpeg().toBuffer());
    expect(white.facts).toMatchObject({ hasAlpha: false, rim: { opaqueShare: 1, nearWhiteShare: 1 }, mask: null });
  });
  it('is seen upright, as the camera held it', async () => {
    const art = await server.upload(
      'turned.jpg',
      await noise(64).resize(300, 200, { fit: 'fill' }).withMetadata({ orientation: 6 }).jpeg().toBuffer(),
    );
    expect(art.facts).toMatchObject({ width: 200, height: 300 });
  });
  it('gives a thumb and a preview that browsers show', async () => {
    const art = await server.upload('big.jpg', await noise(2400).jpeg().toBuffer());
    const [thumb, preview] = await Promise.all([
      server.bytes(`art/${art.id}/thumb`),
      server.bytes(`art/${art.id}/preview`),
    ]);
    expect(await sharp(thumb).metadata()).toMatchObject({ format: 'webp', width: 240 });
    expect(await sharp(preview).metadata()).toMatchObject({ format: 'webp', width: 1600 });
  });
});

describe('a picture that is no good', () => {
  it.each([
    ['a.png', Buffer.from('GIF89a' + '\0'.repeat(80), 'latin1'), 415, /is a GIF/],
    ['a.png', Buffer.from('%PDF-1.7\n' + ' '.repeat(80)), 422, /broken or cut off/],
    ['a.svg', Buffer.from('<svg xmlns="http://www.w3.org/2000/svg" width="0" height="9"/>'), 422, /broken or cut off/],
    ['a.svg', Buffer.from('<svg xmlns="http://www.w3.org/2000/svg"><g></svg>'), 422, /broken or cut off/],
    ['a.svg', Buffer.from('<?xml version="1.0"?><note/>'), 415, /XML, but not an SVG/],
    ['a.html', Buffer.from('<!DOCTYPE html><svg/>'), 415, /web page/],
    ['a.png', Buffer.from('just some words, no picture at all in here'), 415, /not a picture/],
    ['a.png', Buffer.alloc(0), 400, /empty/],
    ['bomb.png', claims(60_000), 413, /more than 200 megapixels/],
    ['hollow.png', claims(500), 422, /broken or cut off/],
  ] as const)('%s is refused with its reason (%#)', async (name, data, status, title) => {
    const before = await blobs();
    const refusal = await problem(name, data);
    expect(refusal.status).toBe(status);
    expect(refusal.title).toMatch(title);
    expect(refusal.remedy).not.toBe('');
    expect(await blobs()).toBe(before);
  });
  it.each(['png', 'jpeg'] as const)('a %s cut in half is refused', async (format) => {
    const whole = await noise(400).toFormat(format).toBuffer();
    expect(await problem(`half.${format}`, whole.subarray(0, whole.length / 2))).toMatchObject({
      status: 422,
      code: 'art.broken',
    });
  });
  it('one of more than 100 MB is refused', async () =>
    expect(await problem('huge.png', Buffer.alloc(101 * 1024 * 1024, 1))).toMatchObject({
      status: 413,
      code: 'upload.large',
    }));
  it('an upload cut off half way leaves nothing, and the server goes on', async () => {
    const before = await blobs();
    await new Promise<void>((done) => {
      const socket = connect(server.port, '127.0.0.1', () => {
        socket.write(
          `POST /api/art?name=cut.png HTTP/1.1\r\nHost: 127.0.0.1:${server.port}\r\nContent-Type: application/octet-stream\r\nContent-Length: 5000000\r\n\r\n`,
        );
        socket.write(Buffer.alloc(900_000, 7), () => {
          socket.destroy();
          done();
        });
      });
    });
    expect((await server.ask('GET', 'health')).status).toBe(200);
    expect(await blobs()).toBe(before);
  });
  it('a missing name, and an art that is not there, are named', async () => {
    expect((await server.send('art', Buffer.from('x'))).body).toMatchObject({
      code: 'input.invalid',
      faults: [{ field: 'name' }],
    });
    expect((await server.ask<Art>('GET', 'art/00000000-0000-4000-8000-000000000000/thumb')).status).toBe(404);
  });
});

describe('drawings', () => {
  const drawing = (more = '') =>
    Buffer.from(
      `<svg xmlns="http://www.w3.org/2000/svg" width="100mm" height="50mm" viewBox="0 0 100 50" onload="alert(1)"><script>alert(2)</script><image href="http://elsewhere.invalid/x.png" width="9" height="9"/><rect x="5" y="5" width="90" height="40" fill="#c4126e"/>${more}</svg>`,
    );
  it('are kept without scripts and anything from elsewhere, and read as drawings', async () => {
    const art = await server.upload('sign.svg', drawing());
    expect(art).toMatchObject({ mediaType: 'image/svg+xml', page: 1, pages: 1, facts: { vector: true } });
    expect(art.facts.width / art.facts.height).toBeCloseTo(2, 2);
    const kept = (await server.bytes(`art/${art.id}/original`)).toString('utf8');
    expect(kept).toContain('#c4126e');
    expect(kept).not.toMatch(/script|onload|alert|elsewhere/);
  });
  it('are handed out as files to keep, never opened as pages', async () => {
    const art = await server.upload('sign.svg', drawing());
    const response = await fetch(`${server.url}/api/art/${art.id}/original`, { headers: { connection: 'close' } });
    expect(response.headers.get('content-disposition')).toMatch(/^attachment/);
    await response.arrayBuffer();
  });
  const pdf = async (pages: number) => {
    const file = await PDFDocument.create();
    for (let i = 1; i <= pages; i++) {
      const page = file.addPage([200, 100 * i]);
      page.drawRectangle({ x: 20, y: 20, width: 60, height: 40, color: rgb(0.1, 0.4, 0.8) });
    }
    return Buffer.from(await file.save());
  };
  it('in a PDF have pages to choose from, each a picture of its own, the file kept once', async () => {
    const before = await blobs();
    const first = await server.upload('book.pdf', await pdf(3));
    expect(first).toMatchObject({ mediaType: 'application/pdf', page: 1, pages: 3, facts: { vector: true } });
    const { status, body: third } = await server.ask<Art>('POST', `art/${first.id}/pages`, { page: 3 });
    expect([status, third.page, third.sha256]).toEqual([201, 3, first.sha256]);
    expect(third.facts.height / third.facts.width).toBeCloseTo(1.5, 2);
    expect((await server.ask<Art>('POST', `art/${first.id}/pages`, { page: 3 })).body.id).toBe(third.id);
    expect((await server.ask('POST', `art/${first.id}/pages`, { page: 4 })).body.title).toMatch(/3 pages, not 4/);
    expect((await server.ask('POST', `art/${first.id}/pages`, { page: 0 })).status).toBe(400);
    expect(await blobs()).toBe(before + 1);
  });
  it('locked with a password are refused, and told so', async () => {
    const [open, locked] = [join(tmpdir(), 'kanga-open.pdf'), join(tmpdir(), 'kanga-locked.pdf')];
    writeFileSync(open, await pdf(1));
    // qpdf, a program we did not write, locks it.
    execFileSync('qpdf', ['--encrypt', 'user', 'owner', '256', '--', open, locked]);
    expect(await problem('locked.pdf', readFileSync(locked))).toMatchObject({ status: 422, code: 'art.locked' });
  });
});

describe('other pictures', () => {
  it.each(['webp', 'tiff'] as const)('of kind %s are taken, with their colour profile by name', async (format) => {
    const data = await noise(64).withIccProfile('p3').toFormat(format).toBuffer();
    const art = await server.upload(`a.${format}`, data);
    expect(art).toMatchObject({
      mediaType: `image/${format}`,
      facts: { vector: false, profile: expect.stringMatching(/P3/i) as string },
    });
  });
});

describe('what is where on a picture', () => {
  const svgPicture = (body: string, size = 1600) =>
    sharp(Buffer.from(`<svg xmlns="http://www.w3.org/2000/svg" width="${size}" height="${size}">${body}</svg>`))
      .png()
      .toBuffer();
  const cells = (map: string, columns: number, test: (digit: number) => boolean) =>
    [...map].flatMap((digit, i) =>
      test(parseInt(digit, 16)) ? [{ column: i % columns, row: Math.floor(i / columns) }] : [],
    );
  const maps = async (name: string, body: string) => {
    const { facts } = await server.upload(name, await svgPicture(body));
    if (!facts.maps) throw new Error('no maps');
    return facts.maps;
  };
  it('tells a hairline’s width, lying, standing or slanting', async () => {
    const line = (y: number, width: number) => `<path d="M100 ${y}H1500" stroke="#000" stroke-width="${width}"/>`;
    const { fine, columns } = await maps(
      'lines.png',
      `<rect width="1600" height="1600" fill="#fff"/>${line(200, 2)}${line(500, 6)}<path d="M300 900L900 1500" stroke="#000" stroke-width="4"/><path d="M1300 900V1500" stroke="#000" stroke-width="8"/>`,
    );
    const widths = (rows: [number, number], from: number, to: number) =>
      new Set(
        cells(fine, columns, (n) => n > 0)
          .filter(({ row, column }) => row >= rows[0] && row <= rows[1] && column >= from && column <= to)
          .map(({ row, column }) => parseInt(fine[row * columns + column] ?? '0', 16)),
      );
    expect([...widths([7, 9], 6, 58)]).toEqual([2]);
    expect([...widths([19, 21], 6, 58)]).toEqual([6]);
    for (const width of widths([40, 56], 14, 34)) expect(Math.abs(width - 4)).toBeLessThanOrEqual(1);
    expect([...widths([40, 56], 50, 54)]).toEqual([8]);
    expect(widths([26, 33], 0, 63).size).toBe(0);
  });
  it('finds haze and pale tints where they are', async () => {
    const { haze, pale, columns } = await maps(
      'haze.png',
      '<rect width="800" height="1600" fill="#000" fill-opacity="0.1"/><rect x="1000" width="600" height="400" fill="#f4f2ee"/>',
    );
    const hazy = cells(haze, columns, (n) => n > 5);
    expect(hazy.length).toBeGreaterThan(columns * 30);
    expect(hazy.every(({ column }) => column < 32)).toBe(true);
    const tints = cells(pale, columns, (n) => n > 5);
    expect(tints.length).toBeGreaterThan(200);
    expect(tints.every(({ column, row }) => column >= 40 && row <= 16)).toBe(true);
  });
  it('finds the busy part', async () => {
    const hatch = Array.from(
      { length: 40 },
      (_, i) => `<path d="M${1000 + i * 10} 1000V1400" stroke="#103050" stroke-width="5"/>`,
    ).join('');
    const { busy, columns } = await maps('busy.png', `<rect width="1600" height="1600" fill="#9cb"/>${hatch}`);
    const found = cells(busy, columns, (n) => n >= 4);
    expect(found.length).toBeGreaterThan(150);
    expect(found.every(({ column, row }) => column >= 39 && column <= 57 && row >= 39 && row <= 57)).toBe(true);
  });
  it('weighs nothing in the list', async () => {
    const listed = (await server.ask<Art[]>('GET', 'art')).body;
    expect(listed.length).toBeGreaterThan(5);
    expect(listed.every((art) => art.facts.maps === null)).toBe(true);
    expect((await server.ask<Art>('GET', `art/${listed[0]?.id ?? ''}`)).body.facts.maps).not.toBeNull();
  });
});
