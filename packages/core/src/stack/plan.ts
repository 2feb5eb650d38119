import { baseKindOf, besideOf, isHardGoods, type Blank, type Template } from '../blank/index.js';
import { checkPress } from '../heat/index.js';
import type { Decision, Finding, Severity } from '../finding/index.js';
import { celsiusOf, type UnitPrinter } from '../units/index.js';
import { bedOf, type PressBed } from './press-bed.js';
import { layersOf, type Layer } from './layers.js';
import { proposeSettings, type Overrides, type PressSettings } from './settings.js';
import { USUAL_HOUSE, type HouseRules, type Press } from '../shop/index.js';
import { stepsOf, type Step } from './steps.js';

/** Everything the press needs to know about one kind of piece. */
export interface StackPlan {
  press: Press;
  settings: PressSettings;
  layers: Layer[];
  steps: Step[];
  /** Seconds under a hot plate for one piece. */
  hotSeconds: number;
  bed: PressBed;
  /** What the dial is set to: the wanted temperature, corrected by what the press is off. */
  dial: Decision<number>;
  house: HouseRules;
}

/** The dial that brings the blank to what is wanted. */
function dialFor(press: Press, wanted: number, { usable }: PressBed): Decision<number> {
  if (!usable || !press.check)
    return {
      value: wanted,
      unit: '°C',
      why: `${press.name} was never checked, so that its dial is taken at its word.`,
      source: { kind: 'house rule', rule: 'no press check' },
      confidence: 'start',
    };
  const off = usable.dial - wanted;
  return {
    value: Math.round(usable.dial),
    unit: '°C',
    why: `At its check on ${press.check.at.slice(0, 10)} the plate was ${Math.abs(Math.round(off))} °C ${off > 0 ? 'below' : 'above'} its dial where the blank lies.`,
    source: { kind: 'computed', formula: 'wanted + (dial − plate) at the check, over the usable zone' },
    confidence: usable.spread < 2 ? 'firm' : 'fair',
  };
}

/** Works out the plan for a blank on a press. */
export function planStack(
  blank: Blank,
  template: Template,
  press: Press,
  overrides: Overrides,
  pieces = 1,
  house: HouseRules = USUAL_HOUSE,
): StackPlan {
  const settings = proposeSettings(blank, overrides);
  const layers = layersOf(blank, template, house);
  const bed = bedOf(blank, template, press, layers, settings.temperature.value, pieces);
  const steps = stepsOf(blank, settings, layers, bed.sections?.sections.length ?? 1, house);
  return {
    press,
    settings,
    layers,
    steps,
    hotSeconds: steps.reduce((sum, step) => sum + (step.seconds ?? 0), 0),
    bed,
    dial: dialFor(press, settings.temperature.value, bed),
    house,
  };
}

/** White cloth yellows above this. Common practice, no published source. */
const YELLOWS_ABOVE = celsiusOf(400);

/** Checks a plan: what the press cannot do, what would spoil a piece, what could hurt someone. */
export function checkStack(
  plan: StackPlan,
  blank: Blank,
  template: Template,
  print: UnitPrinter,
  today: string | null = null,
): Finding[] {
  const { press, settings, bed, dial } = plan;
  const out: Finding[] = [];
  const add = (code: string, severity: Severity, title: string, why: string, remedy: string, waivable = true) =>
    out.push({ code, severity, title, why, remedy, where: { stage: 'stack' }, waivable });
  const heat = settings.temperature.value;
  const { width, height } = template.bleedBox;

  if (heat > press.heatLimit) {
    add(
      'stack.heat-limit',
      'stop',
      `${press.name} does not go to ${print.temperature(heat)}`,
      `Its limit is ${print.temperature(press.heatLimit)}.`,
      'Lower the temperature and lengthen the dwell, or take another press.',
      false,
    );
  }
  if (dial.value > press.heatLimit && heat <= press.heatLimit) {
    add(
      'stack.dial-limit',
      'stop',
      `${press.name} cannot be set high enough`,
      `To bring the blank to ${print.temperature(heat)} its dial would have to stand at ${print.temperature(dial.value)}; its limit is ${print.temperature(press.heatLimit)}.`,
      'Lower the temperature and lengthen the dwell, or take another press.',
      false,
    );
  }
  if (bed.uneven) {
    add(
      'stack.uneven',
      'fix',
      'The print reaches beyond the even part of the plate',
      `Under it the plate runs from ${print.temperature(bed.uneven.coolest)} to ${print.temperature(bed.uneven.hottest)}, and ${print.temperature(heat)} is wanted: cool spots print light, hot ones yellow.`,
      'Take a more even press, or turn the piece half way through the dwell.',
    );
  }
  const even = bed.usable ? 'even part of the plate' : 'plate';
  if (!bed.bed && bed.sections) {
    const { sections, bound } = bed.sections;
    add(
      'stack.sections',
      'note',
      `Pressed in ${sections.length} sections`,
      `The print is ${print.size(bed.print.width, bed.print.height)}, the ${even} of ${press.name} ${print.size(bed.zone.width, bed.zone.height)}. No way to press it takes fewer than ${bound}.`,
      'Keep the transfer fixed through every move, and hold up what hangs out.',
    );
  } else if (!bed.bed) {
    add(
      'stack.platen',
      'stop',
      `The print is larger than the ${even} of ${press.name}`,
      `The print is ${print.size(width, height)}, the ${even} ${print.size(bed.zone.width, bed.zone.height)}: the rest would stay pale.`,
      'Take a larger press, or make the print smaller.',
    );
  }
  if (bed.bed?.hangs === 'pressed') {
    add(
      'stack.hang-off',
      'stop',
      `The ${bed.bed.onPlate.join(' and the ')} would lie under the plate`,
      `Nowhere on ${press.name} can the print lie within its ${even} and the ${bed.bed.onPlate.join(' and the ')} off it.`,
      'Put a pad under the print, smaller than the distance to it, or take a press whose edges are free.',
    );
  }
  out.push(...checkPress(press.name, press.check, bed.map, today, print));
  if (baseKindOf(blank.baseColour) === 'white' && heat > YELLOWS_ABOVE + 0.5) {
    add(
      'stack.yellow',
      'fix',
      `White cloth may yellow at ${print.temperature(heat)}`,
      `Above ${print.temperature(YELLOWS_ABOVE)} white polyester turns yellow or brown.`,
      'Less heat first, then less time.',
    );
  }
  const { range } = settings.temperature;
  if (settings.temperature.overruled && range && (heat < range.low - 5 || heat > range.high + 5)) {
    add(
      'stack.outside-chart',
      'fix',
      `${print.temperature(heat)} is outside common practice`,
      `For these goods the chart runs from ${print.temperature(range.low)} to ${print.temperature(range.high)}.`,
      'Try it on a spoiled blank of the same cloth first.',
    );
  }
  const hanging = blank.sides.flatMap((side) =>
    side.keepOuts
      .filter((k) => k.hangsOff)
      .map((keepOut) => ({ kind: keepOut.kind, ...besideOf(keepOut, side.outline) })),
  );
  const zip = hanging.find((one) => one.kind === 'zip');
  if (zip) {
    add(
      'stack.zip',
      'fix',
      'Keep the zip off the hot plate',
      `A zip melts. It runs along the ${zip.edge} edge, ${print.length(zip.clearance)} from the print.`,
      bed.bed?.hangs === 'off'
        ? 'Lie it as the bed shows: the zip hangs off the edge of the plate.'
        : `Let the ${zip.edge} edge hang off the plate, or lie beside the pad.`,
    );
  }
  const buckle = hanging.find((one) => one.kind === 'buckle');
  if (buckle) {
    add(
      'stack.buckle',
      'fix',
      'Keep the buckle off the plate',
      'It takes the pressure that the cloth should have, and it can crack.',
      `Let the ${buckle.edge} edge hang off the plate.`,
    );
  }
  const white = baseKindOf(blank.baseColour) === 'white';
  if (plan.house.hold === 'tape' && white && !isHardGoods(blank.family)) {
    add(
      'stack.tape-marks',
      'fix',
      'Tape marks white cloth',
      'This house holds transfers with heat tape; where it touches white cloth it leaves a mark.',
      'Keep the tape on the paper alone, or use spray on this one.',
    );
  }
  if (plan.house.nonStick === 'cover') {
    add(
      'stack.non-stick',
      'note',
      'Wipe the non-stick sheet before each design',
      'It holds ink and gives it back as a ghost; against a print itself it must never lie.',
      'Paper stays between it and the transfer.',
    );
  }
  if (press.kind === 'auto-open') {
    add(
      'stack.jolt',
      'note',
      'This press opens with a jolt',
      'A loose transfer shifts as it jumps and leaves a second, blurred image.',
      'Hold the transfer fast with spray or tape.',
    );
  }
  if (blank.family === 'neoprene') {
    add(
      'stack.fumes',
      'note',
      'Neoprene smells when it is hot',
      'Neoprene, rubber and adhesives give off fumes.',
      'Open a window or run a fan.',
    );
  }
  // ISO 13732-1: bare metal burns at a touch of 1 s from about 65 to 70 °C; a plate is far beyond.
  add(
    'stack.hot',
    'note',
    `Plate at ${print.temperature(heat)}: heat gloves`,
    'Plate and fresh blanks burn at a touch; never leave a hot press alone.',
    'Keep a clear place for hot things. The press maker’s manual and the blank maker’s sheet come first.',
  );
  return out;
}
