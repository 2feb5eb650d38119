import type { DayBook } from '@kanga/core/day';
import { problemFrom, useShop } from '../data/index.js';
import { ProblemText } from '../ui/index.js';
import { useKeepDay } from './use-keep-day.js';

/** Presses that are planned without, and those that could be. */
export function PressesOut({ book }: { book: DayBook }) {
  const { presses } = useShop();
  const keep = useKeepDay(book);
  return (
    <>
      {presses.map(({ id, name }) => {
        const isDown = book.down.includes(id);
        return (
          <button
            key={id}
            type="button"
            disabled={keep.isPending}
            className={`min-h-10 underline ${isDown ? 'text-magenta' : 'text-soft'}`}
            onClick={() => {
              keep.mutate({ down: isDown ? book.down.filter((one) => one !== id) : [...book.down, id] });
            }}
          >
            {isDown ? `Plan with ${name} again` : `Plan without ${name}`}
          </button>
        );
      })}
      {keep.isError && <ProblemText problem={problemFrom(keep.error)} />}
    </>
  );
}
