import { isCurved } from '../shop/index.js';
import { celsiusOf, temperatureText } from '../units/index.js';
import { chartRowFor } from './chart.js';
import { COOLS, peeling, TAKES, USUAL_COOL } from './step-facts.js';
import { named, step, type Piece, type Step } from './step.js';

/** A tumbler is pressed in halves, everything else in sections of the plate. */
const isHalved = ({ blank }: Piece): boolean => blank.family === 'tumbler';

const pressingsOf = (piece: Piece, side: number): number =>
  Math.max(1, piece.sections[side] ?? 1, isHalved(piece) ? 2 : 1);

const moveStep = (piece: Piece, side: number, which: string): Step => {
  const halved = isHalved(piece);
  return step(piece, 'move', side, {
    title: `${halved ? 'Turn it' : 'Move it on'}${named(piece, side)}${which}`,
    how: halved
      ? 'Once round, the taped side having gone first.'
      : 'The transfer stays fixed to it. Hold up what hangs out; fresh paper under and over.',
    at: 'press',
    hands: 2,
    takes: TAKES.move,
    look: halved ? 'The tape says which half is done.' : 'The seam overlaps, no gap.',
  });
};

const recoverStep = (piece: Piece, side: number): Step =>
  step(piece, 'recover', side, {
    title: 'Close it, and wait for the heat',
    how: `The cold mug takes heat: the clock starts when the element is back at about ${temperatureText(celsiusOf(370))}.`,
    at: 'press',
    hands: 1,
    takes: TAKES.recover,
    look: 'What the press shows of its own temperature.',
  });

const SAID = { light: 'Light', medium: 'Medium', firm: 'Firm' } as const;

const pressStep = (piece: Piece, side: number, which: string): Step => {
  const { press, settings } = piece;
  return step(piece, 'press', side, {
    title: `Press${named(piece, side)}${which}`,
    how:
      press.kind === 'hand iron'
        ? 'Set it down and lean on it, straight from above; lift it to move on, never slide.'
        : `${SAID[settings.pressure.value]} pressure${isCurved(press.kind) ? '' : ', plates level'}.`,
    at: 'press',
    hands: 1,
    takes: TAKES.shut,
    seconds: settings.dwell.value,
    look: 'The clock, and the plate’s temperature.',
  });
};

/** Every pressing of a side: moved on between them, and a mug waited for until the element is hot again. */
export function pressingSteps(piece: Piece, side: number): Step[] {
  const count = pressingsOf(piece, side);
  const part = isHalved(piece) ? 'half' : 'section';
  return Array.from({ length: count }, (_, section) => {
    const which = count > 1 ? `, ${part} ${section + 1} of ${count}` : '';
    return [
      ...(section > 0 ? [moveStep(piece, side, which)] : []),
      ...(piece.blank.family === 'mug' ? [recoverStep(piece, side)] : []),
      pressStep(piece, side, which),
    ];
  }).flat();
}

/** The transfer comes off, hot or when it is cold; a folded sheet stays on until both sides are pressed. */
export function peelingSteps(piece: Piece, side: number): Step[] {
  const { blank, folded, settings, sides } = piece;
  if (folded && side < sides - 1) return [];
  const row = chartRowFor(blank.family, blank.surface);
  const hot = settings.peel.value === 'hot';
  const cooled = hot
    ? []
    : [
        step(piece, 'wait', side, {
          title: `Let it cool${named(piece, side)}`,
          how: 'Off the press with the transfer on it, until it is hand-warm.',
          at: 'rack',
          hands: 0,
          takes: COOLS[blank.family] ?? USUAL_COOL,
          look: blank.family === 'mat' ? 'Flat, never rolled on the crease.' : 'Nothing lies on it.',
        }),
      ];
  return [
    ...cooled,
    step(piece, 'peel', side, {
      title: hot ? 'Peel hot' : 'Peel cold',
      how: peeling(row.peelRemark, settings.peel.value === row.peel),
      at: hot ? 'press' : 'table',
      hands: 1,
      takes: TAKES.peel,
      look: 'Every edge of the print, before it goes on.',
    }),
  ];
}

/** What was peeled hot cools, and what is on a jig comes off it. */
export function endingSteps(piece: Piece): Step[] {
  const { blank, settings, sides } = piece;
  const cool = step(piece, 'cool', sides - 1, {
    title: 'Lay it flat to cool',
    how: 'Alone, not on another print: warm dye still gives off gas.',
    at: 'rack',
    hands: 0,
    takes: COOLS[blank.family] ?? USUAL_COOL,
    look: blank.family === 'neoprene' ? 'It curls while warm and flattens as it cools.' : 'Nothing lies on it.',
  });
  const unload = step(piece, 'unload', sides - 1, {
    title: 'Pull it off the jig',
    how: 'Without dragging the print over the edge.',
    at: 'table',
    hands: 2,
    takes: TAKES.unload,
    look: 'The edge line down both sides.',
  });
  return [...(settings.peel.value === 'hot' ? [cool] : []), ...(blank.jig ? [unload] : [])];
}
