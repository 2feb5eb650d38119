import { baseKindOf, besideOf, type Blank, type Template } from '../blank/index.js';
import type { Finding, Severity } from '../finding/index.js';
import type { Press } from '../shop/index.js';
import { celsiusOf, type UnitPrinter } from '../units/index.js';
import { layersOf, type Layer } from './layers.js';
import { proposeSettings, type Overrides, type PressSettings } from './settings.js';
import { stepsOf, type Step } from './steps.js';

/** Everything the press needs to know about one kind of piece. */
export interface StackPlan {
  press: Press;
  settings: PressSettings;
  layers: Layer[];
  steps: Step[];
  /** Seconds under a hot plate for one piece. */
  hotSeconds: number;
}

/** Works out the plan for a blank on a press. */
export function planStack(blank: Blank, template: Template, press: Press, overrides: Overrides): StackPlan {
  const settings = proposeSettings(blank, overrides);
  const layers = layersOf(blank, template);
  const steps = stepsOf(blank, settings, layers);
  return { press, settings, layers, steps, hotSeconds: steps.reduce((sum, step) => sum + (step.seconds ?? 0), 0) };
}

/** White cloth yellows above this. Common practice, no published source. */
const YELLOWS_ABOVE = celsiusOf(400);

/** Checks a plan: what the press cannot do, what would spoil a piece, what could hurt someone. */
export function checkStack(plan: StackPlan, blank: Blank, template: Template, print: UnitPrinter): Finding[] {
  const { press, settings } = plan;
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
  const [across, deep] = [press.platen.width, press.platen.depth];
  if (!((width <= across && height <= deep) || (height <= across && width <= deep))) {
    add(
      'stack.platen',
      'stop',
      `The print is larger than the plate of ${press.name}`,
      `The print with its bleed is ${print.size(width, height)}, the plate ${print.size(across, deep)}: the rest would stay pale.`,
      'Take a larger press, or make the print smaller.',
    );
  }
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
      `Let the ${zip.edge} edge hang off the front of the plate, or lie beside the pad.`,
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
