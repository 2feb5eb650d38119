import type { Finding, Severity } from '../finding/index.js';
import type { UnitPrinter } from '../units/index.js';
import { fitHeat, type HeatMap } from './map.js';
import { CHECK_DAYS, STRIP_SIDES, USUAL_PLACES, type PressCheck } from './reading.js';
import { suretyOf } from './zone.js';

/** Whole days between two moments. */
const daysBetween = (from: string, to: string): number => Math.floor((Date.parse(to) - Date.parse(from)) / 86_400_000);

/** What a check of a press says about pressing on it now; `today` is a moment in ISO 8601, null where nobody knows the time. */
export function checkPress(
  name: string,
  check: PressCheck | null,
  map: HeatMap | null,
  today: string | null,
  print: UnitPrinter,
): Finding[] {
  const out: Finding[] = [];
  const add = (code: string, severity: Severity, title: string, why: string, remedy: string) =>
    out.push({ code, severity, title, why, remedy, where: { stage: 'stack' }, waivable: true });
  if (!check) {
    add(
      'stack.unchecked',
      'note',
      `${name} was never checked`,
      'Every press is off in its own way: the same dial is something else on another, and cool spots print light.',
      'Check its temperature on a grid and its pressure with paper strips, in the shop.',
    );
    return out;
  }
  if (!map) {
    add(
      'stack.no-readings',
      'fix',
      `The check of ${name} has no reading to go by`,
      'A plan cannot say what to set the dial to.',
      'Read the plate again on a grid.',
    );
  }
  const days = today === null ? 0 : daysBetween(check.at, today);
  if (days > CHECK_DAYS)
    add(
      'stack.check-due',
      'fix',
      `${name} was checked ${days} days ago`,
      `Elements and thermostats drift: a check is good for about ${CHECK_DAYS} days.`,
      'Check it again in the shop.',
    );
  const slid = STRIP_SIDES.filter((side) => check.strips[side] === 'slid');
  if (slid.length > 0)
    add(
      'stack.light-side',
      'fix',
      `The pressure of ${name} is light at the ${slid.join(' and the ')}`,
      'The paper strip slid out there: prints come out pale where the plate does not press.',
      slid.length === 4
        ? 'Turn the pressure up and try the strips again.'
        : 'Level the plates as the press maker says, or put the print where the strips held.',
    );
  if (map && map.doubted.length > 0) {
    const [first] = map.doubted;
    add(
      'stack.doubted-reading',
      'note',
      map.doubted.length === 1 ? 'One reading stands out' : `${map.doubted.length} readings stand out`,
      first
        ? `${print.temperature(first.reading.celsius)} at ${print.size(first.reading.x, first.reading.y)}, where the others say ${print.temperature(first.said)}: either the plate is so there, or the hand slipped. Until that is known it is kept, and nothing is laid there.`
        : '',
      'Read that place again: a second like reading is believed, a different one takes its place.',
    );
  }
  if (map && map.refused.length > 0) {
    const [first] = map.refused;
    add(
      'stack.refused-reading',
      'note',
      `${map.refused.length === 1 ? 'One reading was' : `${map.refused.length} readings were`} not believed`,
      first
        ? `${print.temperature(first.reading.celsius)} at ${print.size(first.reading.x, first.reading.y)}: ${print.text(first.why)}.`
        : '',
      'Nothing needs to be done where that place was read again.',
    );
  }
  if (check.readings.length > 0 && map && !suretyOf(map).sure)
    add(
      'stack.few-readings',
      'fix',
      `Too few places of ${name} were read`,
      'No part of its plate is known to be even enough; what is taken for even is a guess.',
      `Read more of its places in the shop: ${USUAL_PLACES} by ${USUAL_PLACES} tell nearly all there is to know.`,
    );
  return out;
}

/** Maps by what checks say: one that is read anew each time says the same. The last few. */
const lately = new Map<string, HeatMap>();
const LATELY = 24;

/** The map of a press from its last check, fitted once; null when it was never checked, or no reading is believed. */
export function mapOf({ platen, check }: { platen: HeatMap['platen']; check: PressCheck | null }): HeatMap | null {
  if (!check || check.readings.length === 0) return null;
  const key = JSON.stringify([platen.width, platen.depth, check.dial, check.curved, check.readings]);
  const map = lately.get(key) ?? fitHeat(check, platen);
  if (!map) return null;
  lately.delete(key);
  lately.set(key, map);
  const [oldest] = lately.keys();
  if (lately.size > LATELY && oldest !== undefined) lately.delete(oldest);
  return map;
}
