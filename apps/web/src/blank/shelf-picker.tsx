import { useSuspenseQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link } from 'react-router';
import type { Blank } from '@kanga/core/blank';
import { blanksQuery } from '../data/index.js';
import { BlankCard } from '../draw/index.js';
import { finder, SearchField, usePassing } from '../ui/index.js';

/** The shelf as a row of pictures: one is chosen by a click or the arrow keys. */
export function ShelfPicker({
  chosen,
  onChoose,
  locked,
  jobId,
}: {
  chosen: string | null;
  /** `passing`: by the arrow keys, on the way to another perhaps. */
  onChoose: (blank: Blank, passing: boolean) => void;
  locked: boolean;
  /** The job that a new blank is for. */
  jobId: string;
}) {
  const { data: all } = useSuspenseQuery(blanksQuery);
  const [sought, setSought] = useState('');
  const { group, passing } = usePassing();
  const finds = finder(sought);
  const blanks = all.filter(
    (blank) => blank.id === chosen || (!blank.archived && finds(`${blank.name} ${blank.family} ${blank.range ?? ''}`)),
  );
  return (
    <fieldset disabled={locked} className="mb-2 min-w-0" {...group}>
      <legend className="sr-only">Blanks on the shelf</legend>
      <SearchField
        label="Find a blank"
        placeholder="Find a blank: sock, mug, zip …"
        className="mb-1.5 min-h-9 w-72 px-2"
        value={sought}
        onChange={setSought}
      />
      <div className="flex gap-2 overflow-x-auto pb-1.5">
        {blanks.map((blank) => (
          <BlankCard
            key={blank.id}
            blank={blank}
            type="radio"
            checked={blank.id === chosen}
            onChange={() => {
              onChoose(blank, passing());
            }}
          />
        ))}
        {!locked && (
          <Link
            to={`/shelf/new?job=${jobId}`}
            className="flex w-[104px] flex-none flex-col items-center justify-center gap-1 rounded-sm border-2 border-dashed border-key/50 bg-white p-1.5 text-center text-[14px] leading-tight hover:bg-wash"
          >
            <svg viewBox="0 0 40 24" className="h-8" aria-hidden>
              <rect
                x="1"
                y="5"
                width="38"
                height="14"
                fill="var(--color-yellow)"
                stroke="var(--color-key)"
                strokeWidth="1.5"
              />
              <path d="M7 5v6M13 5v9M19 5v6M25 5v9M31 5v6" stroke="var(--color-key)" strokeWidth="1.5" />
            </svg>
            Measure or trace your own
          </Link>
        )}
      </div>
    </fieldset>
  );
}
