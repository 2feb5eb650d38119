import { baseKindOf, isFirmer, isHardGoods } from '../blank/index.js';
import type { Asked } from './asked.js';
import { hangingOf } from './hanging.js';
import { holdOf } from './hold.js';

/** Cautions that come from the blank, the stack and the press in hand: what could hurt someone, and what the schools of the house do wrong here. */
export function checkSafety(asked: Asked): void {
  checkHangOffs(asked);
  // A film is held by nothing but its own weight: it melts on at once.
  if (!asked.plan.film) checkHold(asked);
  checkNonStick(asked);
  checkBreaking(asked);
  checkFumes(asked);
  checkMachine(asked);
}

function checkHangOffs({ plan: { sides }, blank, print, add }: Asked): void {
  const hanging = hangingOf(blank);
  const off = sides.every(({ bed }) => bed.bed?.hangs === 'off');
  const beside = !off && sides.every(({ bed }) => bed.bed?.hangs === 'off' || bed.bed?.hangs === 'beside');
  const zip = hanging.find((one) => one.kind === 'zip');
  if (zip)
    add(
      'stack.zip',
      'fix',
      'Keep the zip off the hot plate',
      `A zip melts. It runs along the ${zip.edge} edge, ${zip.clearance < 0.5 ? 'right beside the print' : `${print.length(zip.clearance)} from the print`}.`,
      off
        ? 'Lay it as the bed shows: the zip hangs off the edge of the plate.'
        : beside
          ? 'Lay it as the bed shows: the zip lies beside the pad, where nothing presses it.'
          : `Let the ${zip.edge} edge hang off the plate, or lie beside the pad.`,
    );
  const buckle = hanging.find((one) => one.kind === 'buckle');
  if (buckle)
    add(
      'stack.buckle',
      'fix',
      'Keep the buckle off the plate',
      'It takes the pressure that the cloth should have, and it can crack.',
      `Let the ${buckle.edge} edge hang off the plate.`,
    );
}

function checkHold({ plan: { house, settings }, blank, add }: Asked): void {
  const hold = holdOf(blank, house);
  if (hold === 'nothing' && settings.peel.value === 'cold')
    add(
      'stack.loose',
      'fix',
      'Nothing holds the transfer while it cools',
      'Peeled cold it lies on the piece while that is carried off the press: loose, it shifts and leaves a second, blurred image.',
      'Hold it with heat tape or spray, or peel it hot.',
    );
  if (hold === 'household tape')
    add(
      'stack.household-tape',
      'stop',
      'Household tape melts',
      'Plastic tape melts on the cloth and on the plate, and smokes.',
      'Take heat tape, or spray; change the house rule in the shop.',
      false,
    );
  if (hold === 'painter’s tape')
    add(
      'stack.painters-tape',
      'fix',
      'Painter’s tape can leave its glue',
      'Some use it, most warn against it: under heat its glue can stay on the cloth.',
      'Take heat tape or spray.',
    );
  if (hold === 'tape' && baseKindOf(blank.baseColour) === 'white' && !isHardGoods(blank.family))
    add(
      'stack.tape-marks',
      'fix',
      'Tape marks white cloth',
      'This house holds transfers with heat tape; where it touches white cloth it leaves a mark.',
      'Keep the tape on the paper alone, or use spray on this one.',
    );
  if (hold === 'spray')
    add(
      'stack.spray',
      'note',
      'Spray away from the press',
      'Spray mist catches fire on a hot plate, and nobody should breathe it.',
      'In a box or outdoors. The maker’s sheet of the spray comes first.',
    );
}

function checkNonStick({ plan: { house, sides, film }, add }: Asked): void {
  if (house.nonStick === 'on the print' && !film)
    add(
      'stack.non-stick-print',
      'stop',
      'A non-stick sheet against the print',
      'It takes up ink and gives it to the next piece as a ghost.',
      'Put a fresh sheet of paper between; change the house rule in the shop.',
    );
  else if (sides[0]?.layers.some(({ role }) => role === 'non-stick sheet'))
    add(
      'stack.non-stick',
      'note',
      'Wipe the non-stick sheet before each design',
      'It holds ink and gives it back as a ghost; against a print itself it must never lie.',
      'Paper stays between it and the transfer.',
    );
}

function checkBreaking({ plan: { settings }, blank, add }: Asked): void {
  const { value } = settings.pressure;
  const fragile = blank.family === 'tile' || blank.family === 'ceramic coaster' || blank.family === 'mug';
  const limit = blank.makersSheet?.limits.pressure ?? (fragile ? 'medium' : null);
  if (limit && isFirmer(value, limit))
    add(
      'stack.breaks',
      'stop',
      fragile ? `A ${blank.family} breaks under ${value} pressure` : `${value} pressure is beyond the blank’s limit`,
      fragile ? 'Fired clay and glass crack, and their edges cut.' : `Its maker’s sheet stops at ${limit}.`,
      `Set the pressure to ${limit} or lighter.`,
      !fragile,
    );
  else if (fragile)
    add(
      'stack.fragile',
      'note',
      'It can break, hot or cold',
      'Fired clay and glass crack under pressure, and when they are cooled at once.',
      'Let it cool by itself, on cloth; wear gloves, and glasses when you try a new one.',
    );
}

const SMELLS: Partial<Record<Asked['blank']['family'], string>> = {
  neoprene: 'Neoprene',
  mat: 'Rubber',
  'mouse pad': 'Rubber',
  'faux leather': 'Faux leather',
};

function checkFumes({ blank, add }: Asked): void {
  const what = SMELLS[blank.family];
  if (what)
    add(
      'stack.fumes',
      'note',
      `${what} smells when it is hot`,
      'Neoprene, rubber, coatings and adhesives give off fumes.',
      'Open a window or run a fan; the blank maker’s sheet says what it gives off.',
    );
}

function checkMachine({ plan: { press, settings }, print, add }: Asked): void {
  if (press.kind === 'auto-open')
    add(
      'stack.jolt',
      'note',
      'This press opens with a jolt',
      'A loose transfer shifts as it jumps and leaves a second, blurred image; and what moves by itself pinches.',
      'Hold the transfer fast with spray or tape, and keep hands clear.',
    );
  if (press.kind === 'hand iron')
    add(
      'stack.iron',
      'fix',
      'A hand iron presses unevenly',
      'Its plate is small, its heat swings, and a hand cannot keep the pressure.',
      'Lift and set down, never slide; try it on a spoiled blank first.',
    );
  // ISO 13732-1: bare metal burns at a touch of 1 s from about 65 to 70 °C; a plate is far beyond.
  add(
    'stack.hot',
    'note',
    `Plate at ${print.temperature(settings.temperature.value)}: heat gloves`,
    'Plate and fresh blanks burn at a touch; never leave a hot press alone.',
    'Keep a clear place for hot things. The press maker’s manual and the blank maker’s sheet come first; circuit and wiring are for a licensed electrician and local code.',
  );
}
