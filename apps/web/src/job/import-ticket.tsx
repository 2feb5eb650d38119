import { useMutation } from '@tanstack/react-query';
import { useId } from 'react';
import { useNavigate } from 'react-router';
import { artQuery, blanksQuery, call, JOBS_KEY, problemFrom, queryClient } from '../data/index.js';
import { ProblemText } from '../ui/index.js';

/** Takes in a job ticket that Kanga exported, here or in another shop. */
export function ImportTicket() {
  const id = useId();
  const navigate = useNavigate();
  const take = useMutation({
    mutationFn: (zip: File) => call('importTicket', { body: zip }),
    onSuccess: async ({ job }) => {
      await Promise.all(
        [JOBS_KEY, artQuery.queryKey, blanksQuery.queryKey].map((queryKey) =>
          queryClient.invalidateQueries({ queryKey }),
        ),
      );
      await navigate(`/jobs/${job.id}/${job.reached}`);
    },
  });
  return (
    <>
      <label
        htmlFor={id}
        className="inline-flex min-h-10 items-center rounded-sm border-[1.5px] border-key/60 bg-white px-3.5 font-semibold hover:bg-wash has-focus-visible:outline-3 has-focus-visible:outline-cyan"
      >
        {take.isPending ? 'Importing…' : 'Import a ticket'}
        <input
          id={id}
          type="file"
          accept=".zip,application/zip"
          className="sr-only"
          disabled={take.isPending}
          onChange={(event) => {
            const file = event.target.files?.[0];
            if (file) take.mutate(file);
            event.target.value = '';
          }}
        />
      </label>
      {take.isError && <ProblemText problem={problemFrom(take.error)} className="basis-full" />}
    </>
  );
}
