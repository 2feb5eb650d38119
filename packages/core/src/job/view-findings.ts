import { calledOf, type RunRow } from '../art/index.js';
import type { Blank } from '../blank/index.js';
import type { Finding, Stage } from '../finding/index.js';
import type { Job } from './job.js';
import { signsLacking } from '../text/index.js';

/** Too few blanks for the run. */
export const shortOf = (stock: number, pieces: number): Finding => ({
  code: 'blank.stock',
  severity: 'fix',
  title: `${stock} in stock, ${pieces} to press`,
  why: `${pieces - stock} more are needed, and some to spare for what is spoiled.`,
  remedy: 'Order them before anything is printed, or correct the stock on the shelf.',
  where: { stage: 'blank' },
  waivable: true,
});

/** What was approved is not what stands now. */
export const approvalVoid = (by: string): Finding => ({
  code: 'art.approval',
  severity: 'fix',
  title: `The art changed after ${by} approved it`,
  why: 'What was approved is no longer what would be printed.',
  remedy: 'Send a new proof and record the answer, or undo the change.',
  where: { stage: 'art' },
  waivable: true,
});

/** A stage lacks what everything after it hangs on. */
export const missing = (stage: Stage, title: string, why: string, remedy: string): Finding => ({
  code: `${stage}.missing`,
  severity: 'stop',
  title,
  why,
  remedy,
  where: { stage },
  waivable: false,
});

/** Findings with the name of the side that each is about, where the same check speaks of several. */
export function namedBySide(findings: readonly Finding[], { sides }: Pick<Blank, 'sides'>): Finding[] {
  const about = (code: string) =>
    new Set(findings.flatMap((one) => (one.code === code && one.where.side !== undefined ? [one.where.side] : [])))
      .size;
  return findings.map((one) => {
    const name = one.where.side === undefined ? undefined : sides[one.where.side]?.name;
    if (name === undefined || about(one.code) < 2) return one;
    return { ...one, where: { ...one.where, sideName: name } };
  });
}

/** A film is asked for on goods that take none. */
export const noFilm: Finding = {
  code: 'blank.film',
  severity: 'stop',
  title: 'Films go on cloth alone',
  why: 'On hard goods a film does not hold: it comes off with the first wash.',
  remedy: 'Plan it with dye again, on goods with a polymer coating.',
  where: { stage: 'blank' },
  waivable: true,
};

/** A run of thousands is gone through once, not at every step of a drag; forgotten with the run itself. */
const known = new WeakMap<readonly RunRow[], string[]>();
function unwrittenIn(run: readonly RunRow[]): string[] {
  const before = known.get(run);
  if (before) return before;
  const signs = signsLacking('label', run.flatMap(({ values }) => Object.values(values)).join(' '));
  known.set(run, signs);
  return signs;
}

/** Signs in what labels and documents say of a job that no font of theirs has. */
export function unwritten({ name, customer, run }: Pick<Job, 'name' | 'customer' | 'run'>): Finding[] {
  const signs = [...new Set([...signsLacking('label', `${name} ${customer}`), ...(run ? unwrittenIn(run) : [])])];
  if (signs.length === 0) return [];
  const finding: Finding = {
    code: 'sheet.signs',
    severity: 'fix',
    title: `Labels and documents cannot write ${signs.slice(0, 6).join(' ')}${signs.length > 6 ? ` and ${signs.length - 6} more` : ''}`,
    why: 'No font that ships has them: each would stand there as a question mark, and names that differ in them alone would look the same.',
    remedy: 'Write the name of the job, or those in its list, in letters that a label can show as well.',
    where: { stage: 'sheet' },
    waivable: true,
  };
  return [finding];
}

/** Goods that are worn in pairs, and rows of a run of names that have one of a pair, or one and a half. */
const halfPairs = (names: readonly string[]): Finding => ({
  code: 'blank.half',
  severity: 'fix',
  title: `${names.length === 1 ? 'One name has' : `${names.length} names have`} one of a pair only: ${names.slice(0, 4).join(', ')}${names.length > 4 ? ` and ${names.length - 4} more` : ''}`,
  why: 'These are worn in pairs: each two pieces that follow one another are left and right, whatever their names.',
  remedy: 'Read the run of names again: on these goods each row is a left and a right one.',
  where: { stage: 'blank' },
  waivable: true,
});

/** Goods that are worn in pairs, and one too few or too many. */
const oddOne = (pieces: number): Finding => ({
  code: 'blank.odd',
  severity: 'note',
  title: `${pieces} is an odd number: one has no other`,
  why: 'These are worn in pairs: each two pieces that follow one another are left and right.',
  remedy: `Make it ${pieces + 1}, unless it is a single one to replace another.`,
  where: { stage: 'blank' },
  waivable: true,
});

/** What does not come out as pairs on goods that are worn so: rows of names, else the number of pieces. O(rows). */
export function pairFindings(run: readonly RunRow[] | null, pieces: number): Finding[] {
  let first = 0;
  const half: string[] = [];
  // One that replaces another says which it is.
  const single = run?.some(({ of }) => of !== undefined) ?? false;
  for (const [row, { count, of }] of (run ?? []).entries()) {
    if (count % 2 === 1 && of === undefined) half.push(calledOf(run, first) || `row ${row + 1}`);
    first += count;
  }
  if (half.length > 0) return [halfPairs(half)];
  return pieces % 2 === 1 && !single ? [oddOne(pieces)] : [];
}
