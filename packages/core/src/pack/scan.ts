import { readPieceCode, packState, type PackPiece } from './piece.js';

/** What came of showing a label to the table. */
export type Scanned =
  { ok: true; piece: PackPiece } | { ok: false; piece: PackPiece | null; title: string; remedy: string };

const no = (title: string, remedy: string, piece: PackPiece | null = null): Scanned => ({
  ok: false,
  piece,
  title,
  remedy,
});

/** A piece in a few words: `21/3`. */
export const pieceName = ({ job, piece }: Pick<PackPiece, 'job' | 'piece'>): string => `${job}/${piece + 1}`;

/** Whether a piece goes into its bag at a moment, ISO 8601; else what is the matter with it. */
export function mayPack(piece: PackPiece, now: string): Scanned {
  const name = pieceName(piece);
  switch (packState(piece, now)) {
    case 'packed':
      return no(
        `${name} is packed already${piece.bag === '' ? '' : `, in ${piece.bag ?? ''}`}`,
        'Two pieces carry one label, or it was shown twice. Look into that bag.',
        piece,
      );
    case 'spoiled':
      return no(`${name} was judged spoiled`, 'Lay it aside: it is not for the customer.', piece);
    case 'not pressed':
      return no(`${name} is not pressed yet`, 'Press it first.', piece);
    case 'not judged':
      return no(`${name} was not judged yet`, 'Look at it, and say whether it is good.', piece);
    case 'warm':
      return no(`${name} is still warm`, 'Let it cool: folded warm, dye goes over to what it touches.', piece);
    case 'ready':
      return { ok: true, piece };
  }
}

/**
 * Whether the piece that a label names goes into its bag now; `origin`: where this Kanga is served, `title`: what is packed. Everything that is wrong is said at once. O(pieces).
 */
export function scan(
  text: string,
  pieces: readonly PackPiece[],
  { now, origin, title }: { now: string; origin: string; title: string },
): Scanned {
  const code = readPieceCode(text);
  if (!code)
    return no(
      `“${text.trim().slice(0, 60)}” is no label of a piece`,
      'Show the square code on the label, or type job and piece, like 21/3.',
    );
  if (code.origin !== null && code.origin !== origin.toLowerCase())
    return no(
      `This label is of another shop: ${code.origin}`,
      `This one is at ${origin}. If the piece is yours all the same, type ${code.job}/${code.piece + 1}.`,
    );
  const found = pieces.find(({ job, piece }) => job === code.job && piece === code.piece);
  if (!found) {
    const known = pieces.some(({ job }) => job === code.job);
    return known
      ? no(`Job ${code.job} has no piece ${code.piece + 1}`, 'Read the label again.')
      : no(`Job ${code.job} is not in ${title}`, 'Lay the piece aside: it belongs into another parcel.');
  }
  return mayPack(found, now);
}
