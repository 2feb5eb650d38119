import { useMutation, useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import { isHardGoods } from '@kanga/core/blank';
import { blanksQuery, call, problemFrom, queryClient, testClothQuery, useOperator } from '../data/index.js';
import { May } from '../frame/index.js';
import { useJob } from '../job/index.js';
import { Button, ProblemText } from '../ui/index.js';

/** What to do about spoiled pieces: print just those again, are there blanks for them, and what their cloth is still good for. */
export function SpoiledOnes() {
  const { view } = useJob();
  const who = useOperator();
  const blanks = useQuery(blanksQuery).data;
  const cloth = useQuery(testClothQuery).data;
  const use = useMutation({
    mutationFn: (blankId: string) => call('useTestCloth', { body: { id: crypto.randomUUID(), blankId, by: who } }),
    onSuccess: (kept) => {
      queryClient.setQueryData(testClothQuery.queryKey, kept);
    },
  });
  const { plan, bench, job } = view;
  if (!plan || !bench) return null;
  const spoiled = bench.verdicts.flatMap((verdict, piece) => (verdict?.verdict === 'spoiled' ? [piece + 1] : []));
  // What was pressed has left the stock already.
  const left = blanks?.find(({ id }) => id === plan.blank.id)?.stock ?? null;
  const kept = cloth?.find(({ blankId }) => blankId === plan.blank.id)?.pieces ?? 0;
  const soft = !isHardGoods(plan.blank.family);
  if (spoiled.length === 0 && kept === 0) return null;
  return (
    <section className="mt-3 border-t-2 border-key pt-2" aria-label="Spoiled pieces">
      {spoiled.length > 0 && (
        <May door="addPrint">
          <p>
            <Link to={`/jobs/${job.id}/sheet?again=${spoiled.join(',')}`} className="text-cyan underline">
              Print {spoiled.length === 1 ? `piece ${spoiled[0] ?? ''}` : `pieces ${spoiled.join(', ')}`} again, on an
              offcut
            </Link>
          </p>
        </May>
      )}
      {spoiled.length > 0 && left !== null && (
        <p className={left < spoiled.length ? 'font-semibold text-magenta' : ''}>
          {left < spoiled.length
            ? `${left} spare ${left === 1 ? 'blank is' : 'blanks are'} left in stock: too few for ${spoiled.length}.`
            : `${left} spare blanks are left in stock.`}
        </p>
      )}
      {soft && (spoiled.length > 0 || kept > 0) && (
        <div className="mt-1 flex flex-wrap items-center gap-3">
          <span>
            Test cloth:{' '}
            {kept === 0 ? 'none kept yet' : `${kept} spoiled ${kept === 1 ? 'piece is' : 'pieces are'} kept`}.
            {job.status === 'open' && spoiled.length > 0 && ' Closing the job keeps these.'}
          </span>
          {kept > 0 && (
            <Button
              disabled={use.isPending}
              onClick={() => {
                use.mutate(plan.blank.id);
              }}
            >
              One was used
            </Button>
          )}
        </div>
      )}
      {use.isError && <ProblemText problem={problemFrom(use.error)} />}
    </section>
  );
}
