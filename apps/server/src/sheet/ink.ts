import { execFile } from 'node:child_process';
import { readFile } from 'node:fs/promises';
import { promisify } from 'node:util';
import {
  drawObject,
  fill,
  PDFDocument,
  popGraphicsState,
  pushGraphicsState,
  rgb,
  setFillingColor,
  type PDFOperator,
  type PDFPage,
  type PDFRef,
} from '@cantoo/pdf-lib';
import type { Art, Drawn } from '@kanga/core/art';
import { chain, scaling, translation, type Transform } from '@kanga/core/geometry';
import { channelsOf } from '@kanga/core/colour';
import { operator, pathOperators } from '../letters/index.js';
import type { Payloads } from './pdf-file.js';
import { embedPicture, type PictureWish } from './picture.js';

const run = promisify(execFile);

/** A picture in a PDF: its object, and from the object's own space to the picture's pixels. */
export interface EmbeddedArt {
  ref: PDFRef;
  toPixels: Transform;
}

/** From PDF's unit square of an image, y up, to its pixels, y down. */
const unitToPixels = ({ facts }: Art): Transform =>
  chain(scaling(facts.width, -facts.height), translation(0, facts.height));

/** One page as a drawing of its own: vectors stay vectors. An upright page only; a turned one is set upright by its matrix. */
async function embedPage(pdf: PDFDocument, art: Art, bytes: Uint8Array, page: number): Promise<EmbeddedArt> {
  const source = await PDFDocument.load(bytes, { updateMetadata: false });
  const from = source.getPage(page - 1);
  const { width, height } = from.getSize();
  const turn = ((from.getRotation().angle % 360) + 360) % 360;
  const embedded = await pdf.embedPage(from);
  await embedded.embed();
  const { x, y } = from.getMediaBox();
  // Seen from the upright page: where its own corner and axes lie.
  const upright: Transform = {
    0: { a: 1, b: 0, c: 0, d: 1, e: 0, f: 0 },
    90: { a: 0, b: -1, c: 1, d: 0, e: 0, f: width },
    180: { a: -1, b: 0, c: 0, d: -1, e: width, f: height },
    270: { a: 0, b: 1, c: -1, d: 0, e: height, f: 0 },
  }[turn] ?? { a: 1, b: 0, c: 0, d: 1, e: 0, f: 0 };
  const [w, h] = turn % 180 === 0 ? [width, height] : [height, width];
  return {
    ref: embedded.ref,
    toPixels: chain(
      translation(-x, -y),
      upright,
      scaling(art.facts.width / w, -art.facts.height / h),
      translation(0, art.facts.height),
    ),
  };
}

/** Embeds a picture once: pixels no finer than needed, drawings as drawings. */
export async function embedArt(pdf: PDFDocument, payloads: Payloads, wish: PictureWish): Promise<EmbeddedArt> {
  const { art, path } = wish;
  if (art.mediaType === 'application/pdf') return embedPage(pdf, art, await readFile(path), art.page);
  if (art.mediaType === 'image/svg+xml') {
    // The same reader of SVG that drew its preview; it writes vectors and fetches nothing.
    await run('rsvg-convert', ['--format=pdf', '--keep-aspect-ratio', '-o', `${path}.pdf`, path], { timeout: 60_000 });
    return embedPage(pdf, art, await readFile(`${path}.pdf`), 1);
  }
  return { ref: await embedPicture(pdf, payloads, wish), toPixels: unitToPixels(art) };
}

/** What draws one item in the millimetres of its side. */
export function inkOf(drawn: Drawn, page: PDFPage, embedded: ReadonlyMap<string, EmbeddedArt>): PDFOperator[] {
  if (drawn.kind === 'text') {
    const [r, g, b] = channelsOf(drawn.item.colour);
    return [
      pushGraphicsState(),
      operator(drawn.transform),
      setFillingColor(rgb(r, g, b)),
      ...pathOperators(drawn.line.commands),
      fill(),
      popGraphicsState(),
    ];
  }
  const art = embedded.get(drawn.art.id);
  if (!art) return [];
  const name = page.node.newXObject('Art', art.ref);
  return drawn.transforms.flatMap((transform) => [
    pushGraphicsState(),
    operator(chain(art.toPixels, transform)),
    drawObject(name),
    popGraphicsState(),
  ]);
}
