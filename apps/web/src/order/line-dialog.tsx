import type { JobView } from '@kanga/core/job';
import { changeSays, sizesOf } from '@kanga/core/order';
import { call } from '../data/index.js';
import { OpenDialog } from '../ui/index.js';
import { LineForm } from './line-form.js';
import { useCosts, type OrderSession } from './use-order.js';

/** A line of an order, new or known, while somebody says what is wanted of it. */
export function LineDialog({
  session,
  views,
  id,
  onClose,
}: {
  session: OrderSession;
  views: Map<string, JobView> | undefined;
  id: string;
  onClose: () => void;
}) {
  const { file, blanks } = session;
  const { order, jobs } = file;
  const line = order.lines.find((one) => one.id === id);
  /** What a transfer that was printed for nothing cost. */
  const printed = (useCosts(session, views) ?? []).map(({ job, cost }) => ({
    jobId: job.id,
    each:
      cost.parts
        .filter(({ part }) => part === 'paper' || part === 'ink')
        .reduce((sum, { amount }) => sum + amount.value, 0) / job.pieces,
  }));
  return (
    <OpenDialog title={line ? line.what : 'A line of the order'} onClose={onClose} wide>
      <LineForm
        what={line?.what ?? ''}
        set={line?.set ?? ''}
        sets={[...new Set(order.lines.flatMap((one) => one.set ?? []))]}
        jobs={sizesOf(jobs).filter((job) => job.line === id)}
        blanks={blanks}
        says={(sizes) => (line ? changeSays(file, id, sizes, blanks, printed) : [])}
        busy={session.busy}
        problem={session.problem}
        onDone={(body) => {
          const params = { id: order.id, line: id, body: { ...body, version: order.version } };
          void session
            .change(() => call('setLine', params))
            .then((done) => {
              if (done) onClose();
            });
        }}
        onCancel={onClose}
      />
    </OpenDialog>
  );
}
