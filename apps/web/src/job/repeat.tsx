import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { sinceThen } from '@kanga/core/job';
import { call, JOBS_KEY, problemFrom, queryClient } from '../data/index.js';
import { Button, Dialog, FormFoot } from '../ui/index.js';
import { useJob } from './job-context.js';

/** Does a closed job again: says what has changed since it was pressed, and opens a new one that begins at its stack. */
export function RepeatJob() {
  const { view, print } = useJob();
  const [open, setOpen] = useState(false);
  const navigate = useNavigate();
  const again = useMutation({
    mutationFn: () => call('repeatJob', { id: view.job.id, body: {} }),
    onSuccess: async ({ job }) => {
      await queryClient.invalidateQueries({ queryKey: JOBS_KEY });
      setOpen(false);
      await navigate(`/jobs/${job.id}/stack`);
    },
  });
  const changed = open ? sinceThen(view, print) : [];
  return (
    <Dialog
      title={`Repeat job ${view.job.number}?`}
      open={open}
      onOpenChange={setOpen}
      trigger={
        <Button tone="strong" className="mr-1 ml-3 min-h-9! py-0.5!">
          Repeat
        </Button>
      }
    >
      {changed.length === 0 ? (
        <p className="text-lg">
          Nothing has changed since it was pressed: blank, settings, press, paper and house rules are the same.
        </p>
      ) : (
        <>
          <p className="text-lg">Since it was pressed:</p>
          <ul className="my-2 list-disc space-y-1 pl-6 text-lg">
            {changed.map((one) => (
              <li key={one}>{one}</li>
            ))}
          </ul>
        </>
      )}
      <p className="mt-2 text-soft">
        The new job has {view.job.pieces} {view.job.pieces === 1 ? 'piece' : 'pieces'}, the same art and the same
        waivers, and begins at the stack. Its due date and pieces can be changed there.
      </p>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          again.mutate();
        }}
      >
        <FormFoot
          problem={again.isError ? problemFrom(again.error) : null}
          onCancel={() => {
            setOpen(false);
          }}
          label="Open the new job"
          disabled={again.isPending}
        />
      </form>
    </Dialog>
  );
}
