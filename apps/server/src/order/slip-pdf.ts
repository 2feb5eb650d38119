import { EDGE, penFor, RIGHT, wrapped, type Heading } from '../document/index.js';

/** What goes into one bag or pile of a parcel. */
export interface SlipRow {
  what: string;
  count: string;
  /** Who it is for, or which it is: one of them a piece or pair; empty where all are alike. */
  names: string[];
  /** How it is packed. */
  how: string;
}

/** All that stands on a packing slip; nothing of money. */
export interface SlipPage extends Heading {
  rows: SlipRow[];
  note: string;
}

/** The packing slip: what is in the parcel, each with a box to tick. */
export async function slipPdf(page: SlipPage): Promise<Uint8Array> {
  const { pdf, pen } = await penFor(page.title);
  pen.heading(page, 12);
  pen.y -= 6;
  for (const { what, count, names, how } of page.rows) {
    pen.room(54);
    pen.rule(0.5);
    pen.y -= 18;
    pen.box(EDGE);
    pen.text(what, 13, { x: EDGE + 20, width: RIGHT - EDGE - 110 });
    pen.text(count, 13, { x: RIGHT, right: true, width: 80 });
    for (const text of [names.join(', '), how].filter((one) => one !== ''))
      for (const line of wrapped(pen.font, text, 10, RIGHT - EDGE - 20)) {
        pen.room(14);
        pen.y -= 13;
        pen.text(line, 10, { x: EDGE + 20, soft: true });
      }
    pen.y -= 4;
  }
  pen.rule(0.5);
  pen.y -= 8;
  for (const line of wrapped(pen.font, page.note, 10, RIGHT - EDGE)) pen.line(line, 10);
  pen.y -= 20;
  pen.line('Packed by ______________________________   Date ______________', 11);
  return pdf.save();
}
