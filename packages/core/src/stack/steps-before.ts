import { JOINED, LEAST_PRE_PRESS, TAKES } from './step-facts.js';
import { named, step, type Piece, type Step } from './step.js';

/** Paper is made ready before the goods are: they are to be warm when it is laid on. */
export const paperSteps = (piece: Piece): Step[] =>
  Array.from({ length: piece.folded ? 1 : piece.sides }, (_, side) => {
    const sheet = piece.folded ? 'folded' : (piece.sheets[side] ?? 'whole');
    if (sheet === 'whole') return [];
    if (sheet === 'folded')
      return [
        step(piece, 'prepare', side, {
          title: 'Fold the sheet',
          how: 'On its marks, the print inside, and crease it once.',
          at: 'table',
          hands: 2,
          takes: TAKES.fold,
          look: 'The pattern meets at the fold.',
        }),
      ];
    return [
      step(piece, 'prepare', side, {
        title: `Join the parts${named(piece, side)}`,
        how: JOINED[sheet],
        at: 'table',
        hands: 2,
        takes: TAKES.join,
        look: 'No gap, no letter cut in two, nothing stuck on the print.',
      }),
    ];
  }).flat();

/** Onto the jig, where there is one. */
export const jigSteps = (piece: Piece): Step[] =>
  piece.blank.jig
    ? [
        step(piece, 'load', 0, {
          title: 'Pull it onto the jig',
          how: 'Flat and taut, heel to the back and tucked, the same way round every time.',
          at: 'table',
          hands: 2,
          takes: TAKES.load,
          look: 'No crease across the print, the same toe end up.',
        }),
      ]
    : [];

/** The goods are clean before anything is pressed into them. */
export function cleaningSteps(piece: Piece): Step[] {
  const { blank, hard, hasInsert } = piece;
  const insertFirst = hasInsert
    ? 'The insert goes in first: what is pressed without it is marked by its far side. '
    : '';
  return [
    step(piece, 'lint-roll', 0, {
      title: hard ? 'Wipe it clean' : 'Lint-roll',
      how: hard
        ? 'Without a fingerprint on the coating; take off any protective film first.'
        : `${insertFirst}${blank.jig ? 'Both faces' : 'The whole print area'}: one thread of lint makes a blue speck.`,
      at: 'table',
      hands: 2,
      takes: TAKES.lint + (hasInsert ? TAKES.stack : 0),
      look: 'Threads, hairs and dust against the light.',
    }),
  ];
}

/** Empty under the plate, dry and flat; what lets go of the cloth then is taken off while it is warm. */
export function prePressSteps(piece: Piece): Step[] {
  const seconds = piece.settings.prePress.value;
  if (seconds < LEAST_PRE_PRESS) return [];
  const piled = piece.blank.surface === 'long pile';
  return [
    step(piece, 'pre-press', 0, {
      title: 'Pre-press',
      how: 'Empty, without the transfer: dries and flattens.',
      at: 'press',
      hands: 1,
      takes: TAKES.shut,
      seconds,
      look: 'Steam at the edges: when it stops, the cloth is dry.',
    }),
    step(piece, 'lint-roll', 0, {
      title: piled ? 'Comb the pile and lint-roll while warm' : 'Lint-roll again while warm',
      how: `${piled ? 'All one way: where it parts, bare gaps show. ' : ''}The warm cloth lets go of what is left.`,
      at: 'table',
      hands: 2,
      takes: TAKES.lint * (piled ? 2 : 1),
      look: piled ? 'The pile lies one way.' : 'No crease is left.',
    }),
  ];
}
