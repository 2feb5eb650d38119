import { useState } from 'react';
import { FAULTS, type FaultCode, faultOf } from '@kanga/core/inspect';
import type { JobView } from '@kanga/core/job';
import { Ripening } from '../draw/index.js';
import { Dialog, FormFoot } from '../ui/index.js';

type Verdict = NonNullable<JobView['bench']>['verdicts'][number];

/** One piece: how it looks when it is good, and what was found. */
export function PieceCard({
  view,
  piece,
  verdict,
  locked,
  onGood,
  onSpoiled,
}: {
  view: JobView;
  piece: number;
  verdict: Verdict;
  locked: boolean;
  onGood: () => void;
  onSpoiled: (fault: FaultCode, note: string) => void;
}) {
  const [open, setOpen] = useState(false);
  const [fault, setFault] = useState<FaultCode | null>(null);
  const [note, setNote] = useState('');
  const spoiled = verdict?.verdict === 'spoiled' ? verdict : null;
  return (
    <li
      className={`flex flex-col border-2 bg-white ${spoiled ? 'border-magenta' : verdict ? 'border-green' : 'border-rule'}`}
      data-testid={`piece-${piece + 1}`}
    >
      <div className={`h-32 p-2 ${verdict && !spoiled ? '' : 'opacity-80 saturate-50'}`}>
        <Ripening view={view} share={1} />
      </div>
      <p className="flex items-center gap-2 px-3 py-1 font-semibold">
        <span className="figures text-lg">{piece + 1}</span>
        {verdict === null && <span className="text-soft">not judged</span>}
        {verdict?.verdict === 'good' && <span className="text-green">✓ good</span>}
        {spoiled && <span className="text-magenta">✕ {faultOf(spoiled.fault).seen}</span>}
      </p>
      {spoiled?.note && <p className="px-3 pb-1 text-[14px] text-soft">“{spoiled.note}”</p>}
      {!locked && (
        <div className="mt-auto grid grid-cols-2">
          <button
            type="button"
            className="min-h-16 border-t border-r border-rule font-semibold hover:bg-green hover:text-white"
            aria-label={`Piece ${piece + 1} is good`}
            onClick={(event) => {
              onGood();
              event.currentTarget.blur();
            }}
          >
            Good
          </button>
          <button
            type="button"
            className="min-h-16 border-t border-rule font-semibold hover:bg-magenta hover:text-white"
            aria-label={`Piece ${piece + 1} is spoiled`}
            onClick={() => {
              setOpen(true);
            }}
          >
            Spoiled
          </button>
        </div>
      )}
      <Dialog title={`What is wrong with piece ${piece + 1}?`} open={open} onOpenChange={setOpen}>
        <form
          onSubmit={(event) => {
            event.preventDefault();
            if (!fault) return;
            onSpoiled(fault, note.trim());
            setOpen(false);
          }}
        >
          <fieldset className="grid grid-cols-2 gap-1.5">
            <legend className="sr-only">What is seen</legend>
            {FAULTS.map(({ code, seen }) => (
              <label
                key={code}
                className="flex min-h-12 items-center rounded-sm border-[1.5px] border-key/40 px-3 leading-tight has-checked:bg-key has-checked:text-white has-focus-visible:outline-3 has-focus-visible:outline-cyan"
              >
                <input
                  type="radio"
                  name={`fault-${piece}`}
                  className="sr-only"
                  checked={fault === code}
                  onChange={() => {
                    setFault(code);
                  }}
                />
                {seen}
              </label>
            ))}
          </fieldset>
          {fault && (
            <p className="mt-3 border-l-4 border-yellow pl-3">
              <b>Usual causes:</b> {faultOf(fault).causes}. <b>What helps:</b> {faultOf(fault).helps}
            </p>
          )}
          <label htmlFor={`note-${piece}`} className="mt-3 block font-semibold">
            Note
          </label>
          <input
            id={`note-${piece}`}
            maxLength={1000}
            className="w-full rounded-sm border-[1.5px] border-key/50 px-2.5 py-2"
            value={note}
            onChange={(event) => {
              setNote(event.target.value);
            }}
            placeholder="may stay empty"
          />
          <FormFoot
            problem={null}
            onCancel={() => {
              setOpen(false);
            }}
            label="It is spoiled"
            disabled={!fault}
            tone="danger"
          />
        </form>
      </Dialog>
    </li>
  );
}
