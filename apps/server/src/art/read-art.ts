import { execFile } from 'node:child_process';
import { readFile, rm } from 'node:fs/promises';
import { promisify } from 'node:util';
import { PDFDocument } from '@cantoo/pdf-lib';
import type { ArtType } from '@kanga/core/art';
import { MM_PER_INCH } from '@kanga/core/units';
import sharp from 'sharp';
import { pagesOf, rasterOfPage } from './pages.js';
import { readPixels, type PixelReading } from './read-pixels.js';
import { cleanSvg } from './svg-clean.js';

const run = promisify(execFile);

export interface ArtFile {
  path: string;
  mediaType: ArtType;
  /** Counted from 1. */
  page: number;
}

export interface ArtReading extends PixelReading {
  pages: number;
}

/** Drawings are read at about this many pixels across. */
const DRAWN_ACROSS = 3000;
/** What an SVG without a density of its own is read at. */
const SVG_DENSITY = 72;

const UNITS: Readonly<Record<string, number>> = {
  mm: 1,
  cm: 10,
  in: MM_PER_INCH,
  pt: MM_PER_INCH / 72,
  pc: MM_PER_INCH / 6,
};
/** How wide a drawing says it is in a unit of length, mm; null: in pixels, in shares, or not at all (SVG 1.1, 7.10 and 4.2). */
export function drawnAcross(svg: string): number | null {
  const root = /<svg\b[^>]*>/.exec(svg)?.[0] ?? '';
  const [, figure, unit = ''] =
    /\swidth\s*=\s*["']\s*([\d.]+(?:e[+-]?\d+)?)\s*(mm|cm|in|pt|pc)\s*["']/i.exec(root) ?? [];
  const mm = Number(figure) * (UNITS[unit.toLowerCase()] ?? NaN);
  return mm > 0 && Number.isFinite(mm) ? mm : null;
}

async function readSvg(path: string): Promise<ArtReading> {
  const acrossAt = async (density: number) => {
    const { width = 0, height = 0 } = await sharp(path, { density, limitInputPixels: false }).metadata();
    return Math.max(width, height, 1);
  };
  // A drawing measured in millimetres grows with the square of the density, one measured in pixels with the density itself.
  const [once, twice] = [await acrossAt(SVG_DENSITY), await acrossAt(2 * SVG_DENSITY)];
  const power = Math.max(1, Math.round(Math.log2(twice / once)));
  const density = Math.min(2400, Math.max(1, SVG_DENSITY * (DRAWN_ACROSS / once) ** (1 / power)));
  await readyToPrint(path);
  const reading = await readPixels(path, { vector: true, density });
  const across = drawnAcross(await readFile(path, 'utf8'));
  const ppi = across === null ? null : reading.facts.width / (across / MM_PER_INCH);
  return { ...reading, facts: { ...reading.facts, ppi }, pages: 1 };
}

/** A drawing is made a page when it is printed: one that cannot be is refused now, and not when the paper is in. */
async function readyToPrint(path: string): Promise<void> {
  const page = `${path}.print.pdf`;
  try {
    await run('rsvg-convert', ['--format=pdf', '--keep-aspect-ratio', '-o', page, path], { timeout: 60_000 });
  } finally {
    await rm(page, { force: true });
  }
}

async function readPdf({ path, page }: ArtFile): Promise<ArtReading> {
  const pages = await pagesOf(path);
  if (page > pages) throw new Error(`it has ${pages} pages, not ${page}`);
  // As it is read when it is printed.
  await PDFDocument.load(await readFile(path), { updateMetadata: false });
  const raster = await rasterOfPage(path, page);
  try {
    return { ...(await readPixels(raster.path, { vector: true, ppi: raster.ppi })), pages };
  } finally {
    await rm(raster.path, { force: true });
  }
}

/** Reads one page of a file of any kind that Kanga takes. */
export async function readArt(file: ArtFile): Promise<ArtReading> {
  if (file.mediaType === 'application/pdf') return readPdf(file);
  if (file.mediaType === 'image/svg+xml') return readSvg(file.path);
  return { ...(await readPixels(file.path)), pages: 1 };
}

/** What a file needs before it is kept: an SVG is cleaned in place. */
export async function prepare({ path, mediaType }: Pick<ArtFile, 'path' | 'mediaType'>): Promise<void> {
  if (mediaType === 'image/svg+xml') await cleanSvg(path);
}
