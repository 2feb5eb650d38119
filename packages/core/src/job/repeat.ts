import { ofPair, valuesOf, type RunRow } from '../art/index.js';
import { comesInPairs, type Blank } from '../blank/index.js';
import { sizeOf } from '../geometry/index.js';
import type { Overrides } from '../stack/index.js';
import { SCHOOL_KEYS, SCHOOLS, schoolOf } from '../shop/index.js';
import { formatDuration, type UnitPrinter } from '../units/index.js';
import { changeOf, type Job, type JobChange } from './job.js';
import type { JobView } from './view.js';

/** What is wanted again of a job. */
export interface Repeat {
  /** These pieces alone, from 0; left out: all. */
  pieces?: readonly number[];
  /** What is done otherwise than in the job; left out: nothing. */
  overrides?: Overrides;
}

/** The rows of just these pieces. On goods that are worn in pairs each says which it is; a left one with its right one after it is a row of a pair again. */
function rowsOf(
  run: readonly RunRow[] | null,
  pieces: readonly number[],
  blank: Pick<Blank, 'family'> | null,
): RunRow[] | null {
  if (!blank || !comesInPairs(blank)) return run && pieces.map((piece) => ({ values: valuesOf(run, piece), count: 1 }));
  const rows: RunRow[] = [];
  for (let i = 0; i < pieces.length; i++) {
    const [piece = 0, other] = [pieces[i], pieces[i + 1]];
    const of = ofPair(blank, run, piece) ?? 'left';
    const values = valuesOf(run, piece);
    const sameRow = run === null || (other !== undefined && valuesOf(run, other) === values);
    const whole = of === 'left' && other === piece + 1 && sameRow && ofPair(blank, run, other) === 'right';
    rows.push({ values, ...(whole ? { count: 2 } : { count: 1, of }) });
    if (whole) i++;
  }
  // Pairs that are all alike need no table.
  return run === null && rows.every(({ of }) => of === undefined) ? null : rows;
}

/**
 * The choices of a new job that does a job again, all but its number: the names of just those pieces, no day, and nothing of where it stood. An arrangement
 * of the sheets was made for all of them and goes with none.
 */
export function repeatOf(
  job: Job,
  { pieces, overrides }: Repeat,
  blank: Pick<Blank, 'family'> | null = null,
): Omit<JobChange, 'version'> {
  const { version, ...choices } = changeOf(job);
  void version;
  const all = pieces === undefined;
  return {
    ...choices,
    name: all ? job.name : `${job.name}, again`.slice(0, 120),
    due: null,
    pieces: pieces?.length ?? job.pieces,
    run: all ? job.run : rowsOf(job.run, pieces, blank),
    reached: 'stack',
    sheet: all ? job.sheet : { ...job.sheet, arrangement: null },
    overrides: overrides ?? job.overrides,
  };
}

/** What has changed since a job was pressed, a sentence each: its blank, its settings, its press, its paper, the ways of the house, the stock. Nothing where it never was. */
export function sinceThen(view: JobView, print: UnitPrinter): string[] {
  const { plan, blank, stack, media, press, job } = view;
  if (!plan) return [];
  const said: string[] = [];
  const when = (is: boolean, sentence: string) => {
    if (is) said.push(sentence);
  };
  const then = plan.blank;
  when(blank === null || blank.archived, `${then.name} is not on the shelf any more.`);
  for (const side of then.sides) {
    const now = blank?.sides.find(({ name }) => name === side.name);
    if (!now) continue;
    const [was, is] = [sizeOf(side.outline), sizeOf(now.outline)];
    when(
      Math.abs(was.width - is.width) > 0.05 || Math.abs(was.height - is.height) > 0.05,
      `The ${side.name} of ${then.name} measures ${print.size(is.width, is.height)}; it was ${print.size(was.width, was.height)}.`,
    );
  }
  when(
    blank !== null &&
      JSON.stringify([blank.fibre, blank.baseColour, blank.surface]) !==
        JSON.stringify([then.fibre, then.baseColour, then.surface]),
    `${then.name} is of another cloth or colour.`,
  );
  when(
    press !== null && press.id !== plan.press.id,
    `It goes to ${press?.name ?? ''} now; it was pressed on ${plan.press.name}.`,
  );
  if (stack) {
    const [was, is] = [plan.settings, stack.settings];
    const figures: [string, string, string][] = [
      ['Temperature', print.temperature(was.temperature.value), print.temperature(is.temperature.value)],
      ['Dial', print.temperature(plan.dial ?? was.temperature.value), print.temperature(stack.dial.value)],
      ['Dwell', formatDuration(was.dwell.value), formatDuration(is.dwell.value)],
      ['Pressure', was.pressure.value, is.pressure.value],
      ['Pre-press', formatDuration(was.prePress.value), formatDuration(is.prePress.value)],
      ['Peel', was.peel.value, is.peel.value],
    ];
    for (const [name, before, now] of figures) when(before !== now, `${name}: ${now}; it was ${before}.`);
    const { house } = plan;
    if (house)
      for (const key of SCHOOL_KEYS)
        when(
          house[key] !== stack.house[key],
          `${SCHOOLS[key].question} Now: ${print.text(schoolOf(stack.house, key).label)}. Then: ${print.text(schoolOf(house, key).label)}.`,
        );
  }
  when(
    plan.paper !== null && media?.id !== plan.paper.id,
    `It goes on ${media?.name ?? 'no paper'}; it was on ${plan.paper?.name ?? ''}.`,
  );
  const stock = blank?.stock ?? null;
  when(stock !== null && stock < job.pieces, `${stock ?? 0} in stock, ${job.pieces} to press.`);
  return said;
}
