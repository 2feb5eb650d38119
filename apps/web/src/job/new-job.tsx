import { useMutation } from '@tanstack/react-query';
import type { ReactNode } from 'react';
import { useNavigate } from 'react-router';
import type { NewJob } from '@kanga/contract/job';
import { call, JOBS_KEY, problemFrom, queryClient } from '../data/index.js';
import { Dialog } from '../ui/index.js';
import { LateJobForm } from './late-job-form.js';

const EMPTY: NewJob = { name: '', customer: '', due: null, pieces: 1 };

interface Props {
  open: boolean;
  onOpenChange: (open: boolean) => void;
  trigger?: ReactNode;
}

/** Opens a new job, then goes to its first stage. */
export function NewJobDialog({ open, onOpenChange, trigger }: Props) {
  const navigate = useNavigate();
  const make = useMutation({
    mutationFn: (body: NewJob) => call('addJob', { body }),
    onSuccess: async ({ job }) => {
      await queryClient.invalidateQueries({ queryKey: JOBS_KEY });
      await navigate(`/jobs/${job.id}/blank`);
    },
  });
  return (
    <Dialog title="A new job" open={open} onOpenChange={onOpenChange} trigger={trigger}>
      <LateJobForm
        start={EMPTY}
        label="Open the job"
        busy={make.isPending}
        problem={make.isError ? problemFrom(make.error) : null}
        onDone={(job) => {
          make.mutate(job);
        }}
        onCancel={() => {
          onOpenChange(false);
        }}
      />
    </Dialog>
  );
}
