import { changesSince, takenRows, type DayBook, type DayChange } from '@kanga/core/day';
import { formatCount, timeIn } from '@kanga/core/units';
import { problemFrom, serverNow, useOperator, useShop } from '../data/index.js';
import { May } from '../frame/index.js';
import { Button, ProblemText } from '../ui/index.js';
import { clockOf } from './day-words.js';
import type { PlannedDay } from './use-day.js';
import { useKeepDay } from './use-keep-day.js';

/** Changes that are named; the rest is counted. */
const NAMED = 4;

/** The plan that the shop goes by: taken by somebody, and what is otherwise in the newest one. Nothing changes behind anybody's back. */
export function TakenPlan({
  plan,
  book,
  unitNames,
}: {
  plan: PlannedDay;
  book: DayBook;
  unitNames: ReadonlyMap<string, string>;
}) {
  const { timeZone } = useShop().settings;
  const by = useOperator();
  const take = useKeepDay(book);
  if (!plan.view.rows.some(({ kind }) => kind === 'press')) return null;
  const { taken } = book;
  const changes = taken ? changesSince(taken, plan.view, plan.from) : [];
  if (taken && changes.length === 0)
    return <p className="py-2 text-soft">As it was taken{taken.by ? ` by ${taken.by}` : ''}.</p>;
  const clock = (seconds: number) => clockOf(plan.from, seconds, timeZone);
  const wordsOf = ({ now, was }: DayChange): string => {
    const then = was ? timeIn(timeZone, was.start) : '';
    if (!now) return `a load that was at ${then} is gone`;
    const load = `${now.number}${now.loads > 1 ? ` ${now.load}/${now.loads}` : ''} ${now.name}`;
    const where = was?.unit === now.unitId ? '' : ` on ${unitNames.get(now.unitId) ?? 'another press'}`;
    return `${load}: ${was ? `${then} becomes` : 'new,'} ${clock(now.start)}${where}`;
  };
  return (
    <div className="flex flex-wrap items-center gap-3 py-1">
      <p className="min-w-0 flex-1">
        {taken ? (
          <>
            <b>{formatCount(changes.length, 'change')} since the plan was taken:</b>{' '}
            {changes.slice(0, NAMED).map(wordsOf).join('; ')}
            {changes.length > NAMED && ` and ${changes.length - NAMED} more`}.
          </>
        ) : (
          <span className="text-soft">
            Nobody has taken this plan yet: what is taken is what changes are told against.
          </span>
        )}
      </p>
      <May door="keepDay">
        <Button
          tone={taken ? 'strong' : 'plain'}
          disabled={take.isPending || !plan.done}
          onClick={() => {
            take.mutate({ taken: { at: serverNow(), by: by ?? null, rows: takenRows(plan.view, plan.from, taken) } });
          }}
        >
          {taken ? 'Take the changes' : 'Take this plan'}
        </Button>
      </May>
      {take.isError && <ProblemText problem={problemFrom(take.error)} />}
    </div>
  );
}
