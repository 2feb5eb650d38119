import { useQuery } from '@tanstack/react-query';
import type { ReactNode } from 'react';
import { Link } from 'react-router';
import { formatBytes } from '@kanga/core/units';
import { problemFrom, storageQuery } from '../data/index.js';
import { ProblemText } from '../ui/index.js';

const some = (n: number, one: string, many: string) => `${n} ${n === 1 ? one : many}`;

function Fact({ label, children }: { label: string; children: ReactNode }) {
  return (
    <div className="flex items-baseline justify-between gap-3 border-t border-rule py-1.5">
      <dt>{label}</dt>
      <dd className="figures text-right">{children}</dd>
    </div>
  );
}

/** What the shop's data take: is there room, and what goes by itself? */
export function Storage() {
  const { data, error } = useQuery(storageQuery);
  return (
    <section className="space-y-2">
      <h2 className="font-big text-2xl font-bold">Storage</h2>
      {error && <ProblemText problem={problemFrom(error)} />}
      {data ? (
        <>
          <dl>
            <Fact label="The whole database">{formatBytes(data.database)}</Fact>
            <Fact label={some(data.pictures.count, 'picture', 'pictures')}>{formatBytes(data.pictures.bytes)}</Fact>
            <Fact label={some(data.prints.count, 'print kept', 'prints kept')}>{formatBytes(data.prints.bytes)}</Fact>
            <Fact label="Free on the disk">{formatBytes(data.disk.free)}</Fact>
          </dl>
          <p className="text-[15px] text-soft">
            {data.unused.pictures.count + data.unused.prints.count === 0
              ? 'Every picture and print is used.'
              : `${some(data.unused.pictures.count, 'picture', 'pictures')} and ${some(data.unused.prints.count, 'print', 'prints')} are not used (${formatBytes(data.unused.pictures.bytes + data.unused.prints.bytes)}): they go ${data.unused.days} days after that was first seen.`}{' '}
            {data.deleted.jobs > 0 && (
              <>
                <Link to="/jobs" className="text-cyan underline">
                  {some(data.deleted.jobs, 'deleted job', 'deleted jobs')}
                </Link>{' '}
                can be restored for {data.deleted.days} days.{' '}
              </>
            )}
            Kanga stops writing when less than {formatBytes(data.disk.guard)} are free; reading goes on.
          </p>
        </>
      ) : (
        !error && <p className="text-soft">Loading…</p>
      )}
    </section>
  );
}
