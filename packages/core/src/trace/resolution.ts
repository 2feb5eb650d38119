import { MM_PER_INCH } from '../units/index.js';

/** Pixels per inch that a picture's file claims: PNG pHYs (ISO/IEC 15948, pixels per metre) or JPEG JFIF density; null when it says nothing. */
export function resolutionOf(head: Uint8Array): number | null {
  const view = new DataView(head.buffer, head.byteOffset, head.byteLength);
  const text = (at: number, length: number) => String.fromCharCode(...head.subarray(at, at + length));
  if (text(1, 3) === 'PNG') {
    for (let at = 8; at + 21 <= head.length;) {
      const length = view.getUint32(at);
      const kind = text(at + 4, 4);
      if (kind === 'pHYs' && head[at + 16] === 1) return Math.round((view.getUint32(at + 8) * MM_PER_INCH) / 10) / 100;
      if (kind === 'IDAT') return null;
      at += 12 + length;
    }
    return null;
  }
  if (head[0] === 0xff && head[1] === 0xd8) {
    for (let at = 2; at + 18 <= head.length && head[at] === 0xff; at += 2 + view.getUint16(at + 2)) {
      if (head[at + 1] !== 0xe0 || text(at + 4, 4) !== 'JFIF') continue;
      const [unit, density] = [head[at + 11], view.getUint16(at + 12)];
      if (density <= 1) return null;
      return unit === 1 ? density : unit === 2 ? Math.round(density * 2.54) : null;
    }
  }
  return null;
}
