import type { LaidCloth } from '@kanga/contract/study';
import sharp from 'sharp';
import { clothSvg } from './cloth.js';

/** Something that lies on the glass of the simulated scanner: its outline as SVG path data, mm from the corner of the glass. */
export interface OnGlass {
  id: string;
  name: string;
  /** What is seen: an outline drawn on white paper with a pen, or the goods themselves. */
  subject: 'pen line' | 'blank';
  path: string;
  colour: string;
  /** How it lies, degrees. */
  skew: number;
  /** Holes in a pen line, as circles x, y, r. */
  gaps: readonly (readonly [number, number, number])[];
}

/** The glass, ISO 216 A4. */
const GLASS = { width: 210, height: 297 };

const pouch = 'M45 70H165L153 210Q152 216 146 216H64Q58 216 57 210Z';
const heart = 'M105 110C112 84 160 78 160 116C160 150 122 168 105 196C88 168 50 150 50 116C50 78 98 84 105 110Z';
const tag = 'M60 90H150A6 6 0 0 1 156 96V160A6 6 0 0 1 150 166H60A6 6 0 0 1 54 160V96A6 6 0 0 1 60 90Z';

/** Demo goods, invented. */
export const ON_GLASS: readonly OnGlass[] = [
  {
    id: 'pouch',
    name: 'Eyepiece pouch, drawn round with a pen',
    subject: 'pen line',
    path: pouch,
    colour: '#1b1b20',
    skew: 2.5,
    gaps: [],
  },
  {
    id: 'heart',
    name: 'Heart, drawn round, the line broken',
    subject: 'pen line',
    path: heart,
    colour: '#20304a',
    skew: -4,
    gaps: [
      [160, 118, 1.6],
      [78, 163, 1.2],
    ],
  },
  { id: 'tag', name: 'Luggage tag on the glass', subject: 'blank', path: tag, colour: '#8a4a2a', skew: 6, gaps: [] },
  {
    id: 'coaster',
    name: 'Round coaster on the glass',
    subject: 'blank',
    path: 'M55 130a50.5 50.5 0 1 0 101 0a50.5 50.5 0 1 0 -101 0Z',
    colour: '#2f6f62',
    skew: 0,
    gaps: [],
  },
  {
    id: 'two',
    name: 'Two tags at once',
    subject: 'blank',
    path: `${tag} M60 190H150V260H60Z`,
    colour: '#8a4a2a',
    skew: 0,
    gaps: [],
  },
  {
    id: 'open',
    name: 'An outline that is not closed',
    subject: 'pen line',
    path: 'M60 80H150V190H60V130',
    colour: '#1b1b20',
    skew: 0,
    gaps: [],
  },
];

/** The light of the lamp: it falls off towards a corner. */
const LAMP =
  '<linearGradient id="g" x2="1" y2="1"><stop stop-color="#000" stop-opacity="0.02"/><stop offset="1" stop-color="#000" stop-opacity="0.14"/></linearGradient>';

/** Drawn content of the whole glass, mm, as a page of so many pixels. */
const page = (content: string, width: number, height: number): Buffer =>
  Buffer.from(
    `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}" viewBox="0 0 210 297"><defs>${LAMP}</defs><rect width="210" height="297" fill="#f4f2ed"/>${content}<rect width="210" height="297" fill="url(#g)"/></svg>`,
  );

function drawnItem(item: OnGlass): string {
  const open = item.path.trim().endsWith('Z') ? '' : 'fill-opacity="0"';
  const gaps = item.gaps.map(([x, y, r]) => `<circle cx="${x}" cy="${y}" r="${r}" fill="#000"/>`).join('');
  const drawn =
    item.subject === 'pen line'
      ? `<mask id="m" maskUnits="userSpaceOnUse" x="0" y="0" width="210" height="297"><rect width="210" height="297" fill="#fff"/><path d="${item.path}" fill="#000" ${open}/>${gaps}</mask><path d="${item.path}" fill="none" stroke="${item.colour}" stroke-width="1.4" stroke-linejoin="round" mask="url(#m)"/>`
      : `<path d="${item.path}" transform="translate(0.9 0.9)" fill="#000" opacity="0.12"/><path d="${item.path}" fill="${item.colour}"/>`;
  return `<g transform="rotate(${item.skew} 105 148)">${drawn}</g>`;
}

/** A lens that is a little soft; that of outlines is softer than cloth wants, whose edges are measured. mm. */
const LENS = { outline: 0.1, cloth: 0.03 };

async function scanned(content: string, ppi: number, lens: number): Promise<Buffer> {
  const k = ppi / 25.4;
  const [width, height] = [Math.round(GLASS.width * k), Math.round(GLASS.height * k)];
  const grain = await sharp({
    create: { width, height, channels: 3, background: '#808080', noise: { type: 'gaussian', mean: 128, sigma: 7 } },
    limitInputPixels: false,
  })
    .png({ compressionLevel: 1 })
    .toBuffer();
  return sharp(page(content, width, height), { limitInputPixels: false, unlimited: true })
    .flatten()
    .blur(Math.max(0.4, lens * k))
    .composite([{ input: grain, blend: 'soft-light' }])
    .withMetadata({ density: ppi })
    .png({ compressionLevel: 3 })
    .toBuffer();
}

/** Scans what lies on the glass: uneven light, a soft lens, grain; a PNG that says its resolution. */
export const scan = (item: OnGlass, ppi: number): Promise<Buffer> => scanned(drawnItem(item), ppi, LENS.outline);

/** Scans pressed cloth. */
export const scanCloth = (cloth: LaidCloth, ppi: number): Promise<Buffer> => scanned(clothSvg(cloth), ppi, LENS.cloth);
