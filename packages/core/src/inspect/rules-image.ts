import {
  damp,
  does,
  firmer,
  heat,
  HEAT_STEP,
  nearSeam,
  prePress,
  rule,
  time,
  TIME_STEP,
  type CauseRule,
} from './cause-rule.js';
import {
  alike,
  coolSpot,
  has,
  isWhite,
  LITTLE,
  readsCool,
  SOME,
  STRONG,
  tooCool,
  tooHot,
  tooLight,
  tooLong,
  tooShort,
  when,
} from './pressed.js';
import { alongSeam } from './spot.js';

/** Causes of what is wrong with the image: its sharpness, its colour, its edges. Common practice, no published source; how usual each is, from memory. */
export const IMAGE_RULES: readonly CauseRule[] = [
  rule(
    'ghost',
    'The transfer was not held',
    0.4,
    (piece) => [
      ...when(piece.house?.hold === 'nothing', 'This house holds transfers with nothing.', STRONG),
      ...when(piece.skipped.includes('hold'), 'Holding it was passed over.', STRONG),
      ...when(
        piece.house !== null && piece.house.hold !== 'nothing' && !piece.skipped.includes('hold'),
        'It was held.',
        -SOME,
      ),
      ...alike(piece, 'ghost').all,
    ],
    () => ({ say: 'Hold the transfer with spray, nothing else.', overrides: { house: { hold: 'spray' } } }),
  ),
  rule(
    'ghost',
    'It shifted while it was peeled',
    0.4,
    (piece) => [
      ...when(piece.settings.peel.value === 'hot', 'It was peeled hot, while gas still came off.', LITTLE),
      ...when(piece.settings.peel.value === 'cold', 'It was peeled cold: no gas came off any more.', -STRONG),
      ...alike(piece, 'ghost').slip,
    ],
    does('Peel in one motion, from one corner, and never lay it back.'),
  ),
  rule(
    'ghost',
    'The press opened with a jolt',
    0.2,
    (piece) => [
      ...when(piece.press.kind === 'auto-open', 'The press opens by itself.', STRONG),
      ...when(piece.press.kind !== 'auto-open', 'The press is opened by hand.', -STRONG),
    ],
    does('Hold the lever while it opens, or take a press that is opened by hand.'),
  ),
  rule(
    'yellow',
    'Too hot',
    0.5,
    (piece) => [
      ...tooHot(piece),
      ...when(isWhite(piece), 'White yellows first.', LITTLE),
      ...alike(piece, 'yellow').all,
    ],
    (piece) => heat(piece, -HEAT_STEP),
  ),
  rule(
    'yellow',
    'Too long',
    0.35,
    (piece) => [...tooLong(piece), ...alike(piece, 'yellow').slip],
    (piece) => time(piece, -TIME_STEP),
  ),
  rule(
    'yellow',
    'A dirty plate',
    0.15,
    (piece) => when(piece.house?.reuse === 'same design', 'Protective paper is used more than once here.', SOME),
    does('Wipe the plate while it is warm, and take fresh paper.'),
  ),
  rule(
    'pale',
    'Too cool',
    0.35,
    (piece) => [...tooCool(piece), ...alike(piece, 'pale').all],
    (piece) => {
      // A plate that was closed before it was hot needs no other plan.
      if (readsCool(piece)) return { say: 'Close it only when the plate reads its dial, nothing else.' };
      return piece.press.check === null
        ? { say: 'Check the press first: nobody knows how hot it gets.' }
        : heat(piece, HEAT_STEP);
    },
  ),
  rule(
    'pale',
    'Too short',
    0.25,
    (piece) => [...tooShort(piece), ...alike(piece, 'pale').slip],
    (piece) => time(piece, TIME_STEP),
  ),
  rule('pale', 'Too little pressure', 0.15, tooLight, firmer),
  rule(
    'pale',
    'Too little polyester',
    0.15,
    ({ blank: { fibre } }) => [
      ...when(fibre.polyester < 80, `The cloth is ${fibre.polyester} % polyester.`, STRONG),
      ...when(fibre.polyester >= 95, `The cloth is ${fibre.polyester} % polyester.`, -STRONG),
    ],
    does('Take a blank with more polyester: no setting fixes this.'),
  ),
  rule('pale', 'Damp', 0.1, damp, prePress),
  rule(
    'patches',
    'A cool spot of the plate',
    0.35,
    (piece) => [
      ...coolSpot(piece),
      ...when(
        (piece.sides[0]?.bed?.uneven ?? null) !== null,
        'The print reached beyond the even part of the plate.',
        STRONG,
      ),
    ],
    does('Lay it on the even part of the plate, as the bed shows; or take a more even press.'),
  ),
  rule('patches', 'Uneven pressure', 0.3, tooLight, firmer),
  rule(
    'patches',
    'A seam under the print',
    0.2,
    (piece) => [
      ...when(
        nearSeam(piece) && !has(piece, 'pad'),
        'A seam or zip lies beside the print, and no pad was under it.',
        STRONG,
      ),
      ...when(has(piece, 'pad'), 'It lay on a pad.', -SOME),
    ],
    does('Put a pad under the print, inside the seams.'),
  ),
  rule('patches', 'Moisture', 0.15, damp, prePress),
  rule(
    'white-edge',
    'The transfer shifted',
    0.4,
    (piece) => alike(piece, 'white-edge').slip,
    does('Hold it, and look along every edge before the press closes.'),
  ),
  rule(
    'white-edge',
    'Too little bleed',
    0.4,
    (piece) => [
      ...when(piece.blank.style === 'edge to edge', 'The print runs over the edge of the blank.', LITTLE),
      ...alike(piece, 'white-edge').all,
    ],
    does('Give the template more bleed, at the stage Blank.'),
  ),
  rule(
    'white-edge',
    'A gap between two parts',
    0.2,
    (piece) => [
      ...when((piece.sides[0]?.bed?.sections ?? null) !== null, 'It was pressed in sections.', SOME),
      ...when(alongSeam(piece) === true, 'It shows along the edge of a section.', SOME),
    ],
    does('Lay the parts with a tighter join.'),
  ),
];
