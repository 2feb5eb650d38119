import { useState } from 'react';
import type { RunRow } from '@kanga/core/art';
import { bySize, rangeOf, type Blank } from '@kanga/core/blank';
import { ORDER_LIMITS, piecesEach, type OrderJob, type WantedSize } from '@kanga/core/order';
import { formatCount } from '@kanga/core/units';
import type { Problem } from '@kanga/contract/finding';
import type { LineChange } from '@kanga/contract/order';
import { BlankGlyph } from '../draw/index.js';
import { FormFoot, Select, TextField } from '../ui/index.js';
import { readPaste } from './read-paste.js';

/** Goods that are chosen from: each range once, under its name. */
const goodsOf = (blanks: readonly Blank[]): Blank[] => {
  const seen = new Set<string>();
  return blanks.filter((blank) => {
    const key = blank.range ?? blank.id;
    if (blank.archived || seen.has(key)) return false;
    seen.add(key);
    return true;
  });
};
const nameOf = (blank: Blank): string => blank.range ?? blank.name;

/** What is wanted of a line, size by size: typed, or pasted from a spreadsheet. */
export function LineForm({
  what: named,
  set: grouped,
  sets,
  jobs,
  blanks,
  says,
  busy,
  problem,
  onDone,
  onCancel,
}: {
  /** What the line is called; empty for a new one. */
  what: string;
  /** The set that it belongs to, and those that the order has; empty: none. */
  set: string;
  sets: readonly string[];
  /** The sizes that it has. */
  jobs: readonly OrderJob[];
  blanks: readonly Blank[];
  /** What it costs to change it so, a sentence each. */
  says: (sizes: readonly WantedSize[]) => string[];
  busy: boolean;
  problem: Problem | null;
  onDone: (line: Omit<LineChange, 'version'>) => void;
  onCancel: () => void;
}) {
  const goods = goodsOf(blanks);
  const first = blanks.find(({ id }) => id === jobs[0]?.blankId) ?? goods[0];
  const [chosen, setChosen] = useState(first);
  const [what, setWhat] = useState(named);
  const [set, setSet] = useState(grouped);
  const [counts, setCounts] = useState<Record<string, string>>(
    Object.fromEntries(
      jobs.flatMap(({ blankId, pieces }) => {
        const blank = blanks.find(({ id }) => id === blankId);
        return blank ? [[blank.id, String(pieces / piecesEach(blank))]] : [];
      }),
    ),
  );
  const [pasted, setPasted] = useState('');
  const [said, setSaid] = useState<string[]>([]);
  const [runs, setRuns] = useState<Record<string, RunRow[]>>({});
  if (!chosen) return <p className="text-lg">Nothing is on the shelf yet: add a blank there first.</p>;
  const range = rangeOf(chosen, blanks);
  // A blank of the line that is no longer of its range stays in sight.
  const others = jobs.flatMap(({ blankId }) =>
    blanks.filter(({ id }) => id === blankId && !range.some((one) => one.id === id)),
  );
  const sizes = [...range, ...others].sort(bySize);
  const countOf = (blank: Blank): number => {
    const text = (counts[blank.id] ?? '').trim();
    return text === '' ? 0 : Number(text);
  };
  const wrong = sizes.filter((blank) => {
    const count = countOf(blank);
    return !Number.isInteger(count) || count < 0 || count > ORDER_LIMITS.pieces;
  });
  const sum = sizes.reduce((all, blank) => all + (wrong.includes(blank) ? 0 : countOf(blank)), 0);
  const costs = wrong.length > 0 ? [] : says(sizes.map((blank) => ({ blankId: blank.id, count: countOf(blank) })));
  const unit = piecesEach(chosen) === 2 ? 'pair' : 'piece';
  const take = (text: string) => {
    setPasted(text);
    const read = readPaste(text, sizes, nameOf(chosen));
    setSaid(read.said);
    if (Object.keys(read.counts).length === 0) return;
    setCounts(Object.fromEntries(Object.entries(read.counts).map(([id, count]) => [id, String(count)])));
    setRuns(read.runs);
  };
  // Names that were pasted make up the count of their size.
  const uneven = sizes.filter((blank) => {
    const run = runs[blank.id];
    return run && run.reduce((all, row) => all + row.count, 0) !== countOf(blank) * piecesEach(blank);
  });
  return (
    <form
      className="grid gap-3 sm:grid-cols-2"
      onSubmit={(event) => {
        event.preventDefault();
        onDone({
          what: what.trim() === '' ? nameOf(chosen) : what.trim(),
          ...(set.trim() === '' ? {} : { set: set.trim() }),
          sizes: sizes
            .filter((blank) => countOf(blank) > 0)
            .map((blank) => ({
              blankId: blank.id,
              count: countOf(blank),
              ...(runs[blank.id] ? { run: runs[blank.id] } : {}),
            })),
        });
      }}
    >
      <Select
        label="Goods"
        value={goods.find((blank) => (blank.range ?? blank.id) === (chosen.range ?? chosen.id))?.id ?? chosen.id}
        options={goods.map((blank) => ({ value: blank.id, label: nameOf(blank) }))}
        onChange={(id) => {
          setChosen(blanks.find((blank) => blank.id === id));
        }}
      />
      <TextField
        label="Called"
        placeholder={nameOf(chosen)}
        maxLength={120}
        value={what}
        onChange={(event) => {
          setWhat(event.target.value);
        }}
      />
      <fieldset className="sm:col-span-2">
        <legend className="mb-1 text-[15px] font-semibold">How many {unit}s of each size</legend>
        <div className="flex flex-wrap items-end gap-2">
          {sizes.map((blank) => (
            <label key={blank.id} className="w-[88px] text-center">
              <BlankGlyph blank={blank} className="mx-auto mb-1 h-12 w-full" />
              <b className="block truncate">{blank.size ?? 'one size'}</b>
              <input
                inputMode="numeric"
                aria-label={`${blank.size ?? blank.name}: how many`}
                aria-invalid={wrong.includes(blank)}
                className="figures h-11 w-full border-[1.5px] border-key/50 bg-white text-center text-lg aria-invalid:border-magenta"
                value={counts[blank.id] ?? ''}
                placeholder="0"
                onChange={(event) => {
                  setCounts({ ...counts, [blank.id]: event.target.value });
                }}
              />
              <span className="text-[14px] text-soft">{blank.stock === null ? '' : `${blank.stock} in stock`}</span>
            </label>
          ))}
        </div>
        {wrong.length > 0 && (
          <p role="alert" className="mt-1 font-semibold text-magenta">
            {wrong.map((blank) => `${blank.size ?? blank.name}: “${counts[blank.id] ?? ''}”`).join(', ')}: write a whole
            number up to {ORDER_LIMITS.pieces}, or nothing.
          </p>
        )}
        {costs.length > 0 && (
          <ul role="status" className="mt-1 border-l-4 border-yellow bg-wash px-3 py-1.5 font-semibold">
            {costs.map((one) => (
              <li key={one}>{one}</li>
            ))}
          </ul>
        )}
        {uneven.length > 0 && (
          <p role="alert" className="mt-1 font-semibold text-magenta">
            {uneven.map((blank) => blank.size ?? blank.name).join(', ')}: the count is not that of the names. Correct
            one of them.
          </p>
        )}
        <p className="mt-1 text-soft">
          {formatCount(sum, unit)} in all
          {Object.keys(runs).length > 0 ? ', with their names' : ''}
          {sum === 0 && jobs.length > 0 ? ': the line is taken off the order' : ''}
        </p>
      </fieldset>
      <div className="sm:col-span-2">
        <label className="block text-[15px] font-semibold">
          Paste sizes from a spreadsheet, or names with a column of sizes
          <textarea
            rows={3}
            className="figures mt-0.5 block w-full border-[1.5px] border-key/50 bg-white p-2 font-normal"
            placeholder={'S\t5\nM\t12\nL\t9'}
            value={pasted}
            onChange={(event) => {
              take(event.target.value);
            }}
          />
        </label>
        {said.length > 0 && (
          <ul role="alert" className="mt-1 font-semibold text-magenta">
            {said.slice(0, 6).map((one) => (
              <li key={one}>{one}</li>
            ))}
            {said.length > 6 && <li>and {said.length - 6} more</li>}
          </ul>
        )}
      </div>
      <div className="sm:col-span-2">
        <TextField
          label="Part of a set"
          hint={`One of it goes with one of each other line of that set, into one bag. ${sets.length > 0 ? `There is: ${sets.join(', ')}.` : 'Empty: none.'}`}
          maxLength={60}
          value={set}
          onChange={(event) => {
            setSet(event.target.value);
          }}
        />
      </div>
      <FormFoot
        problem={problem}
        onCancel={onCancel}
        label={sum === 0 && jobs.length > 0 ? 'Take it off' : jobs.length > 0 ? 'Save' : 'Add'}
        disabled={busy || wrong.length > 0 || uneven.length > 0 || (sum === 0 && jobs.length === 0)}
      />
    </form>
  );
}
