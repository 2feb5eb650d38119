import { useState } from 'react';
import { PIECES_LIMITS } from '@kanga/core/job';
import type { Problem } from '@kanga/contract/finding';
import type { NewJob } from '@kanga/contract/job';
import { FormFoot, TextField } from '../ui/index.js';

interface Props {
  start: NewJob;
  label: string;
  /** Pieces can no longer change once the plan is at the press. */
  fixedPieces?: boolean;
  busy: boolean;
  problem: Problem | null;
  onDone: (job: NewJob) => void;
  onCancel: () => void;
}

/** What a job is, for whom, how many and when: for a new one, and to change one. */
export function JobForm({ start, label, fixedPieces = false, busy, problem, onDone, onCancel }: Props) {
  const [name, setName] = useState(start.name);
  const [customer, setCustomer] = useState(start.customer);
  const [due, setDue] = useState(start.due ?? '');
  const [pieces, setPieces] = useState(String(start.pieces));
  const { least, most } = PIECES_LIMITS;
  const count = Number(pieces);
  const counts = Number.isInteger(count) && count >= least && count <= most;
  const ready = name.trim() !== '' && counts;
  return (
    <form
      className="grid gap-3 sm:grid-cols-2"
      onSubmit={(event) => {
        event.preventDefault();
        if (ready) onDone({ name: name.trim(), customer: customer.trim(), due: due || null, pieces: count });
      }}
    >
      <div className="sm:col-span-2">
        <TextField
          label="What is it?"
          placeholder="Volunteer tees"
          required
          maxLength={120}
          autoFocus
          value={name}
          onChange={(event) => {
            setName(event.target.value);
          }}
        />
      </div>
      <TextField
        label="How many pieces?"
        inputMode="numeric"
        required
        disabled={fixedPieces}
        value={pieces}
        problem={counts ? undefined : `Write a whole number from ${least} to ${most}.`}
        onChange={(event) => {
          setPieces(event.target.value);
        }}
      />
      <TextField
        label="Due"
        type="date"
        value={due}
        onChange={(event) => {
          setDue(event.target.value);
        }}
      />
      <div className="sm:col-span-2">
        <TextField
          label="Customer"
          placeholder="may stay empty"
          maxLength={120}
          value={customer}
          onChange={(event) => {
            setCustomer(event.target.value);
          }}
        />
      </div>
      <FormFoot problem={problem} onCancel={onCancel} label={label} disabled={busy || !ready} />
    </form>
  );
}
