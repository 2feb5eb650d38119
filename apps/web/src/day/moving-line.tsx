import { useState, type ComponentProps } from 'react';
import type { DayBook, DayRow } from '@kanga/core/day';
import { momentAfter } from '@kanga/core/units';
import { problemFrom, rightOf, useMay } from '../data/index.js';
import { Button, ProblemText } from '../ui/index.js';
import { doing } from './day-words.js';
import type { PlannedDay } from './use-day.js';
import { useKeepDay } from './use-keep-day.js';
import { WashingLine } from './washing-line.js';

/** What was just done by hand, and the pins that there were before; null: nothing is to be taken back. */
interface Told {
  words: string;
  undo: DayBook['pins'] | null;
}

const FIVE = 300;

/** The washing lines, on which a load can be taken and hung elsewhere: it stays there, the plan goes around it, and it can be put back. */
export function MovingLine({
  plan,
  book,
  names,
  ...rest
}: {
  plan: PlannedDay;
  book: DayBook;
  names: ReadonlyMap<string, string>;
} & Omit<ComponentProps<typeof WashingLine>, 'view' | 'onMove' | 'onFive'>) {
  const keep = useKeepDay(book);
  const mayMove = useMay()('keepDay');
  const [told, setTold] = useState<Told | null>(null);
  const from = Date.parse(plan.from) / 1000;
  const move = (row: DayRow, at: number, pressId: string) => {
    if (!mayMove) {
      setTold({ words: `It hangs where it was: to move it takes the right “${rightOf('keepDay')}”.`, undo: null });
      return;
    }
    const press = names.get(pressId) ?? '';
    const takes = plan.asked.works.find(({ jobId }) => jobId === row.jobId)?.presses ?? [];
    if (!takes.some((way) => way.pressId === pressId)) {
      setTold({ words: `${press} does not take ${row.number} ${row.name}: it hangs where it was.`, undo: null });
      return;
    }
    const pin = { task: row.task, at: momentAfter(plan.from, at), unit: pressId };
    keep.mutate(
      { pins: [...book.pins.filter(({ task }) => task !== row.task), pin] },
      {
        onSuccess: () => {
          setTold({ words: `At ${rest.clock(at)}: ${doing(row, press)}.`, undo: book.pins });
        },
      },
    );
  };
  return (
    <>
      <WashingLine
        view={plan.view}
        onMove={move}
        onFive={(seconds) => Math.ceil((from + seconds) / FIVE) * FIVE - from}
        {...rest}
      />
      {told && (
        <p role="status" className="flex flex-wrap items-center gap-3 py-1">
          {told.words}
          {told.undo && (
            <Button
              disabled={keep.isPending}
              onClick={() => {
                keep.mutate(
                  { pins: told.undo ?? [] },
                  {
                    onSuccess: () => {
                      setTold(null);
                    },
                  },
                );
              }}
            >
              Put it back
            </Button>
          )}
        </p>
      )}
      {keep.isError && <ProblemText problem={problemFrom(keep.error)} />}
    </>
  );
}
