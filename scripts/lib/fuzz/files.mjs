import { execFileSync } from 'node:child_process';
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';

const SVG = `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 60 40" width="60mm" height="40mm"><defs><filter id="f"><feGaussianBlur stdDeviation="2"/></filter></defs><g filter="url(#f)"><path d="M0 0 L30 9 q 4 4 9 1z" fill="#07c"/></g><text x="5" y="20">Comet</text></svg>`;

/** A real file of every kind that is taken in, made by programs that are not Kanga's own. */
export async function realFiles(folder, ticket) {
  const { default: sharp } = await import('sharp');
  const noise = sharp({
    create: {
      width: 64,
      height: 48,
      channels: 3,
      background: '#777',
      noise: { type: 'gaussian', mean: 128, sigma: 40 },
    },
  });
  const at = (name) => join(folder, name);
  writeFileSync(at('drawing.svg'), SVG);
  execFileSync('rsvg-convert', ['--format=pdf', '-o', at('page.pdf'), at('drawing.svg')]);
  const png = await noise.clone().png().toBuffer();
  const alpha = await sharp(png).ensureAlpha(0.5).png({ compressionLevel: 1 }).toBuffer();
  const files = {
    png,
    alpha,
    jpeg: await noise.clone().withIccProfile('srgb').jpeg().toBuffer(),
    webp: await noise.clone().webp().toBuffer(),
    tiff: await noise.clone().tiff({ compression: 'lzw' }).toBuffer(),
    svg: Buffer.from(SVG),
    pdf: readFileSync(at('page.pdf')),
  };
  const { icc } = await sharp(files.jpeg).metadata();
  return { art: files, profile: icc ?? Buffer.from('acsp'), ticket, photo: files.jpeg };
}

/** Changes a file as a bad disk, a cut line or a stranger would. */
export function mutated(bytes, random) {
  const copy = Buffer.from(bytes);
  const times = 1 + random.below(6);
  let out = copy;
  for (let i = 0; i < times && out.length > 0; i++) {
    const at = random.below(out.length);
    switch (random.below(7)) {
      case 0:
        out[at] ^= 1 << random.below(8);
        break;
      case 1:
        out[at] = random.pick([0, 0xff, 0x7f, 0x80]);
        break;
      case 2:
        out = out.subarray(0, at);
        break;
      case 3: {
        const from = random.below(out.length);
        out = Buffer.concat([out.subarray(0, at), out.subarray(from, from + 200), out.subarray(at)]);
        break;
      }
      case 4:
        if (at + 4 <= out.length) out.writeUInt32BE(random.pick([0, 1, 0x7fffffff, 0xffffffff, 0x10000]), at);
        break;
      case 5: {
        // A run of text: drawings and pages have their figures in it.
        const text = out.toString('latin1').replace(/\d+/, String(random.pick([0, -1, 1e9, 1e308])));
        out = Buffer.from(text, 'latin1');
        break;
      }
      default:
        out = Buffer.concat([out.subarray(0, at), out.subarray(Math.min(out.length, at + 1 + random.below(50)))]);
    }
  }
  return out;
}
