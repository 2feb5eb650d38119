import { useState } from 'react';
import type { Blank } from '@kanga/core/blank';
import { handOver, problemFrom } from '../data/index.js';
import { May } from '../frame/index.js';
import { Button, FileInput } from '../ui/index.js';
import { readShelf, writeShelf, type WrongBlank } from './shelf-table.js';
import type { ShelfActs } from './use-shelf-acts.js';

/** Gives blanks out as a table. */
export function exportShelf(blanks: readonly Blank[]): void {
  handOver('kanga-shelf.csv', new Blob([writeShelf(blanks)], { type: 'text/csv' }));
}

/** The shelf in and out as a table. */
export function ShelfFile({ blanks, acts }: { blanks: readonly Blank[]; acts: ShelfActs }) {
  const [wrong, setWrong] = useState<WrongBlank[]>([]);
  const [said, setSaid] = useState<string | null>(null);
  const take = async (file: File) => {
    setSaid(null);
    setWrong([]);
    try {
      const read = readShelf(await file.text());
      setWrong(read.wrong);
      if (read.blanks.length > 0) await acts.addMany.mutateAsync(read.blanks);
      setSaid(`${read.blanks.length} blanks added to the shelf.`);
    } catch (error) {
      setSaid(error instanceof RangeError ? error.message : problemFrom(error).title);
    }
  };
  return (
    <div className="flex flex-wrap items-center gap-2">
      <Button
        onClick={() => {
          exportShelf(blanks);
        }}
      >
        Export CSV
      </Button>
      <May door="addBlanks">
        <label className="inline-flex min-h-10 items-center rounded-sm border-[1.5px] border-key/60 bg-white px-3.5 font-semibold hover:bg-wash has-focus-visible:outline-3 has-focus-visible:outline-cyan">
          Import CSV
          <FileInput
            accept=".csv,.tsv,.txt,text/csv"
            label="Import a table of blanks"
            onFile={(file) => {
              void take(file);
            }}
          />
        </label>
      </May>
      {said && <p role="status">{said}</p>}
      {wrong.length > 0 && (
        <ul role="alert" className="w-full border-l-4 border-magenta bg-wash px-3 py-1">
          {wrong.slice(0, 12).map(({ row, why }) => (
            <li key={row}>
              Row {row} left out: {why}
            </li>
          ))}
          {wrong.length > 12 && <li>and {wrong.length - 12} more.</li>}
        </ul>
      )}
    </div>
  );
}
