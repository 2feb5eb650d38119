import { useMutation } from '@tanstack/react-query';
import { useState, type ReactNode } from 'react';
import { useNavigate } from 'react-router';
import { PIECES_LIMITS, type JobFile } from '@kanga/core/job';
import type { NewJob } from '@kanga/contract/job';
import { api, jobsQuery, problemFrom, queryClient } from '../data/index.js';
import { Dialog, FormFoot, TextField } from '../ui/index.js';

/** Opens a new job, then goes to its first stage. */
export function NewJobDialog({
  open,
  onOpenChange,
  trigger,
}: {
  open: boolean;
  onOpenChange: (open: boolean) => void;
  trigger?: ReactNode;
}) {
  const navigate = useNavigate();
  const [name, setName] = useState('');
  const [customer, setCustomer] = useState('');
  const [due, setDue] = useState('');
  const [pieces, setPieces] = useState('1');
  const count = Number(pieces);
  const wrongCount =
    Number.isInteger(count) && count >= PIECES_LIMITS.least && count <= PIECES_LIMITS.most
      ? undefined
      : `Write a whole number from ${PIECES_LIMITS.least} to ${PIECES_LIMITS.most}.`;
  const make = useMutation({
    mutationFn: (json: NewJob) => api<JobFile>('jobs', { method: 'POST', json }),
    onSuccess: async ({ job }) => {
      await queryClient.invalidateQueries(jobsQuery);
      await navigate(`/jobs/${job.id}/blank`);
    },
  });
  return (
    <Dialog title="A new job" open={open} onOpenChange={onOpenChange} trigger={trigger}>
      <form
        className="grid gap-3 sm:grid-cols-2"
        onSubmit={(event) => {
          event.preventDefault();
          if (!wrongCount && name.trim())
            make.mutate({ name: name.trim(), customer: customer.trim(), due: due || null, pieces: count });
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
            onChange={(e) => {
              setName(e.target.value);
            }}
          />
        </div>
        <TextField
          label="How many pieces?"
          inputMode="numeric"
          required
          value={pieces}
          problem={wrongCount}
          onChange={(e) => {
            setPieces(e.target.value);
          }}
        />
        <TextField
          label="Due"
          type="date"
          value={due}
          onChange={(e) => {
            setDue(e.target.value);
          }}
        />
        <div className="sm:col-span-2">
          <TextField
            label="For whom?"
            placeholder="may stay empty"
            maxLength={120}
            value={customer}
            onChange={(e) => {
              setCustomer(e.target.value);
            }}
          />
        </div>
        <FormFoot
          problem={make.isError ? problemFrom(make.error) : null}
          onCancel={() => {
            onOpenChange(false);
          }}
          label="Open the job"
          disabled={make.isPending || name.trim() === '' || wrongCount !== undefined}
        />
      </form>
    </Dialog>
  );
}
