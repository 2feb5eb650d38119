import { deflateSync } from 'node:zlib';
import {
  concatTransformationMatrix,
  drawObject,
  PDFDocument,
  PDFRawStream,
  popGraphicsState,
  pushGraphicsState,
  rgb,
  type PDFPage,
  type PDFRef,
} from '@cantoo/pdf-lib';
import { channelsOf } from '@kanga/core/colour';
import { embedLabelFont, INK, SOFT, type LabelFont } from '../letters/index.js';
import { POINTS_PER_MM } from '@kanga/core/units';

/** Eight bits each of red, green, blue and cover. */
interface Pixels {
  data: Uint8Array;
  width: number;
  height: number;
}

/** One printed side on a proof. */
export interface ProofSide {
  name: string;
  paper: Pixels;
  pressed: Pixels;
  /** Lines that say how large it is and where it goes. */
  facts: string[];
  colours: { hex: string; share: number }[];
}

/** One job on a proof: what it is, and the sides that it prints. */
interface ProofPart {
  /** Over it where there are several; empty: none. */
  heading: string;
  lines: string[];
  sides: ProofSide[];
}

export interface Proof {
  shop: string;
  title: string;
  lines: string[];
  parts: ProofPart[];
  /** At the foot: approved by whom and when, or room to sign. */
  approval: string | null;
}

/** ISO 216 A4, in points. */
const PAGE: [number, number] = [210 * POINTS_PER_MM, 297 * POINTS_PER_MM];
const EDGE = 42;
const WIDTH = PAGE[0] - 2 * EDGE;

/** Writes down a page from its top. */
class Pen {
  y = PAGE[1] - EDGE;
  constructor(
    readonly page: PDFPage,
    readonly font: LabelFont,
  ) {}

  write(text: string, size: number, soft = false, x = EDGE, width = WIDTH): void {
    this.y -= size * 1.35;
    this.font.write(this.page, this.font.fit(text, size, width), {
      x,
      y: this.y,
      size,
      color: soft ? SOFT : INK,
    });
  }
}

/** Puts pixels in a document as they are: ISO 32000-1 §8.9.5, with their cover as a soft mask (§11.6.5.3). A PNG would be packed only to be unpacked and packed again. */
function embedPixels(pdf: PDFDocument, { data, width, height }: Pixels): PDFRef {
  const [colour, cover] = [Buffer.alloc(width * height * 3), Buffer.alloc(width * height)];
  for (let i = 0; i < cover.length; i++) {
    colour[i * 3] = data[i * 4] ?? 0;
    colour[i * 3 + 1] = data[i * 4 + 1] ?? 0;
    colour[i * 3 + 2] = data[i * 4 + 2] ?? 0;
    cover[i] = data[i * 4 + 3] ?? 0;
  }
  const image = (bytes: Buffer, more: Record<string, PDFRef | string>) =>
    pdf.context.register(
      PDFRawStream.of(
        pdf.context.obj({
          Type: 'XObject',
          Subtype: 'Image',
          Width: width,
          Height: height,
          BitsPerComponent: 8,
          Filter: 'FlateDecode',
          ...more,
        }),
        deflateSync(bytes, { level: 6 }),
      ),
    );
  const mask = image(cover, { ColorSpace: 'DeviceGray' });
  return image(colour, { ColorSpace: 'DeviceRGB', SMask: mask });
}

/** How tall a pair of pictures may be, so that two sides have room on a page. */
const PICTURE = { width: (WIDTH - 18) / 2, height: 205 };

/** What a side takes, a line of words, and the foot with the edge below it, points. */
const [SIDE, LINE, FOOT] = [330, 18, EDGE + 40];

function drawSide(pdf: PDFDocument, pen: Pen, side: ProofSide): void {
  pen.write(side.name, 12);
  const top = pen.y - 8;
  let tallest = 0;
  for (const [i, [caption, pixels]] of (
    [
      ['on paper, before pressing: dull', side.paper],
      ['pressed', side.pressed],
    ] as const
  ).entries()) {
    const { width, height } = pixels;
    const scale = Math.min(PICTURE.width / width, PICTURE.height / height);
    const [w, h] = [width * scale, height * scale];
    const x = EDGE + i * (PICTURE.width + 18);
    const name = pen.page.node.newXObject('Picture', embedPixels(pdf, pixels));
    pen.page.pushOperators(
      pushGraphicsState(),
      concatTransformationMatrix(w, 0, 0, h, x, top - h),
      drawObject(name),
      popGraphicsState(),
    );
    pen.y = top - h - 2;
    pen.write(caption, 8, true, x, PICTURE.width);
    tallest = Math.max(tallest, top - pen.y);
  }
  pen.y = top - tallest - 4;
  for (const fact of side.facts) pen.write(fact, 9);
  pen.y -= 16;
  side.colours.forEach(({ hex, share }, i) => {
    const [r, g, b] = channelsOf(hex);
    const x = EDGE + i * 84;
    pen.page.drawRectangle({
      x,
      y: pen.y - 2,
      width: 16,
      height: 12,
      color: rgb(r, g, b),
      borderColor: INK,
      borderWidth: 0.4,
    });
    const { page } = pen;
    pen.font.write(page, `${hex} ${Math.round(share * 100)} %`, {
      x: x + 19,
      y: pen.y,
      size: 6.5,
      color: SOFT,
    });
  });
  pen.y -= 12;
}

/** The customer proof of a job or an order: each side on paper and pressed, with its size, place and colours, and room for the customer's word. */
export async function proofPdf(proof: Proof): Promise<Uint8Array> {
  const pdf = await PDFDocument.create();
  pdf.setTitle(proof.title);
  pdf.setProducer('Kanga');
  pdf.setCreator('Kanga');
  const font = await embedLabelFont(pdf);
  let pen = new Pen(pdf.addPage(PAGE), font);
  pen.write(proof.shop, 10, true);
  pen.write(proof.title, 20);
  for (const line of proof.lines) pen.write(line, 10);
  for (const { heading, lines, sides } of proof.parts) {
    pen.y -= 12;
    // What a job is stays on the page of its first picture.
    if (pen.y < SIDE + LINE * (lines.length + 1)) pen = new Pen(pdf.addPage(PAGE), font);
    if (heading !== '') pen.write(heading, 13);
    for (const line of lines) pen.write(line, 10);
    for (const side of sides) {
      pen.y -= 12;
      if (pen.y < SIDE) pen = new Pen(pdf.addPage(PAGE), font);
      drawSide(pdf, pen, side);
    }
  }
  if (pen.y < FOOT) pen = new Pen(pdf.addPage(PAGE), font);
  pen.y = Math.min(pen.y, EDGE + 70);
  pen.write('Screens and paper show colour in their own way; the press is what counts. Sizes are as printed.', 8, true);
  pen.write(proof.approval ?? 'Approved by ______________________________   Date ______________', 11);
  return pdf.save();
}
