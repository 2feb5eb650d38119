import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { dayDone, type DayBook, type Pace } from '@kanga/core/day';
import { addDays, formatCount, startOfDay, timeIn } from '@kanga/core/units';
import { dayDoneQuery, problemFrom, useDay, useShop } from '../data/index.js';
import { Button, ProblemText } from '../ui/index.js';
import { lostWords, paceWords } from './review-words.js';

/** Planned against done: what came off on which press, what minutes went to, and what the shop's pace says of the plan. */
export function DayReview({ today, taken, pace }: { today: string; taken: DayBook['taken']; pace: Pace | null }) {
  const { settings, presses } = useShop();
  const { timeZone } = settings;
  const [day, setDay] = useState(today);
  const [open, setOpen] = useState(false);
  const dayText = useDay();
  const asked = useQuery({ ...dayDoneQuery(day), enabled: open });
  const span = [startOfDay(timeZone, day), startOfDay(timeZone, addDays(day, 1))] as const;
  const lines = asked.data ? dayDone(asked.data, taken, presses, span) : [];
  const pieces = lines.reduce((sum, line) => sum + line.pieces, 0);
  const stretch = (from: string | null, to: string | null) =>
    from === null || to === null ? 'nothing' : `${timeIn(timeZone, from)} to ${timeIn(timeZone, to)}`;
  return (
    <details
      className="mt-1 text-[15px]"
      onToggle={(event) => {
        setOpen(event.currentTarget.open);
      }}
    >
      <summary className="min-h-10 cursor-pointer py-2 text-soft">Planned against done</summary>
      {asked.isError && <ProblemText problem={problemFrom(asked.error)} />}
      <div className="mb-2 flex flex-wrap items-center gap-2">
        <Button
          onClick={() => {
            setDay(addDays(day, -1));
          }}
        >
          Day before
        </Button>
        <b>{day === today ? 'Today' : dayText(day)}</b>
        <Button
          disabled={day >= today}
          onClick={() => {
            setDay(addDays(day, 1));
          }}
        >
          Day after
        </Button>
        {asked.data && (
          <span className="text-soft">
            {pieces === 0 ? 'Nothing was pressed.' : `${formatCount(pieces, 'piece')} pressed.`}
          </span>
        )}
      </div>
      {lines.length > 0 && (
        <table className="w-full border-collapse text-left">
          <thead className="text-soft">
            <tr>
              <th className="py-1 pr-4 font-semibold">Press</th>
              <th className="py-1 pr-4 font-semibold">Planned</th>
              <th className="py-1 pr-4 font-semibold">Done</th>
              <th className="py-1 font-semibold">Where minutes went</th>
            </tr>
          </thead>
          <tbody>
            {lines.map((line) => (
              <tr key={line.press} className="border-t border-rule align-top">
                <th scope="row" className="py-1 pr-4 font-bold">
                  {line.press}
                </th>
                <td className="py-1 pr-4">
                  {line.loads === null
                    ? 'no plan was taken'
                    : line.loads === 0
                      ? 'nothing'
                      : `${formatCount(line.loads, 'load')}, ${stretch(line.plannedFrom, line.plannedTo)}`}
                </td>
                <td className="py-1 pr-4">
                  {line.pressings === 0
                    ? 'nothing yet'
                    : `${formatCount(line.pieces, 'piece')}${line.spoiled > 0 ? `, ${line.spoiled} spoiled` : ''}, ${stretch(line.from, line.to)}`}
                </td>
                <td className="py-1">{lostWords(line.lost)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      <p className="mt-1 text-soft">{paceWords(pace)}</p>
    </details>
  );
}
