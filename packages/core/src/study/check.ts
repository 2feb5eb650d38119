import { driftOf, isSame, type Nearness } from '../dial/index.js';
import { checksOf } from './drift.js';
import { truly, toldOf, type Study, type StudySwatch } from './study.js';
import type { Finding, Severity } from '../finding/index.js';
import { degreesText, lengthText, temperatureText } from '../units/index.js';

/** Settings this near to each other are the same. */
const SAME: Nearness = { temperature: 2.5, dwell: { share: 0.06 }, prePress: 1.5 };
/** Two readings of like swatches that differ by more than this contradict each other, ΔE. */
const APART = 4;
/** A swatch is pressed otherwise than planned from here on, °C and s. */
const OTHERWISE = { temperature: 4, dwell: 4 };
const DAY = 86_400_000;
/** A study that lay for so many days is begun again with care; and a check swatch is pressed once in so many. */
const LAID = 30;
const MONTH = 31;

const alike = (a: StudySwatch, b: StudySwatch): boolean => isSame(truly(a), truly(b), SAME);

/** What is the matter with a study. `now`: ISO 8601. O(n²). */
export function checkStudy(study: Study, now: string): Finding[] {
  const findings: Finding[] = [];
  const add = (code: string, severity: Severity, title: string, why: string, remedy: string) =>
    findings.push({ code: `study.${code}`, severity, title, why, remedy, where: { stage: 'press' }, waivable: true });
  const pressed = study.swatches.filter(({ pressedAt }) => pressedAt !== null);
  const told = toldOf(study);
  if (pressed.length > 1 && pressed.every(({ spoiled }) => spoiled !== null))
    add(
      'all-spoiled',
      'fix',
      `All ${pressed.length} swatches are spoiled`,
      'Nothing can be read off them.',
      'Look at what spoiled them first: paper side, mirror, cover sheet, limits. Then press the first ones again.',
    );
  const [first] = told;
  if (told.length > 1 && first && told.every((one) => alike(one, first)))
    add(
      'all-alike',
      'note',
      'All swatches were pressed alike',
      'They tell how much one pressing differs from the next, and nothing of other settings.',
      'Press the settings that are proposed.',
    );
  told.forEach((one, i) => {
    for (const other of told.slice(i + 1)) {
      if (!one.reading || !other.reading || !alike(one, other)) continue;
      const apart = Math.hypot(
        one.reading.strength.value - other.reading.strength.value,
        one.reading.yellowing.value - other.reading.yellowing.value,
      );
      if (apart > APART)
        add(
          'contradiction',
          'fix',
          `Swatches ${one.number} and ${other.number} were pressed alike and differ by ΔE ${apart.toFixed(1)}`,
          'One of them had another heat, pressure or moisture than it says, or was read under glare.',
          'Look at both. Mark the one that is off as spoiled, or press it once more.',
        );
    }
  });
  for (const { number, setting, reached } of pressed) {
    if (!reached) continue;
    const [heat, time] = [reached.temperature - setting.temperature, reached.dwell - setting.dwell];
    if (Math.abs(heat) <= OTHERWISE.temperature && Math.abs(time) <= OTHERWISE.dwell) continue;
    const off = [
      ...(Math.abs(heat) > OTHERWISE.temperature
        ? [`${degreesText(Math.abs(heat))} ${heat > 0 ? 'hotter' : 'cooler'}`]
        : []),
      ...(Math.abs(time) > OTHERWISE.dwell
        ? [`${Math.round(Math.abs(time))} s ${time > 0 ? 'longer' : 'shorter'}`]
        : []),
    ];
    add(
      'otherwise',
      'note',
      `Swatch ${number} was pressed ${off.join(' and ')} than planned`,
      `It counts as ${temperatureText(reached.temperature)} for ${Math.round(reached.dwell)} s: what it truly had.`,
      'Nothing is lost. Press it again only if you want that very setting.',
    );
  }
  for (const { number, reading } of told)
    if (reading?.ghost)
      add(
        'ghost',
        'note',
        `Swatch ${number} has a second image, ${lengthText(reading.ghost.shift)} beside the first`,
        'The transfer moved while gas was coming off. It says nothing of heat or time; how soft its edges are is left out.',
        'Tack the transfer down, and lift it in one motion.',
      );
  const checks = checksOf(study);
  const chart = driftOf(checks);
  const newest = checks.at(-1);
  if (chart.drifted && newest)
    add(
      'drift',
      'fix',
      `Prints have drifted: ΔE ${newest.apart.toFixed(1)} from the accepted swatch`,
      chart.cause ?? '',
      'Check the plate and the nozzles. If all is well, press three swatches about the recipe and accept it anew.',
    );
  if (study.result) {
    const since = Math.floor((Date.parse(now) - Date.parse(newest?.at ?? study.result.at)) / DAY);
    if (since > MONTH)
      add(
        'check-due',
        'note',
        `No check swatch for ${since} days`,
        'Elements, thermostats, inks and papers drift; a swatch shows it before a customer does.',
        'Press one by the recipe, and after new ink, paper or element.',
      );
  }
  const days = Math.floor((Date.parse(now) - Date.parse(study.updatedAt)) / DAY);
  if (!study.result && told.length > 0 && days > LAID)
    add(
      'old',
      'fix',
      `Nothing was pressed for ${days} days`,
      'Ink, paper, element and cloth may have changed since.',
      `Press swatch ${first?.number ?? 1} once more and compare the two before you go on.`,
    );
  return findings;
}
