import { createHash } from 'node:crypto';
import { connect } from 'node:net';
import { crc32 } from 'node:zlib';
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
    expect(await sharp(thumb).metadata()).toMatchObject({ format: 'webp', width: 320 });
    expect(await sharp(preview).metadata()).toMatchObject({ format: 'webp', width: 1600 });
  });
});

describe('a picture that is no good', () => {
  it.each([
    ['a.png', Buffer.from('GIF89a' + '\0'.repeat(80), 'latin1'), 415, /is a GIF/],
    ['a.png', Buffer.from('%PDF-1.7\n' + ' '.repeat(80)), 415, /is a PDF/],
    ['a.jpg', Buffer.from('<svg xmlns="http://www.w3.org/2000/svg"/>'.padEnd(80)), 415, /SVG/],
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
