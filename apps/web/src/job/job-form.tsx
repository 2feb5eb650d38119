import { PIECES_LIMITS } from '@kanga/core/job';
import type { Problem } from '@kanga/contract/finding';
import type { NewJob } from '@kanga/contract/job';
import { useTypedForm } from '../form/index.js';
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
  const { least, most } = PIECES_LIMITS;
  const { form, field, submit } = useTypedForm<NewJob>({
    // What else a job is, this form neither asks nor changes.
    start: { name: start.name, customer: start.customer, due: start.due, pieces: start.pieces },
    quantities: { pieces: 'number', due: 'words' },
    schema: async () => (await import('@kanga/contract/job')).newJobSchema,
    says: {
      name: 'A name, such as Volunteer tees.',
      pieces: `Write a whole number from ${least} to ${most}.`,
      due: 'A day of the calendar, or nothing.',
    },
  });
  return (
    <form className="grid gap-3 sm:grid-cols-2" onSubmit={submit(onDone)}>
      <div className="sm:col-span-2">
        <TextField
          label="What is it?"
          placeholder="Volunteer tees"
          required
          maxLength={120}
          autoFocus
          {...field('name')}
        />
      </div>
      <TextField
        label="How many pieces?"
        inputMode="numeric"
        required
        readOnly={fixedPieces}
        hint={fixedPieces ? 'Fixed: the plan is at the press.' : undefined}
        {...field('pieces')}
      />
      <TextField label="Due" type="date" {...field('due')} />
      <div className="sm:col-span-2">
        <TextField label="Customer" placeholder="may stay empty" maxLength={120} {...field('customer')} />
      </div>
      <FormFoot problem={problem} onCancel={onCancel} label={label} disabled={busy || !form.formState.isValid} />
    </form>
  );
}
