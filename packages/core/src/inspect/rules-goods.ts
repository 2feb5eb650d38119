import { damp, does, prePress, rule, time, TIME_STEP, type CauseRule } from './cause-rule.js';
import { alike, has, LITTLE, SOME, STRONG, tooShort, when } from './pressed.js';
import { alongEdge, alongSeam } from './spot.js';

/** Causes of what is wrong with the goods: lines, specks, what went through, what broke. Common practice, no published source; how usual each is, from memory. */
export const GOODS_RULES: readonly CauseRule[] = [
  rule(
    'press-line',
    'The paper’s edge pressed in',
    0.5,
    (piece) => [
      ...when(!has(piece, 'pad'), 'It lay without a pad: the edge of the paper was pressed.', SOME),
      ...when(piece.house?.lines === 'torn edge', 'The edges were torn.', -SOME),
      ...when(alongEdge(piece) === true, 'It shows along the edge of the print, where the paper ends.', SOME),
      ...when(alongEdge(piece) === false, 'It shows inside the print, away from the paper’s edge.', -SOME),
    ],
    () => ({ say: 'Tear the edges of the paper, nothing else.', overrides: { house: { lines: 'torn edge' } } }),
  ),
  rule(
    'press-line',
    'The pad’s edge pressed in',
    0.2,
    (piece) => [
      ...when(has(piece, 'pad') && piece.house?.pad === 'rubber', 'A rubber pad has a hard edge.', SOME),
      ...when(!has(piece, 'pad'), 'There was no pad.', -STRONG),
    ],
    () => ({ say: 'Take a foam pad, nothing else.', overrides: { house: { pad: 'foam' } } }),
  ),
  rule(
    'press-line',
    'The plate’s edge pressed in',
    0.3,
    (piece) => [
      ...when(
        (piece.sides[0]?.bed?.sections ?? null) !== null,
        'It was pressed in sections, each with an edge.',
        alongSeam(piece) === false ? LITTLE : STRONG,
      ),
      ...when(alongSeam(piece) === true, 'It shows along the edge of a section.', STRONG),
      ...when(alongSeam(piece) === false, 'It shows away from the edges of its sections.', -SOME),
    ],
    does('Let the seams of the sections lie where the picture is quiet, or take a larger press.'),
  ),
  rule(
    'specks',
    'Lint on the cloth',
    0.85,
    (piece) => [
      ...when(piece.skipped.includes('lint-roll'), 'Lint-rolling was passed over.', STRONG),
      ...when(piece.steps.filter(({ kind }) => kind === 'lint-roll').length < 2, 'It was rolled once only.', LITTLE),
    ],
    does('Lint-roll before the pre-press, and again while it is warm.'),
  ),
  rule(
    'specks',
    'Stray ink on the margin of the transfer',
    0.15,
    () => [],
    does('Trim the edges of the transfer away before pressing.'),
  ),
  rule(
    'blow-through',
    'No insert between the layers',
    0.5,
    (piece) => [
      ...when(
        piece.blank.layers.length > 1 && !has(piece, 'insert') && !has(piece, 'jig'),
        'It has two layers, and nothing was between them.',
        STRONG,
      ),
      ...when(has(piece, 'insert') || has(piece, 'jig'), 'Something lay between the layers.', -STRONG),
    ],
    does('Slide an insert into it, larger than the print.'),
  ),
  rule(
    'blow-through',
    'Paper used again',
    0.3,
    (piece) => [
      ...when(piece.house?.reuse === 'same design', 'Protective paper is used more than once here.', STRONG),
      ...when(piece.house?.reuse === 'never', 'Fresh paper is taken every time here.', -SOME),
    ],
    () => ({ say: 'Fresh paper for every pressing, nothing else.', overrides: { house: { reuse: 'never' } } }),
  ),
  rule('blow-through', 'A sheet smaller than the print', 0.2, () => [], does('Cut the sheets as the paper list says.')),
  rule(
    'gaps',
    'The pile was not laid',
    0.5,
    (piece) => [
      ...damp(piece),
      ...when(
        piece.settings.prePress.value > 0 && piece.settings.prePress.value < 30,
        'It was pre-pressed for less than 30 s.',
        SOME,
      ),
    ],
    () => ({ say: 'Comb it, and pre-press 30 s; nothing else.', overrides: { prePress: 30 } }),
  ),
  rule('gaps', 'Too short', 0.5, tooShort, (piece) => time(piece, 2 * TIME_STEP)),
  rule('creases', 'Not pre-pressed', 1, damp, prePress),
  rule(
    'sock-line',
    'Rolled too far round the jig',
    0.6,
    (piece) => [
      ...when(piece.house?.socks === 'roll', 'This house rolls socks round the jig.', SOME),
      ...when(piece.house?.socks === 'flip', 'This house flips them.', -STRONG),
    ],
    () => ({ say: 'Take one folded sheet and flip it, nothing else.', overrides: { house: { socks: 'flip' } } }),
  ),
  rule(
    'sock-line',
    'A pattern that does not meet itself',
    0.4,
    (piece) => when(piece.house?.socks === 'flip', 'One folded sheet lay round it.', SOME),
    does('Let the pattern run on from side to side, at the stage Art.'),
  ),
  rule(
    'melted',
    'It lay on the plate',
    0.8,
    (piece) =>
      when(
        piece.sides.some(({ bed }) => bed?.bed?.hangs === 'pressed'),
        'As it was laid, it was under the plate.',
        STRONG,
      ),
    does('Let it hang off the plate, as the bed shows.'),
  ),
  rule(
    'melted',
    'It touched the plate beside the pad',
    0.2,
    (piece) =>
      when(
        piece.sides.some(({ bed }) => bed?.bed?.hangs === 'beside'),
        'As it was laid, it lay on the plate beside the pad.',
        STRONG,
      ),
    does('Turn the piece so that it hangs off an open edge.'),
  ),
  rule(
    'wrong-way',
    'Mirrored twice, or not at all',
    1,
    (piece) => alike(piece, 'wrong-way').all,
    does('Print the mirror test of the printer, in the shop: exactly one of Kanga and the driver mirrors.'),
  ),
  rule(
    'broken',
    'Too much pressure',
    0.6,
    (piece) => [
      ...when(piece.settings.pressure.value === 'firm', 'It was pressed firmly.', STRONG),
      ...when(piece.settings.pressure.value === 'light', 'It was pressed lightly.', -SOME),
    ],
    (piece) =>
      piece.settings.pressure.value === 'light'
        ? { say: 'Turn the pressure down.' }
        : {
            say: `${piece.settings.pressure.value === 'firm' ? 'Medium' : 'Light'} pressure, nothing else.`,
            overrides: { pressure: piece.settings.pressure.value === 'firm' ? 'medium' : 'light' },
          },
  ),
  rule(
    'broken',
    'Bent or cooled at once while hot',
    0.4,
    (piece) => [
      ...when(piece.blank.family === 'mat', 'A hot mat cracks where it is rolled.', SOME),
      ...when(piece.skipped.includes('wait') || piece.skipped.includes('cool'), 'Cooling was passed over.', STRONG),
    ],
    does('Let it cool flat by itself.'),
  ),
];
