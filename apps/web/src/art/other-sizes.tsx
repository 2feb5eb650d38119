import { useMutation, useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import { otherSizes, proposedAgain, saidFor, sameSize, withoutPieces, type OtherSize } from '@kanga/core/art';
import { changeOf } from '@kanga/core/job';
import { blanksQuery, call, JOBS_KEY, problemFrom, queryClient } from '../data/index.js';
import { useJob } from '../job/index.js';
import { Button, ProblemText } from '../ui/index.js';

/** Rows of a run that are of another size than its goods: a job of their own for each size, on the same goods in that size where the shelf has them. */
export function OtherSizes() {
  const { view, session, locked, setPiece } = useJob();
  const blanks = useQuery(blanksQuery).data ?? [];
  const { job, blank } = view;
  const inSize = (size: string) =>
    blanks.find(
      (one) =>
        !one.archived &&
        blank !== null &&
        blank.range !== null &&
        one.range === blank.range &&
        one.size !== null &&
        sameSize(one.size, size),
    ) ?? null;
  const part = useMutation({
    mutationFn: async ({ size, pieces }: OtherSize) => {
      await session.flush();
      const opened = await call('repeatJob', { id: job.id, body: { pieces } });
      const goods = inSize(size);
      const { version } = opened.job;
      const other = {
        ...changeOf(opened.job),
        name: `${job.name}, ${size}`.slice(0, 120),
        due: job.due,
        reached: 'blank' as const,
        version,
        ...(goods ? { blankId: goods.id, bleed: null, design: saidFor(proposedAgain(job.design), goods) } : {}),
      };
      return call('changeJob', { id: opened.job.id, body: other });
    },
    onSuccess: async (_, { pieces }) => {
      const run = withoutPieces(job.run ?? [], pieces);
      const left = run.reduce((sum, { count }) => sum + count, 0);
      if (left > 0) session.change({ run, pieces: left });
      setPiece(0);
      await queryClient.invalidateQueries({ queryKey: JOBS_KEY });
    },
  });
  const others = blank ? otherSizes(job.run, blank) : [];
  const opened = part.data?.job;
  if (others.length === 0 && !opened) return null;
  return (
    <section aria-label="Other sizes" className="my-2 space-y-2 border-l-4 border-yellow pl-3">
      {opened && (
        <p role="status">
          Job {opened.number} is opened for {opened.pieces} {opened.pieces === 1 ? 'piece' : 'pieces'}:{' '}
          <Link to={`/jobs/${opened.id}/blank`} className="text-cyan underline">
            {opened.name}
          </Link>
        </p>
      )}
      {others.map((one) => (
        <div key={one.size}>
          <p>
            <b>{one.size}</b>: {one.pieces.length} {one.pieces.length === 1 ? 'piece' : 'pieces'}
            {one.names.length > 0 && `, ${one.names.slice(0, 4).join(', ')}`}
            {one.names.length > 4 && ` and ${one.names.length - 4} more`}.{' '}
            {inSize(one.size)?.name ?? `No goods of that size are on the shelf beside ${blank?.name ?? ''}.`}
          </p>
          <Button
            disabled={locked || part.isPending}
            onClick={() => {
              part.mutate(one);
            }}
          >
            Open a job for them
          </Button>
        </div>
      ))}
      {part.isError && <ProblemText problem={problemFrom(part.error)} />}
    </section>
  );
}
