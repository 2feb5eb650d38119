import { baseKindOf, filmInText, isHardGoods, type Blank } from '../blank/index.js';
import type { Finding } from '../finding/index.js';
import { checkPress, mapOf } from '../heat/index.js';
import { celsiusOf, type UnitPrinter } from '../units/index.js';
import { stackFinding, type Asked } from './asked.js';
import { checkBeds } from './check-bed.js';
import { checkSafety } from './check-safety.js';
import { TONER_FROM } from './chart.js';
import type { StackPlan } from './plan.js';

/** White cloth yellows above this, °C. Common practice, no published source: 400 °F. */
const YELLOWS_ABOVE = celsiusOf(400);

/** Checks a plan: what the press cannot do, what would spoil a piece, what could hurt someone. */
export function checkStack(plan: StackPlan, blank: Blank, print: UnitPrinter, today: string | null = null): Finding[] {
  const out: Finding[] = [];
  const asked: Asked = { plan, blank, print, add: (...said) => out.push(stackFinding(...said)) };
  checkReach(asked);
  checkBeds(asked);
  out.push(...checkPress(plan.press.name, plan.press.check, mapOf(plan.press), today, print));
  checkPad(asked);
  checkThickness(asked);
  checkSheet(asked);
  checkHeat(asked);
  checkSafety(asked);
  return out;
}

/** What the press can be set to. */
function checkReach({ plan: { press, settings, dial }, print, add }: Asked): void {
  const heat = settings.temperature.value;
  if (heat > press.heatLimit)
    add(
      'stack.heat-limit',
      'stop',
      `${press.name} does not go to ${print.temperature(heat)}`,
      `Its limit is ${print.temperature(press.heatLimit)}.`,
      'Lower the temperature and lengthen the dwell, or take another press.',
      false,
    );
  else if (dial.value > press.heatLimit)
    add(
      'stack.dial-limit',
      'stop',
      `${press.name} cannot be set high enough`,
      `To bring the blank to ${print.temperature(heat)} its dial would have to stand at ${print.temperature(dial.value)}; its limit is ${print.temperature(press.heatLimit)}.`,
      'Lower the temperature and lengthen the dwell, or take another press.',
      false,
    );
}

/** Whether what the goods are to lie on is there. */
function checkPad({ plan: { press, sides }, print, add }: Asked): void {
  const pad = sides.flatMap(({ layers }) => layers).find(({ role, missing }) => role === 'pad' && missing === true);
  if (pad?.size)
    add(
      'stack.pad-missing',
      'note',
      `${press.name} has no ${pad.name.toLowerCase()} that serves here`,
      `${pad.why} None of its pads lies inside the seams and is nearly as large as it may be.`,
      `Cut one of ${print.size(pad.size.width, pad.size.height)}, or add what you have to the press, in the shop.`,
    );
}

/** Whether the pad that is taken is as thick as one usually is. */
function checkThickness({ plan: { press, sides }, print, add }: Asked): void {
  const pad = sides.flatMap(({ layers }) => layers).find(({ otherwise }) => otherwise !== undefined);
  if (!pad?.otherwise) return;
  const { thick, usual } = pad.otherwise;
  add(
    'stack.pad-thickness',
    'note',
    `The ${pad.name.toLowerCase()} of ${press.name} is ${print.length(thick)} thick, usual is ${print.length(usual)}`,
    thick < usual
      ? 'A thin pad gives little: seams and pile come through it.'
      : 'A thick pad gives much: the pressure in the middle is less than the gauge says.',
    thick < usual
      ? 'Lay two on each other, or press one on trial.'
      : 'Press a little firmer, and try it with paper strips.',
  );
}

/** Whether the maker's sheet agrees with itself, and the plan with the limits on it. */
function checkSheet({ plan: { settings, dye, film }, blank, print, add }: Asked): void {
  const sheet = blank.makersSheet;
  const most = sheet?.limits.temperature ?? null;
  const longest = sheet?.limits.dwell ?? null;
  if (sheet && most !== null && sheet.temperature !== null && sheet.temperature > most)
    add(
      'stack.sheet-contradicts',
      'fix',
      'The maker’s sheet contradicts itself',
      `It states ${print.temperature(sheet.temperature)}, and ${print.temperature(most)} as the most.`,
      'Kanga keeps to the limit. Ask the maker, and correct the sheet on the shelf.',
    );
  if (sheet && longest !== null && sheet.dwell !== null && sheet.dwell > longest)
    add(
      'stack.sheet-contradicts-time',
      'fix',
      'The maker’s sheet contradicts itself on time',
      `It states ${sheet.dwell} s, and ${longest} s as the most.`,
      'Kanga keeps to the limit. Ask the maker, and correct the sheet on the shelf.',
    );
  if (most !== null && settings.temperature.value > most + 0.5)
    add(
      'stack.blank-limit',
      'stop',
      `${print.temperature(settings.temperature.value)} is beyond the blank’s limit`,
      `Its maker’s sheet stops at ${print.temperature(most)}: it may melt, scorch or give off fumes.`,
      'Lower the temperature and lengthen the dwell.',
      false,
    );
  if (longest !== null && settings.dwell.value > longest)
    add(
      'stack.blank-limit-time',
      'stop',
      `${settings.dwell.value} s is longer than the blank stands`,
      `Its maker’s sheet stops at ${longest} s.`,
      'Shorten the dwell.',
    );
  if (dye === 'toner' && film === null && settings.temperature.value < TONER_FROM - 1)
    add(
      'stack.toner',
      'stop',
      'Too cool for toner',
      `Toner lets go of its dye from ${print.temperature(TONER_FROM)} on; this is ${print.temperature(settings.temperature.value)}.`,
      'Print this one with ink, or take another blank.',
    );
}

/** What heat and time do to the cloth. */
function checkHeat(asked: Asked): void {
  const { plan, blank, print, add } = asked;
  const { settings, film } = plan;
  if (film) {
    add(
      'stack.film',
      'note',
      'The film’s own sheet comes first',
      `Films differ: these settings are usual for ${filmInText(film)}, and the maker of yours may say others. It is printed with the ink that its sheet names.`,
      'Read the sheet that came with it, and press one on a rag first.',
    );
    return;
  }
  const { temperature, dwell } = settings;
  const heat = temperature.value;
  const white = baseKindOf(blank.baseColour) === 'white';
  if (white && !isHardGoods(blank.family) && heat > YELLOWS_ABOVE + 0.5)
    add(
      'stack.yellow',
      'fix',
      `White cloth may yellow at ${print.temperature(heat)}`,
      `Above ${print.temperature(YELLOWS_ABOVE)} white polyester turns yellow or brown.`,
      'Less heat first, then less time.',
    );
  const { range } = temperature;
  if (temperature.overruled && range && (heat < range.low - 5 || heat > range.high + 5))
    add(
      'stack.outside-chart',
      'fix',
      `${print.temperature(heat)} is outside common practice`,
      `For these goods the chart runs from ${print.temperature(range.low)} to ${print.temperature(range.high)}.`,
      'Try it on a spoiled blank of the same cloth first.',
    );
  if (temperature.source.kind === 'computed' || dwell.source.kind === 'computed')
    add(
      'stack.like-work',
      'note',
      'Settings that were never pressed',
      'By calculation they give the same result as proven ones; that is no test.',
      'Press one on a spoiled blank first, and look at its colour.',
    );
  else if (temperature.source.kind === 'reference chart' && temperature.confidence === 'start')
    add(
      'stack.unproven',
      'note',
      'Nothing is proven yet for this blank on this press',
      'The chart gives starting points: every press, paper and blank differs.',
      'Press one, judge it, and the next plan starts from what came out.',
    );
}
