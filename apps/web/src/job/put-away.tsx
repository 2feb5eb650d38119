import { useMutation } from '@tanstack/react-query';
import type { JobSummary } from '@kanga/contract/job';
import { call, JOBS_KEY, queryClient } from '../data/index.js';
import { Button } from '../ui/index.js';

type Act = 'archive' | 'unarchive' | 'delete' | 'undelete';

const send = (id: string, act: Act): Promise<JobSummary> =>
  act === 'delete'
    ? call('deleteJob', { id })
    : act === 'undelete'
      ? call('undeleteJob', { id })
      : call('archiveJob', { id, body: { archived: act === 'archive' } });

const BACK: Record<Act, Act> = { archive: 'unarchive', unarchive: 'archive', delete: 'undelete', undelete: 'delete' };
const DID: Record<Act, string> = {
  archive: 'is archived',
  unarchive: 'is among the jobs again',
  delete: 'is deleted; it can be restored for 30 days',
  undelete: 'is taken back',
};

/** Beneath every card, and seldom wanted: it does not shout. */
const QUIET = 'border-transparent font-normal text-soft underline';

export interface Done {
  job: JobSummary;
  act: Act;
}

/** Puts jobs away, deletes them, and takes them back. */
export function usePutAway(onDone: (done: Done | null) => void) {
  return useMutation({
    mutationFn: ({ job, act }: Done) => send(job.id, act),
    onSuccess: async (_, done) => {
      onDone(done);
      await queryClient.invalidateQueries({ queryKey: JOBS_KEY });
    },
  });
}

/** What can be done with a job as a whole, beneath its card. */
export function JobActs({ job, busy, onAct }: { job: JobSummary; busy: boolean; onAct: (done: Done) => void }) {
  const act = (what: Act) => () => {
    onAct({ job, act: what });
  };
  const named = (word: string) => `${word} job ${job.number}`;
  return (
    <div className="flex justify-end gap-1.5">
      {job.deletedAt === null && (
        <Button
          tone="plain"
          className={QUIET}
          disabled={busy}
          aria-label={named(job.archivedAt === null ? 'Archive' : 'Restore from the archive:')}
          onClick={act(job.archivedAt === null ? 'archive' : 'unarchive')}
        >
          {job.archivedAt === null ? 'Archive' : 'Restore'}
        </Button>
      )}
      <Button
        tone="plain"
        className={QUIET}
        disabled={busy}
        aria-label={named(job.deletedAt === null ? 'Delete' : 'Restore')}
        onClick={act(job.deletedAt === null ? 'delete' : 'undelete')}
      >
        {job.deletedAt === null ? 'Delete' : 'Restore'}
      </Button>
    </div>
  );
}

/** Says what was done just now, with the way back. */
export function DoneStrip({
  done,
  onUndo,
  onClose,
}: {
  done: Done;
  onUndo: (done: Done) => void;
  onClose: () => void;
}) {
  return (
    <div role="status" className="mb-4 flex flex-wrap items-center gap-3 border-l-4 border-green bg-white px-4 py-2">
      <p className="flex-1">
        Job {done.job.number}, {done.job.name}, {DID[done.act]}.
      </p>
      <Button
        onClick={() => {
          onUndo({ job: done.job, act: BACK[done.act] });
        }}
      >
        Undo
      </Button>
      <Button tone="plain" aria-label="Close" onClick={onClose}>
        ✕
      </Button>
    </div>
  );
}
