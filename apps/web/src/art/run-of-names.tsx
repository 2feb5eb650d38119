import { useState } from 'react';
import { comesInPairs } from '@kanga/core/blank';
import { useJob } from '../job/index.js';
import { Button, Dialog, FileField } from '../ui/index.js';
import { readRun, type ReadRun } from '../names/index.js';

const SAMPLE = 'name,no,count\nAda,1,2\nBo,2,1';

/** The table of names that fills the fields of the text. */
export function RunOfNames() {
  const { view, session, locked, setPiece } = useJob();
  const { run, pieces } = view.job;
  const [open, setOpen] = useState(false);
  const [text, setText] = useState('');
  const [problem, setProblem] = useState<string | null>(null);
  const [read, setRead] = useState<ReadRun | null>(null);
  const inPairs = view.blank !== null && comesInPairs(view.blank);
  const take = (table: string) => {
    setText(table);
    setProblem(null);
    setRead(null);
    if (table.trim() === '') return;
    try {
      setRead(readRun(table, inPairs ? 2 : 1));
    } catch (error) {
      setProblem(error instanceof Error ? error.message : String(error));
    }
  };
  const lacking = view.fields.filter(
    (field) => !read?.columns.some((name) => name.toLowerCase() === field.toLowerCase()),
  );
  return (
    <Dialog
      title="A run of names"
      open={open}
      onOpenChange={setOpen}
      trigger={
        <Button disabled={locked}>
          {run
            ? `Run: ${run.length} ${run.length === 1 ? 'row' : 'rows'}, ${pieces} ${pieces === 1 ? 'piece' : 'pieces'}`
            : 'Run of names…'}
        </Button>
      }
    >
      <div className="space-y-3">
        <p>
          A table with a heading row. Each column fills the field of its name, {'{name}'} for example; a column called
          count says how many {inPairs ? 'pairs' : 'pieces'} of that row.
          {inPairs && ' Each is a left and a right one.'}
        </p>
        <FileField
          title={<span className="font-semibold">From a CSV file</span>}
          accept=".csv,.tsv,.txt,text/csv"
          onFile={(file) => {
            void file.text().then(take);
          }}
        />
        <label className="block">
          <span className="font-semibold">Or pasted</span>
          <textarea
            className="figures mt-1 block h-36 w-full rounded-sm border-[1.5px] border-key/50 p-2"
            dir="auto"
            placeholder={SAMPLE}
            value={text}
            onChange={(event) => {
              take(event.target.value);
            }}
          />
        </label>
        {problem && (
          <p role="alert" className="font-semibold text-magenta">
            {problem}
          </p>
        )}
        {read && (
          <div role="status" className="space-y-1">
            <p>
              <b>{read.rows.length} rows</b>, {read.pieces} pieces{inPairs && `, ${read.pieces / read.each} pairs`};
              columns: {read.columns.join(', ')}.
            </p>
            {read.wrong.length > 0 && (
              <div className="border-l-4 border-magenta bg-wash px-3 py-1.5">
                <p className="font-semibold">{read.wrong.length} left out:</p>
                <ul className="max-h-32 overflow-auto">
                  {read.wrong.map(({ row, why }) => (
                    <li key={row}>
                      Row {row}: {why}.
                    </li>
                  ))}
                </ul>
              </div>
            )}
            {lacking.length > 0 && (
              <p className="font-semibold text-magenta">
                No column for {lacking.map((field) => `{${field}}`).join(', ')}.
              </p>
            )}
          </div>
        )}
        <div className="flex justify-end gap-2">
          {run && (
            <Button
              tone="danger"
              className="mr-auto"
              onClick={() => {
                session.change({ run: null });
                setOpen(false);
              }}
            >
              Remove the names
            </Button>
          )}
          <Button
            onClick={() => {
              setOpen(false);
            }}
          >
            Cancel
          </Button>
          <Button
            tone="strong"
            disabled={!read || read.rows.length === 0}
            onClick={() => {
              if (!read) return;
              session.change({ run: read.rows, pieces: read.pieces });
              setPiece(0);
              setOpen(false);
            }}
          >
            {read ? `Use ${read.pieces} ${read.pieces === 1 ? 'piece' : 'pieces'}` : 'Use it'}
          </Button>
        </div>
      </div>
    </Dialog>
  );
}
