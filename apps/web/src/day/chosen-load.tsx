import { useState } from 'react';
import { Link } from 'react-router';
import type { DayBook, DayRow } from '@kanga/core/day';
import { momentIn } from '@kanga/core/units';
import { problemFrom } from '../data/index.js';
import { May } from '../frame/index.js';
import { Button, ProblemText } from '../ui/index.js';
import { doing } from './day-words.js';
import { useKeepDay } from './use-keep-day.js';

/** One thing of the plan, opened: what it is, and a moment to put it at. */
export function ChosenLoad({
  row,
  book,
  day,
  zone,
  clock,
  unitName,
  onClose,
}: {
  row: DayRow;
  book: DayBook;
  /** The day that is looked at, ISO 8601. */
  day: string;
  zone: string;
  clock: (seconds: number) => string;
  unitName: string;
  onClose: () => void;
}) {
  const [at, setAt] = useState(clock(row.start));
  const keep = useKeepDay(book);
  const others = book.pins.filter(({ task }) => task !== row.task);
  const said = doing(row, unitName);
  return (
    <section
      aria-label="What was chosen"
      className="mt-2 flex flex-wrap items-end gap-x-5 gap-y-2 border-t-2 border-key pt-2"
    >
      <p className="mr-auto">
        <b>{said.charAt(0).toUpperCase() + said.slice(1)}</b>
        <br />
        <span className="text-soft">
          {clock(row.start)} to {clock(row.end)}
          {row.who.length > 0 && `, ${row.who.join(' and ')}`}
          {row.pinned && '; put there by hand'}
        </span>
      </p>
      <May door="keepDay">
        <label className="text-[15px] font-semibold">
          Begins at
          <input
            type="time"
            value={at}
            className="figures mt-0.5 block h-10 border-[1.5px] border-key/50 bg-white px-2 font-normal"
            onChange={(event) => {
              setAt(event.target.value);
            }}
          />
        </label>
        <Button
          disabled={keep.isPending || at === ''}
          onClick={() => {
            keep.mutate({
              pins: [...others, { task: row.task, at: momentIn(zone, day, at), unit: row.unitId || null }],
            });
          }}
        >
          Put it there
        </Button>
        {row.pinned && (
          <Button
            disabled={keep.isPending}
            onClick={() => {
              keep.mutate({ pins: others });
            }}
          >
            Let it move
          </Button>
        )}
      </May>
      <Link to={`/jobs/${row.jobId}`} className="inline-flex min-h-10 items-center text-cyan underline">
        Open job {row.number}
      </Link>
      <Button onClick={onClose}>Close</Button>
      {keep.isError && <ProblemText problem={problemFrom(keep.error)} />}
    </section>
  );
}
