import type { Blank, Edge } from '../blank/index.js';
import type { Finding } from '../finding/index.js';
import { isCurved } from '../shop/index.js';
import type { UnitPrinter } from '../units/index.js';
import { stackFinding, type Asked } from './asked.js';
import { stackThickness } from './layers.js';
import type { StackPlan } from './plan.js';
import type { PressBed, SectionWay } from './press-bed.js';
import { unsuited } from './suits.js';

/** What is supported by the plate's own frame, mm: less than this hangs out by itself. */
const HELD_BY_ITSELF = 60;
/** Between locked plates on a foam pad, mm. Common practice, no published source: 3/4 in or more. */
const FOAM_OPENING = 19;

/** Whether the press can take the goods, and how they lie on its plate. */
export function checkBeds(asked: Asked): void {
  const { plan, blank, add } = asked;
  const { press } = plan;
  const not = unsuited(blank, press);
  if (not) add('stack.press-kind', 'stop', `${press.name} is not for these goods`, not.why, not.remedy, false);
  checkOpening(asked);
  // The same of several sides is said once; and of all of them without their names.
  const said = plan.sides.map((_, side) => bedFindings(asked, side));
  const same = (one: Said, other: Said) => one.every((word, i) => word === other[i]);
  said.forEach((findings, side) => {
    for (const found of findings) {
      const on = said.map((others) => others.some((other) => same(found, other)));
      if (on.indexOf(true) < side) continue;
      const names = blank.sides.filter((_, i) => on[i]).map(({ name }) => name);
      const [code, severity, title, ...rest] = found;
      add(code, severity, on.every(Boolean) ? title : `${title} (${names.join(', ')})`, ...rest);
    }
  });
}

type Said = Parameters<Asked['add']>;

/** What is to be said of the bed of one side. */
function bedFindings(asked: Asked, side: number): Said[] {
  const bed = asked.plan.sides[side]?.bed;
  if (!bed) throw new RangeError(`there is no side ${side}`);
  const out: Said[] = [];
  checkBed({ ...asked, add: (...said) => out.push(said) }, bed);
  return out;
}

/** What is wrong with how one side of the plan lies on its plate. Throws a RangeError when there is no such side. */
export function checkBedOf(plan: StackPlan, blank: Blank, print: UnitPrinter, side: number): Finding[] {
  const asked: Asked = { plan, blank, print, add: () => undefined };
  return bedFindings(asked, side).map((said) => stackFinding(...said));
}

function checkOpening({ plan: { press, sides }, print, add }: Asked): void {
  const layers = sides[0]?.layers ?? [];
  const foam = layers.some(({ name }) => name === 'Foam pad');
  if (press.opening === null) return;
  const thick = Math.max(...sides.map((side) => stackThickness(side.layers)));
  if (thick > press.opening)
    add(
      'stack.opening',
      'stop',
      `${press.name} does not close on this stack`,
      `It is ${print.length(thick)} thick with its pad squeezed, and the plates stand ${print.length(press.opening)} apart when locked.`,
      'Take a thinner pad, or a press that opens wider: forced, it breaks or springs open.',
    );
  else if (foam && press.opening < FOAM_OPENING)
    add(
      'stack.foam-opening',
      'note',
      'Little room for a foam pad',
      `The plates stand ${print.length(press.opening)} apart when locked; on foam ${print.length(FOAM_OPENING)} or more is usual.`,
      'Close it slowly, and look whether the pressure is even at all four sides.',
    );
}

function checkBed(asked: Asked, bed: PressBed): void {
  const { print, add } = asked;
  const { press, settings } = asked.plan;
  const heat = settings.temperature.value;
  const even = bed.usable ? 'even part of the plate' : 'plate';
  if (bed.uneven)
    add(
      'stack.uneven',
      'fix',
      'The print reaches beyond the even part of the plate',
      `Under it the plate runs from ${print.temperature(bed.uneven.coolest)} to ${print.temperature(bed.uneven.hottest)}, and ${print.temperature(heat)} is wanted: cool spots print light, hot ones yellow.`,
      bed.otherWay
        ? `Press it on the even part alone, in ${bed.otherWay.count} sections, or take a more even press.`
        : 'Take a more even press, or turn the piece half way through the dwell.',
    );
  if (!bed.bed && bed.sections) {
    const { sections, bound } = bed.sections;
    const { way, otherWay } = bed;
    const runs = (one: SectionWay) => `from ${print.temperature(one.coolest)} to ${print.temperature(one.hottest)}`;
    const other =
      way && otherWay
        ? way.on === 'even'
          ? ` On all of the plate ${otherWay.count} would do, where it runs ${runs(otherWay)}: fewer seams, less even colour. Both stand above the bed.`
          : ` On its even part alone it would take ${otherWay.count}, ${runs(otherWay)}: more even colour, more seams. Both stand above the bed.`
        : '';
    add(
      'stack.sections',
      'note',
      `Pressed in ${sections.length} sections`,
      `The print is ${print.size(bed.print.width, bed.print.height)}, ${bed.way?.on === 'whole' ? `all of ${press.name} ${print.size(press.platen.width, press.platen.depth)}` : `the ${even} of ${press.name} ${print.size(bed.zone.width, bed.zone.height)}`}. No way to press it takes fewer than ${bound}.${other}`,
      'Keep the transfer fixed through every move.',
    );
  } else if (!bed.bed)
    add(
      'stack.platen',
      'stop',
      `The print is larger than the ${even} of ${press.name}`,
      `The print is ${print.size(bed.print.width, bed.print.height)}, the ${even} ${print.size(bed.zone.width, bed.zone.height)}: the rest would stay pale.`,
      'Take a larger press, or make the print smaller.',
    );
  checkHangingOut(asked, bed);
  const { bed: laid } = bed;
  if (laid?.hangs === 'pressed')
    add(
      'stack.hang-off',
      'stop',
      `The ${laid.onPlate.join(' and the ')} would lie under the plate`,
      `Where it lies on ${press.name} the ${laid.onPlate.join(' and the ')} is pressed: it melts, cracks or leaves a shiny line.`,
      'Put a pad under the print, smaller than the distance to it, or take a press whose edges are free.',
    );
  if (laid?.faults.includes('off the plate'))
    add(
      'stack.off-plate',
      'stop',
      'The print was laid beyond the plate',
      'What lies beside the plate stays pale, and its edge presses a line across the print.',
      'Drag it back, or choose Place automatically.',
    );
  if (laid?.faults.includes('against the frame'))
    add(
      'stack.against-frame',
      'stop',
      'The blank runs into the frame of the press',
      'It was laid over an edge that is not open: behind it stands the hinge or the frame.',
      'Drag it back, turn it, or choose Place automatically.',
    );
}

const NAMES: Record<Edge, string> = { top: 'back', bottom: 'front', left: 'left', right: 'right' };

function checkHangingOut({ plan, blank, print, add }: Asked, { hangsOut }: PressBed): void {
  const { table } = plan.press;
  // What goes into a bent press, or under an iron, hangs over no plate.
  if (isCurved(plan.press.kind) || plan.press.kind === 'hand iron') return;
  const edges = (Object.keys(hangsOut) as Edge[]).filter((edge) => hangsOut[edge] > Math.max(table, HELD_BY_ITSELF));
  if (edges.length === 0) return;
  const longest = Math.max(...edges.map((edge) => hangsOut[edge]));
  add(
    'stack.support',
    'fix',
    'Hold up what hangs out',
    `Up to ${print.length(longest)} hang over the ${edges.map((edge) => NAMES[edge]).join(' and the ')}${blank.weight === null ? '' : `, of ${print.weight(blank.weight)} in all`}: it pulls the transfer off, and the rest off the plate.`,
    table > 0
      ? `The table beside this press reaches ${print.length(table)}: put a board or a stool beyond it.`
      : 'Put a table of the same height beside the press.',
  );
}
