import { lengthText } from '../units/index.js';
import { COOLED_BETWEEN, COOLS, HELD, placing, TAKES, USUAL_COOL } from './step-facts.js';
import { named, step, type Piece, type Step } from './step.js';

/** From one side to the next: cooled where it would take a mark, turned, and cleaned again. */
export function turningSteps(piece: Piece, side: number): Step[] {
  if (side === 0) return [];
  const { blank, folded, hard } = piece;
  const steps: Step[] = [];
  if (COOLED_BETWEEN.has(blank.family))
    steps.push(
      step(piece, 'cool', side - 1, {
        title: 'Let it cool before the other side',
        how: 'Flat and alone: warm, it takes the mark of what lies on it.',
        at: 'rack',
        hands: 0,
        takes: COOLS[blank.family] ?? USUAL_COOL,
        look: 'Nothing lies on it.',
      }),
    );
  steps.push(
    step(piece, 'turn', side, {
      title: `${folded ? 'Flip it without opening' : 'Turn it over'}${named(piece, side)}`,
      how: folded
        ? 'The folded sheet stays closed round it, so that the gas stays in.'
        : blank.jig
          ? `Roll the printed edge a little round the jig, about ${lengthText(2)}, no more.`
          : 'Fresh paper under and over it.',
      at: 'press',
      hands: 2,
      takes: TAKES.turn,
      look: folded ? 'The fold stays shut.' : 'Which side is done.',
    }),
  );
  if (!folded)
    steps.push(
      step(piece, 'lint-roll', side, {
        title: `${hard ? 'Wipe it clean' : 'Lint-roll'}${named(piece, side)}`,
        how: 'This side has lain on the table and in the press.',
        at: 'table',
        hands: 2,
        takes: TAKES.lint,
        look: 'Threads, hairs and dust against the light.',
      }),
    );
  return steps;
}

/** A mist is laid on before the transfer is: tape holds what lies already. */
const sprayStep = (piece: Piece, side: number): Step =>
  step(piece, 'hold', side, {
    title: `A mist of spray${named(piece, side)}`,
    how:
      piece.house.sprayed === 'paper'
        ? 'On the printed paper, in a box, from a forearm away.'
        : 'On the blank, away from the press.',
    at: 'table',
    hands: 2,
    takes: TAKES.hold,
    look: 'Dry to the touch in a few seconds; no wet spot.',
  });

const placeStep = (piece: Piece, side: number): Step => {
  const { blank, down, hold, templates } = piece;
  const sprayed = hold === 'spray';
  return step(piece, 'place', side, {
    title: `Place the transfer${named(piece, side)}`,
    how: `${down ? 'Print up, the blank face down on it' : 'Print face down'}. ${placing(blank, side, templates[side])}${sprayed ? ' Smooth it flat with the hand.' : ''}`,
    at: 'table',
    hands: 2,
    takes: TAKES.place,
    look: `Straight, and the right way up for what it says${sprayed ? '; no corner lifts' : ''}.`,
  });
};

const stackStep = (piece: Piece, side: number): Step => {
  const { layers, press } = piece;
  const ironed = press.kind === 'hand iron';
  const inward = press.kind === 'mug press' ? 'Put it in the press' : 'Lay it in the press';
  const fromBelow = [...layers]
    .reverse()
    .filter(({ role }) => !role.endsWith('plate'))
    .map(({ name }) => name.toLowerCase())
    .join(', ');
  return step(piece, 'stack', side, {
    title: `${ironed ? 'Lay it on the board' : inward}${named(piece, side)}`,
    how: `From below: ${fromBelow}.`,
    at: 'press',
    hands: 2,
    takes: TAKES.stack,
    look: ironed ? 'Flat, on something hard.' : 'As the bed shows; what hangs off is off.',
  });
};

/** The transfer is placed and held, and all of it laid in the press; a folded sheet holds both sides at once. */
export function layingSteps(piece: Piece, side: number): Step[] {
  const { folded, hold } = piece;
  if (folded && side > 0) return [];
  const held =
    hold === 'nothing' || hold === 'spray'
      ? []
      : [
          step(piece, 'hold', side, {
            title: `Hold it${named(piece, side)}`,
            how: HELD[hold],
            at: 'table',
            hands: 2,
            takes: hold === 'tacky paper' ? TAKES.hold : TAKES.tape,
            look: 'No corner lifts; no tape over the print.',
          }),
        ];
  return [
    ...(hold === 'spray' ? [sprayStep(piece, side)] : []),
    placeStep(piece, side),
    ...held,
    stackStep(piece, side),
  ];
}
