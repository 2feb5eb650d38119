import { filmFor, type Blank, type Film, type Template } from '../blank/index.js';
import type { Decision } from '../finding/index.js';
import { mapOf, usableZone, USUAL_ENERGY, type HeatMap } from '../heat/index.js';
import { USUAL_HOUSE, type HouseRules, type Press, type Printer } from '../shop/index.js';
import { cycleOf, type Cycle } from './cycle.js';
import { filmLayers, filmSettings, filmStepsOf } from './film-plan.js';
import { layersOf, type Layer } from './layers.js';
import { bedOf, toleranceOf, type PressBed, type SeamLook } from './press-bed.js';
import type { Proven } from './proven.js';
import { proposeSettings, type Overrides, type PressSettings } from './settings.js';
import type { Sheets, Step } from './step.js';
import { stepsOf } from './steps.js';
import { degreesText, dayText } from '../units/index.js';

/** How one side of a blank is pressed. */
export interface SidePlan {
  layers: Layer[];
  bed: PressBed;
}

/** Everything the press needs to know about one kind of piece. */
export interface StackPlan {
  press: Press;
  settings: PressSettings;
  /** One for each side that is pressed, in order; there is at least one. */
  sides: SidePlan[];
  steps: Step[];
  /** Seconds under a hot plate for one piece. */
  hotSeconds: number;
  cycle: Cycle;
  /** What the dial is set to: the wanted temperature, corrected by what the press is off. */
  dial: Decision<number>;
  house: HouseRules;
  /** What the transfer is printed with. */
  dye: Printer['dye'];
  /** The film that is pressed on instead of dye; null: it is dyed. */
  film: Film | null;
}

/** What a plan is made for. */
export interface Planned {
  blank: Blank;
  /** Of each side that is pressed: as many as the blank has sides. */
  templates: readonly Template[];
  press: Press;
  overrides: Overrides;
  /** How many pieces; left out: one. */
  pieces?: number;
  house?: HouseRules;
  proven?: readonly Proven[];
  /** The paper that the transfer is printed on. */
  mediaId?: string | null;
  dye?: Printer['dye'];
  /** Activation energy, J/mol; left out: the usual one. */
  energy?: number;
  /** Protective paper and pads are cut to whole steps of this, mm; left out: 1. */
  cutTo?: number;
  /** What the transfer of each side is; left out: whole. */
  sheets?: readonly Sheets[];
  /** What a seam costs across each side, asked only where one is needed; left out: all places are alike. */
  look?: ((side: number) => SeamLook | null) | null;
}

/** How far the plate is below its dial where the blank lies, °C; 0 while nobody checked. */
function offOf(press: Press, map: HeatMap | null, tolerance: number): number {
  return map && press.check ? usableZone(map, 0, tolerance).dial : 0;
}

/** The dial that brings the blank to what is wanted. */
function dialFor(press: Press, wanted: number, { usable }: PressBed): Decision<number> {
  if (!usable || !press.check)
    return {
      value: wanted,
      unit: '°C',
      why: `${press.name} was never checked, so its dial is trusted as it is.`,
      source: { kind: 'never checked', what: press.name },
      confidence: 'start',
    };
  const off = usable.dial - wanted;
  return {
    // To a thousandth: sums of readings end in a tail that no dial has.
    value: Math.round(usable.dial * 1000) / 1000,
    unit: '°C',
    why: `At its check on ${dayText(press.check.at)} the plate was ${degreesText(Math.abs(off))} ${off > 0 ? 'below' : 'above'} its dial where the blank lies.`,
    source: { kind: 'computed', formula: 'wanted + (dial − plate) at the check, over the usable zone' },
    confidence: usable.spread < 2 ? 'firm' : 'fair',
  };
}

/** Works out the plan for a blank on a press. Throws a RangeError when there is no template for a side. */
export function planStack(planned: Planned): StackPlan {
  const { blank, templates, press, overrides } = planned;
  const { pieces = 1, proven = [], mediaId = null, dye = 'ink' } = planned;
  const house = { ...(planned.house ?? USUAL_HOUSE), ...overrides.house };
  const { energy = USUAL_ENERGY, look = null, sheets = [], cutTo = 1 } = planned;
  if (templates.length === 0 || templates.length !== blank.sides.length)
    throw new RangeError(`a plan needs one template a side, got ${templates.length} for ${blank.sides.length} sides`);
  const reach = press.heatLimit - offOf(press, mapOf(press), toleranceOf(blank));
  const film = overrides.process === 'film' ? filmFor(blank) : null;
  const known = { house, proven, pressId: press.id, mediaId, dye, reach, energy };
  const settings = film ? filmSettings(film, overrides) : proposeSettings(blank, overrides, known);
  const wanted = settings.temperature.value;
  const sides = templates.map((template, side): SidePlan => {
    const dyed = layersOf(blank, template, house, press, cutTo);
    const layers = film ? filmLayers(film, dyed) : dyed;
    const place = overrides.places?.[side] ?? null;
    const asked = {
      press,
      layers,
      wanted,
      pieces,
      place,
      look: look?.(side) ?? null,
      sectioning: overrides.sectioning ?? null,
      moved: overrides.seams?.[side] ?? null,
    };
    return { layers, bed: bedOf(blank, side, template, asked) };
  });
  const [first] = sides;
  if (!first) throw new RangeError('a plan needs a side');
  const pressings = sides.map(({ bed }) => bed.sections?.sections.length ?? 1);
  const pressed = { settings, layers: first.layers, templates, sections: pressings };
  const steps = film
    ? filmStepsOf(blank, film, { ...pressed, press: press.kind })
    : stepsOf(blank, { ...pressed, house, press, sheets });
  return {
    press,
    settings,
    sides,
    steps,
    hotSeconds: steps.reduce((sum, step) => sum + (step.seconds ?? 0), 0),
    cycle: cycleOf(steps, blank, press, first.bed.bed?.pieces.length ?? 1),
    dial: dialFor(press, wanted, first.bed),
    house,
    dye,
    film,
  };
}
