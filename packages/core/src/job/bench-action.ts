import { namePieces, tellingOf, type BenchState, type PlateHeat, type Task } from '../bench/index.js';
import { capitalised, formatCount, lowered, type UnitPrinter } from '../units/index.js';
import type { Command, NextAction } from './action.js';
import type { RunPlan } from './job.js';

/** What the line says at the press, and what it does. */
export type BenchAction = Omit<NextAction, 'stage'>;

/** Whether a run is at a hand iron, which is set down and lifted where a press is closed and opened. */
export const isIron = (plan: RunPlan, { press }: Pick<BenchState, 'press'>): boolean =>
  plan.press.kind === 'hand iron' && plan.press.id === press.id;

const AT_PRESS = {
  close: 'close the press',
  closeOn: 'close the press on it',
  closed: 'Closed: start the clock',
  atZero: 'Open at zero',
  over: 'Opened',
  finish: 'Close it for the other',
  finished: 'Closed: finish it',
  stopped: 'Closed for',
  again: 'Closed: all',
};
const AT_IRON = {
  close: 'set the iron down',
  closeOn: 'set the iron down on it',
  closed: 'It is down: start the clock',
  atZero: 'Lift it at zero',
  over: 'Lifted',
  finish: 'Set it down for the other',
  finished: 'It is down: finish it',
  stopped: 'Pressed for',
  again: 'It is down: all',
};

/** How a pressing is told of at a press, or at a hand iron. */
export const wordsAt = (ironed: boolean): typeof AT_PRESS => (ironed ? AT_IRON : AT_PRESS);

/** What is asked of the plate before it is closed; null: nothing. */
export function heatAction(heat: PlateHeat, first: Task, print: UnitPrinter, ironed = false): BenchAction | null {
  switch (heat.kind) {
    case 'fine':
      return null;
    case 'ask':
      return {
        sentence: `Look at the ${ironed ? 'iron: is it' : 'press: is the plate'} at ${print.temperature(heat.dial)}?`,
        label: 'Yes, it is hot',
        command: { kind: 'heat', celsius: heat.dial },
      };
    case 'cold': {
      const minutes = Math.ceil(heat.wait / 60);
      const is = `the plate is at ${print.temperature(heat.celsius).split(' ')[0] ?? ''} of ${print.temperature(heat.dial)}`;
      return {
        sentence: `Wait: ${is}, about ${formatCount(minutes, 'minute')}.`,
        label: ironed ? 'Press it cold…' : 'Close it cold…',
        command: { kind: 'bench', told: tellingOf(first) },
        sure: {
          title: ironed ? 'Press with a cold iron?' : 'Close the press on a cold plate?',
          why: `${capitalised(is)}. Dye that does not turn to gas stays on the paper, and the print comes out pale. What the plate read is kept with what lies on it, proves nothing, and is asked about when the piece is judged.`,
          label: ironed ? 'Press it cold' : 'Close it cold',
        },
      };
    }
  }
}

const listed = (steps: Task['before']) => steps.map(({ title }) => lowered(title)).join(', ');
/** More things to do than this are not told in the line: the card beside it has them. */
const MOST_TOLD = 2;

/** How a step that is due is asked for, with all that is told by the same act, and how it is told. */
export function asking(task: Task, of: number, ironed = false): BenchAction {
  const { pieces, what, clock, stopped, before, after } = task;
  const named = of > 1 ? `${namePieces(pieces, of)}: ` : '';
  const says = (text: string) => `${named}${named ? lowered(text) : text}`;
  const command: Command = { kind: 'bench', told: tellingOf(task) };
  const words = wordsAt(ironed);
  const then = after.length > 0 ? `, ${listed(after)}` : '';
  const ready = before.length > MOST_TOLD ? 'Make it ready' : listed(before);
  const first = capitalised(ready);
  if (what.at === 'rack')
    return after.length > 0
      ? { sentence: `${says('When it is cool')}${then}.`, label: 'Off the rack', command }
      : { sentence: `${says('Off the rack when it is cool')}.`, label: 'It is cool', command };
  if (clock?.startedAt) return { sentence: `${says(words.atZero)}${then}.`, label: words.over, command };
  if (clock && stopped)
    return {
      sentence: `${says(words.stopped)} ${Math.round(stopped.after)} of ${stopped.of} s so far. ${words.finish} ${clock.seconds} s.`,
      label: words.finished,
      command,
    };
  if (clock)
    return {
      sentence: `${before.length > 0 ? `${says(first)}, then ${words.closeOn}` : `${says(what.title)}: ${words.close}`}.`,
      label: words.closed,
      command,
    };
  if (what.kind === 'recover')
    return {
      sentence: `${before.length > 0 ? `${says(first)}, ${lowered(what.title)}` : says(what.title)}.`,
      label: 'It is hot: start the clock',
      command,
    };
  return { sentence: `${says(what.title)}${then}.`, label: 'Done', command };
}
