import type { ComposedSide } from '@kanga/core/art';
import type { Blank } from '@kanga/core/blank';
import type { Look } from '@kanga/core/colour';
import { mainColours } from './colours.js';
import { inline, pictureOfSide, pngOfSide, type InlinePictures } from './compose.js';
import { proofPdf, type Proof, type ProofSide } from './proof-pdf.js';

/** How many of its main colours a side names. */
const COLOURS = 6;

/** Previews of the pictures of a design, by the id of the art. */
export type Previews = ReadonlyMap<string, Uint8Array>;

/** One side of a job, before it is drawn. */
export interface SideToDraw {
  composed: ComposedSide;
  blank: Blank;
  previews: Previews;
}

/** One job on a proof, before it is drawn. */
export interface PartToDraw {
  heading: string;
  lines: string[];
  blank: Blank;
  previews: Previews;
  sides: { name: string; facts: string[]; composed: ComposedSide }[];
}

export interface ProofToDraw extends Omit<Proof, 'parts'> {
  parts: PartToDraw[];
}

async function inlined(previews: Previews): Promise<InlinePictures> {
  const pictures = new Map<string, string>();
  for (const [id, preview] of previews) pictures.set(id, await inline(Buffer.from(preview)));
  return pictures;
}

/** One side as it looks, PNG. */
export const drawSide = async ({
  composed,
  blank,
  previews,
  kind,
}: SideToDraw & { kind: Look['kind'] }): Promise<Uint8Array> =>
  pngOfSide(composed, blank, kind, await inlined(previews));

async function drawn({ blank, previews, sides }: PartToDraw): Promise<ProofSide[]> {
  const pictures = await inlined(previews);
  const all: ProofSide[] = [];
  for (const { name, facts, composed } of sides) {
    const pressed = await pictureOfSide(composed, blank, 'pressed', pictures);
    all.push({
      name,
      facts,
      paper: await pictureOfSide(composed, blank, 'paper', pictures),
      pressed,
      colours: mainColours(pressed.data, COLOURS),
    });
  }
  return all;
}

/** A proof with all its pictures, PDF. */
export async function makeProof({ parts, ...head }: ProofToDraw): Promise<Uint8Array> {
  const ready = [];
  for (const part of parts) ready.push({ heading: part.heading, lines: part.lines, sides: await drawn(part) });
  return proofPdf({ ...head, parts: ready });
}
