import { useMutation } from '@tanstack/react-query';
import { problemFrom } from '../data/index.js';
import { ProblemText } from '../ui/index.js';
import { oneMoreInWorker } from '../workers/index.js';
import { oneMoreWords } from './one-more-words.js';
import type { PlannedDay } from './use-day.js';

/** What another press, another pair of hands or another set of jigs would bring to this plan. */
export function OneMore({ plan, names }: { plan: PlannedDay; names: ReadonlyMap<string, string> }) {
  const tried = useMutation({
    mutationFn: () => oneMoreInWorker(plan.asked, AbortSignal.timeout(120_000)),
  });
  return (
    <>
      <button
        type="button"
        disabled={tried.isPending}
        className="min-h-10 text-soft underline"
        onClick={() => {
          tried.mutate();
        }}
      >
        {tried.isPending ? 'Trying one more of each…' : 'What would one more bring?'}
      </button>
      {tried.data && (
        <ul role="status" className="basis-full">
          {tried.data.map((told) => (
            <li key={`${told.kind} ${told.like}`}>{oneMoreWords(told, names.get(told.like) ?? told.like)}</li>
          ))}
          {tried.data.length === 0 && <li>There is nothing to have more of.</li>}
        </ul>
      )}
      {tried.isError && <ProblemText problem={problemFrom(tried.error)} />}
    </>
  );
}
