import { useState } from 'react';
import { Link } from 'react-router';
import { fitnessOf, type Blank } from '@kanga/core/blank';
import { sizeOf } from '@kanga/core/geometry';
import { usePrint } from '../data/index.js';
import { May } from '../frame/index.js';
import { Button, Menu } from '../ui/index.js';
import { FAMILY_NAMES } from './families.js';
import { exportShelf } from './shelf-file.js';
import { sortShelf, type ShelfColumn } from './sort-shelf.js';
import { actsFor, type ShelfActs } from './use-shelf-acts.js';

const COLUMNS: readonly { column: ShelfColumn; name: string }[] = [
  { column: 'name', name: 'Name' },
  { column: 'kind', name: 'Kind' },
  { column: 'size', name: 'Print area' },
  { column: 'surface', name: 'Surface' },
  { column: 'stock', name: 'In stock' },
  { column: 'fitness', name: 'Fitness' },
];

/** The shelf as a table: sorted by any column, and many blanks at once. */
export function ShelfList({ blanks, acts }: { blanks: readonly Blank[]; acts: ShelfActs }) {
  const print = usePrint();
  const [sort, setSort] = useState<{ by: ShelfColumn; down: boolean }>({ by: 'name', down: false });
  const [picked, setPicked] = useState<ReadonlySet<string>>(new Set());
  const rows = sortShelf(blanks, sort.by, sort.down);
  const chosen = rows.filter(({ id }) => picked.has(id));
  const toggle = (id: string) => {
    setPicked((before) => {
      const next = new Set(before);
      if (!next.delete(id)) next.add(id);
      return next;
    });
  };
  const all = chosen.length === rows.length && rows.length > 0;
  return (
    <>
      <div className="mb-2 flex min-h-11 flex-wrap items-center gap-2" role="group" aria-label="Chosen blanks">
        <span className="mr-2 text-soft">
          {chosen.length === 0 ? 'Choose blanks to change many at once.' : `${chosen.length} chosen`}
        </span>
        {chosen.length > 0 && (
          <>
            <May door="changeBlank">
              <Button
                onClick={() => {
                  for (const blank of chosen) acts.save.mutate({ ...blank, archived: !blank.archived });
                  setPicked(new Set());
                }}
              >
                {chosen[0]?.archived ? 'Restore' : 'Archive'}
              </Button>
            </May>
            <Button
              onClick={() => {
                exportShelf(chosen);
              }}
            >
              Export these as CSV
            </Button>
          </>
        )}
      </div>
      <div className="overflow-x-auto">
        <table className="w-full text-left">
          <thead>
            <tr className="border-b-2 border-key text-[15px]">
              <th className="w-11">
                <Tick
                  label="Choose all"
                  checked={all}
                  onChange={() => {
                    setPicked(new Set(all ? [] : rows.map(({ id }) => id)));
                  }}
                />
              </th>
              {COLUMNS.map(({ column, name }) => (
                <th
                  key={column}
                  aria-sort={sort.by === column ? (sort.down ? 'descending' : 'ascending') : 'none'}
                  className="pr-4"
                >
                  <button
                    type="button"
                    className="flex min-h-10 items-center gap-1.5 font-semibold hover:underline"
                    onClick={() => {
                      setSort({ by: column, down: sort.by === column && !sort.down });
                    }}
                  >
                    {name}
                    <span aria-hidden>{sort.by === column ? (sort.down ? '↓' : '↑') : ''}</span>
                  </button>
                </th>
              ))}
              <th aria-label="More" />
            </tr>
          </thead>
          <tbody>
            {rows.map((blank) => {
              const outline = blank.sides[0]?.outline;
              const { width, height } = outline ? sizeOf(outline) : { width: 0, height: 0 };
              return (
                <tr key={blank.id} className={`border-b border-rule ${picked.has(blank.id) ? 'bg-yellow/25' : ''}`}>
                  <td>
                    <Tick
                      label={`Choose ${blank.name}`}
                      checked={picked.has(blank.id)}
                      onChange={() => {
                        toggle(blank.id);
                      }}
                    />
                  </td>
                  <td className="pr-4 font-semibold">
                    <Link to={`/shelf/${blank.id}`} className="hover:underline">
                      {blank.name}
                    </Link>
                  </td>
                  <td className="pr-4">{FAMILY_NAMES[blank.family]}</td>
                  <td className="figures pr-4 whitespace-nowrap">{print.size(width, height)}</td>
                  <td className="pr-4">{blank.surface}</td>
                  <td className="figures pr-4">{blank.stock ?? '–'}</td>
                  <td className="pr-4">{fitnessOf(blank).verdict}</td>
                  <td>
                    <May door="changeBlank">
                      <Menu label={`More for ${blank.name}`} items={actsFor(blank, acts)} />
                    </May>
                  </td>
                </tr>
              );
            })}
          </tbody>
        </table>
      </div>
    </>
  );
}

/** A box to tick in a table, as large as a finger. */
const Tick = ({ label, checked, onChange }: { label: string; checked: boolean; onChange: () => void }) => (
  <label className="flex h-11 w-11 items-center justify-center">
    <input type="checkbox" aria-label={label} className="h-5 w-5" checked={checked} onChange={onChange} />
  </label>
);
