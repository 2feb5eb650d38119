import { useQuery } from '@tanstack/react-query';
import { useDeferredValue, useState } from 'react';
import { Link } from 'react-router';
import { FAULTS, faultOf } from '@kanga/core/inspect';
import { tidyNumber, timeIn } from '@kanga/core/units';
import type { LogEntry, LogQuery } from '@kanga/contract/job';
import { addressOf } from '@kanga/contract/route';
import { call, LOG_KEY, usePages, usePrint, useShop } from '../data/index.js';
import { AskAgain, Cloth, ListEnd } from '../frame/index.js';
import { Select, TextField, useWindow } from '../ui/index.js';
import { Fallout } from './fallout.js';

/** What the log is narrowed to on the screen: every field is there, empty where it narrows nothing. */
type Narrowed = Required<Omit<LogQuery, 'after' | 'verdict'>> & { verdict: LogEntry['verdict'] | '' };
const ALL: Narrowed = { text: '', press: '', blank: '', by: '', verdict: '', fault: '', from: '', to: '' };

/** What is asked for: nothing of what is empty. */
const asked = (narrowed: Narrowed): LogQuery =>
  Object.fromEntries(Object.entries(narrowed).filter(([, value]) => value.trim() !== ''));

const choices = (all: string, names: readonly string[]) => [
  { value: '', label: all },
  ...names.map((value) => ({ value, label: value })),
];

/** What the log is narrowed to. */
function Narrow({ value, onChange }: { value: Narrowed; onChange: (value: Narrowed) => void }) {
  const { data: names } = useQuery({
    queryKey: [...LOG_KEY, 'names'],
    queryFn: () => call('logNames'),
  });
  const set = (change: Partial<Narrowed>) => {
    onChange({ ...value, ...change });
  };
  return (
    <search className="no-print mb-3 grid grid-cols-2 items-end gap-x-3 gap-y-2 sm:grid-cols-4">
      <TextField
        label="Search"
        type="search"
        value={value.text}
        placeholder="job, blank, note …"
        onChange={(event) => {
          set({ text: event.target.value });
        }}
      />
      <Select
        label="Result"
        value={value.verdict}
        options={[
          { value: '', label: 'Any' },
          { value: 'good', label: 'Good' },
          { value: 'spoiled', label: 'Spoiled' },
          { value: 'not judged', label: 'Not judged' },
        ]}
        onChange={(verdict) => {
          set({ verdict });
        }}
      />
      <Select
        label="Fault"
        value={value.fault}
        options={[
          { value: '', label: 'Any' },
          ...FAULTS.map(({ code, seen }) => ({ value: code as string, label: seen })),
        ]}
        onChange={(fault) => {
          set({ fault });
        }}
      />
      <Select
        label="Press"
        value={value.press}
        options={choices('Any', names?.presses ?? [])}
        onChange={(press) => {
          set({ press });
        }}
      />
      <Select
        label="Blank"
        value={value.blank}
        options={choices('Any', names?.blanks ?? [])}
        onChange={(blank) => {
          set({ blank });
        }}
      />
      <Select
        label="Operator"
        value={value.by}
        options={choices('Anyone', names?.people ?? [])}
        onChange={(by) => {
          set({ by });
        }}
      />
      <TextField
        label="From"
        type="date"
        value={value.from}
        onChange={(event) => {
          set({ from: event.target.value });
        }}
      />
      <TextField
        label="To"
        type="date"
        value={value.to}
        onChange={(event) => {
          set({ to: event.target.value });
        }}
      />
    </search>
  );
}

function Entry({ row, at, measure }: { row: LogEntry; at: number; measure: (row: Element | null) => void }) {
  const { settings } = useShop();
  const print = usePrint();
  const off = row.actual === null ? null : row.actual - row.planned;
  return (
    <tr ref={measure} data-index={at} aria-rowindex={at + 2} className="border-b border-rule [&>td]:py-1.5 [&>td]:pr-3">
      <td className="figures">
        {print.day(row.at)} {timeIn(settings.timeZone, row.at)}
      </td>
      <td>
        <Link to={`/jobs/${row.jobId}/inspect`} className="text-cyan underline">
          {row.jobNumber} · {row.jobName}
        </Link>
      </td>
      <td>
        {row.piece + 1}, {row.side}
      </td>
      <td>{row.pressName}</td>
      <td>{row.by ?? <span className="text-soft">not set</span>}</td>
      <td className="figures whitespace-nowrap">{print.temperature(row.temperature)}</td>
      <td className="figures whitespace-nowrap">{row.planned} s</td>
      <td className="figures whitespace-nowrap">
        {row.actual === null ? 'skipped' : `${tidyNumber(row.actual, 1)} s`}
        {off !== null && Math.abs(off) >= 5 && (
          <b className="text-magenta">
            {' '}
            ({off > 0 ? '+' : '−'}
            {tidyNumber(Math.abs(off), 0)})
          </b>
        )}
      </td>
      <td>
        {row.verdict === 'good' && <span className="font-semibold text-green">✓ good</span>}
        {row.verdict === 'not judged' && <span className="text-soft">not judged</span>}
        {row.verdict === 'spoiled' && (
          <span className="font-semibold text-magenta">✕ {row.fault ? faultOf(row.fault).seen : 'spoiled'}</span>
        )}
        {row.note && <span className="text-soft"> “{row.note}”</span>}
      </td>
    </tr>
  );
}

/** What stands over the columns, and what share of the table each takes: they stay where they are, whichever rows are drawn. */
const HEADS = [
  ['When', 15],
  ['Job', 20],
  ['Piece', 8],
  ['Press', 12],
  ['Operator', 8],
  ['Set to', 7],
  ['Planned', 7],
  ['Actual', 9],
  ['Result', 14],
] as const;

/** About how high an entry is, px. */
const ROW = 37;

/** Entries of the log, those in the window drawn. `whole`: there are no more of them. */
function Entries({ rows, whole, onNearEnd }: { rows: readonly LogEntry[]; whole: boolean; onNearEnd: () => void }) {
  const { holds, drawn, measure, height, begins } = useWindow<HTMLTableSectionElement>({
    count: rows.length,
    height: ROW,
    onNearEnd,
  });
  const shown = drawn ?? rows.map((_, index) => ({ index }));
  const [first, last] = [drawn?.[0], drawn?.at(-1)];
  const before = first ? first.start - begins : 0;
  const after = drawn ? height - (last ? last.end - begins : 0) : 0;
  return (
    <table className="w-full min-w-[58rem] table-fixed text-left" aria-rowcount={whole ? rows.length + 1 : -1}>
      <colgroup>
        {HEADS.map(([head, share]) => (
          <col key={head} style={{ width: `${share}%` }} />
        ))}
      </colgroup>
      <thead className="text-soft">
        <tr aria-rowindex={1} className="border-b-2 border-key [&>th]:py-1 [&>th]:pr-3 [&>th]:font-normal">
          {HEADS.map(([head]) => (
            <th key={head}>{head}</th>
          ))}
        </tr>
      </thead>
      <tbody ref={holds}>
        {before > 0 && <tr aria-hidden style={{ height: before }} />}
        {shown.map(({ index }) => {
          const row = rows[index];
          return row && <Entry key={row.id} row={row} at={index} measure={measure} />;
        })}
        {after > 0 && <tr aria-hidden style={{ height: after }} />}
      </tbody>
    </table>
  );
}

/** The log’s one question: what was pressed, and did it go as planned? */
export function Log() {
  const { settings } = useShop();
  const [narrowed, setNarrowed] = useState(ALL);
  // Typing goes on while the answer to what was typed is still on its way.
  const wanted = useDeferredValue(narrowed);
  const { pages, isFetching, isPending, hasMore, more, error, again, rest } = usePages({
    queryKey: [...LOG_KEY, wanted],
    initialPageParam: '',
    queryFn: ({ pageParam }) =>
      call('log', { query: pageParam === '' ? asked(wanted) : { ...asked(wanted), after: pageParam } }),
    getNextPageParam: ({ next }) => next,
  });
  const rows = pages.flatMap(({ entries }) => entries);
  const isNarrowed = Object.keys(asked(wanted)).length > 0;
  return (
    <Cloth title="Log" head={<b>{settings.shopName}</b>}>
      <div className="min-h-0 flex-1 overflow-auto p-6">
        <h1 className="mb-4 font-big text-[34px] leading-none font-bold">Log of pressings</h1>
        <Fallout />
        <div className="mb-2 flex flex-wrap items-end justify-between gap-3">
          <h2 className="font-big text-2xl font-bold">Every pressing</h2>
          <p className="no-print flex gap-4">
            {(['csv', 'json'] as const).map((format) => (
              <a
                key={format}
                className="text-cyan underline"
                href={addressOf('exportLog', {}, { ...asked(wanted), format })}
                download
              >
                Save {isNarrowed ? 'these' : 'all'} as {format.toUpperCase()}
              </a>
            ))}
          </p>
        </div>
        <Narrow value={narrowed} onChange={setNarrowed} />
        {error && <AskAgain error={error} again={again} busy={isFetching} />}
        {isPending ? (
          <p className="text-soft" role="status">
            Loading…
          </p>
        ) : rows.length === 0 && error ? null : rows.length === 0 ? (
          <p className="text-lg text-soft">
            {isNarrowed
              ? 'Nothing found. Remove a word or a filter.'
              : 'Nothing has been pressed yet. Every pressing is recorded here automatically.'}
          </p>
        ) : (
          <>
            <Entries rows={rows} whole={!hasMore} onNearEnd={more} />
            <ListEnd rest={rest} />
          </>
        )}
      </div>
    </Cloth>
  );
}
