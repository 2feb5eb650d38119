import { useState } from 'react';
import { timeIn } from '@kanga/core/units';
import { shopZone, type BenchOutbox, type OutboxState, type SetAside as Aside } from '../data/index.js';
import { Button, Dialog, ProblemText, TextField } from '../ui/index.js';

const DID: Record<Aside['event']['kind'], string> = {
  start: 'clock started',
  done: 'step done',
  skip: 'step passed over',
  stop: 'press opened early',
  repeat: 'gone back to a step',
  swap: 'moved to another press',
  heat: 'plate said to be hot',
  guide: 'guidance chosen',
  verdict: 'judged',
  undo: 'taken back',
};

function wordsOf({ event }: Aside): string {
  const place =
    'piece' in event
      ? `piece ${event.piece + 1}`
      : 'bed' in event
        ? `bed ${event.bed + 1}, step ${event.step + 1}`
        : '';
  return [DID[event.kind], place, event.by ?? ''].filter((word) => word !== '').join(', ');
}

function Entry({ aside, outbox }: { aside: Aside; outbox: BenchOutbox }) {
  const { event, problem } = aside;
  const hasNote = event.kind === 'verdict' && event.verdict === 'spoiled';
  const [note, setNote] = useState(hasNote ? event.note : '');
  const [by, setBy] = useState(event.by ?? '');
  return (
    <li className="space-y-2 border-t border-rule py-3">
      <p>
        <span className="figures">{timeIn(shopZone(), event.at)}</span> <b>{wordsOf(aside)}</b>
      </p>
      <ProblemText problem={problem} />
      <TextField
        label="Operator"
        value={by}
        onChange={({ target }) => {
          setBy(target.value);
        }}
      />
      {hasNote && (
        <TextField
          label="Note"
          value={note}
          onChange={({ target }) => {
            setNote(target.value);
          }}
        />
      )}
      <div className="flex flex-wrap justify-end gap-2">
        <Button
          tone="danger"
          onClick={() => {
            outbox.drop(event.id);
          }}
        >
          Discard it
        </Button>
        <Button
          tone="strong"
          onClick={() => {
            outbox.again(event.id, (one) => ({
              ...one,
              by: by.trim() === '' ? null : by.trim(),
              ...(one.kind === 'verdict' && one.verdict === 'spoiled' ? { note } : {}),
            }));
          }}
        >
          Send again
        </Button>
      </div>
    </li>
  );
}

/** Entries that the server never takes: none is lost, and none holds up the others. Each can be changed and sent again, or dropped. */
export function SetAside({ outbox, bench, big = false }: { outbox: BenchOutbox; bench: OutboxState; big?: boolean }) {
  const [open, setOpen] = useState(false);
  const { aside } = bench;
  if (aside.length === 0) return null;
  const count = aside.length === 1 ? '1 entry was' : `${aside.length} entries were`;
  return (
    <div
      role="status"
      className={`no-print flex flex-wrap items-center gap-3 bg-yellow px-5 py-1.5 text-key ${big ? 'text-[19px]' : ''}`}
    >
      <p className="flex-1 font-semibold">{count} refused by the server, and kept here until you look.</p>
      <Dialog
        title={`${count} refused`}
        open={open}
        onOpenChange={setOpen}
        trigger={
          <Button className={big ? 'min-h-16 px-6 text-lg' : ''}>Look at {aside.length === 1 ? 'it' : 'them'}</Button>
        }
      >
        <ul className="max-h-[60vh] overflow-auto">
          {aside.map((one) => (
            <Entry key={one.event.id} aside={one} outbox={outbox} />
          ))}
        </ul>
      </Dialog>
    </div>
  );
}
