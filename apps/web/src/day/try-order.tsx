import { useMutation, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { PIECES_LIMITS } from '@kanga/core/job';
import { formatCount, momentAfter } from '@kanga/core/units';
import { blanksQuery, problemFrom, useDay, useFloor, useShop } from '../data/index.js';
import { Button, ProblemText, Select } from '../ui/index.js';
import { tryInWorker } from '../workers/index.js';
import { clockOf } from './day-words.js';
import type { PlannedDay } from './use-day.js';

/** What can be promised: so many of some goods, tried in the plan. */
export function TryOrder({ plan }: { plan: PlannedDay }) {
  const { settings } = useShop();
  const floor = useFloor();
  const dayText = useDay();
  const blanks = (useQuery(blanksQuery).data ?? []).filter(({ archived }) => !archived);
  const [blankId, setBlank] = useState<string | null>(null);
  const [count, setCount] = useState('40');
  const [ready, setReady] = useState('');
  const blank = blanks.find(({ id }) => id === blankId) ?? blanks[0];
  const pieces = Number(count);
  const isCount = Number.isInteger(pieces) && pieces >= PIECES_LIMITS.least && pieces <= PIECES_LIMITS.most;
  const tried = useMutation({
    mutationFn: async () => {
      if (!blank) throw new Error('there is no blank');
      const order = { blank, pieces, ready: ready === '' ? null : ready, floor, units: settings.units };
      return {
        ...(await tryInWorker(plan.asked, order, AbortSignal.timeout(60_000))),
        what: `${pieces} × ${blank.name}`,
        from: plan.from,
      };
    },
  });
  if (!blank) return null;
  const answer = tried.data;
  const at = (seconds: number, from: string) =>
    `${dayText(momentAfter(from, seconds))}, ${clockOf(from, seconds, settings.timeZone)}`;
  return (
    <form
      aria-label="A new order?"
      className="flex flex-wrap items-end gap-3 border-t border-rule pt-3"
      onSubmit={(event) => {
        event.preventDefault();
        if (isCount) tried.mutate();
      }}
    >
      <b className="self-center font-big text-[19px]">A new order?</b>
      <label className="text-[15px] font-semibold">
        Pieces
        <input
          inputMode="numeric"
          value={count}
          aria-invalid={!isCount}
          className="figures mt-0.5 block h-10 w-20 border-[1.5px] border-key/50 bg-white px-2 font-normal aria-invalid:border-magenta"
          onChange={(event) => {
            setCount(event.target.value);
          }}
        />
      </label>
      <Select
        label="Goods"
        value={blank.id}
        options={blanks.map(({ id, name }) => ({ value: id, label: name }))}
        onChange={setBlank}
      />
      <label className="text-[15px] font-semibold">
        Not before
        <input
          type="date"
          min={plan.today}
          value={ready}
          className="figures mt-0.5 block h-10 border-[1.5px] border-key/50 bg-white px-2 font-normal"
          onChange={(event) => {
            setReady(event.target.value);
          }}
        />
      </label>
      <Button type="submit" disabled={tried.isPending || !isCount}>
        {tried.isPending ? 'Trying…' : 'Try it'}
      </Button>
      {!isCount && (
        <p role="alert" className="basis-full font-semibold text-magenta">
          “{count}”: write a whole number from {PIECES_LIMITS.least} to {PIECES_LIMITS.most}.
        </p>
      )}
      {answer && (
        <p role="status" className="basis-full text-lg">
          <b>{answer.what}:</b>{' '}
          {answer.sure === null || answer.end === null
            ? `it cannot be planned: ${answer.why ?? ''}.`
            : `done by ${at(answer.sure, answer.from)} nine times in ten, most likely by ${at(answer.end, answer.from)}. ${
                answer.pushed.length === 0
                  ? 'Nothing else becomes late.'
                  : `It makes late: ${answer.pushed
                      .slice(0, 3)
                      .map(({ number, name }) => `${number} ${name}`)
                      .join(
                        ', ',
                      )}${answer.pushed.length > 3 ? ` and ${formatCount(answer.pushed.length - 3, 'more job')}` : ''}.`
              }`}
        </p>
      )}
      {tried.isError && <ProblemText problem={problemFrom(tried.error)} />}
    </form>
  );
}
