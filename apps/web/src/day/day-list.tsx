import { Link } from 'react-router';
import type { DayRow } from '@kanga/core/day';
import { doing } from './day-words.js';

/** The day for those who read: who does what when, in the order of time. */
export function DayList({
  rows,
  clock,
  unitNames,
}: {
  rows: readonly DayRow[];
  clock: (seconds: number) => string;
  unitNames: ReadonlyMap<string, string>;
}) {
  if (rows.length === 0) return <p className="text-lg text-soft">Nothing is to be done on this day.</p>;
  return (
    <table className="w-full max-w-5xl">
      <caption className="sr-only">The day in the order of time</caption>
      <thead>
        <tr className="text-left text-soft">
          <th className="py-1 pr-4 font-normal">From</th>
          <th className="pr-4 font-normal">To</th>
          <th className="pr-4 font-normal">Who</th>
          <th className="font-normal">What</th>
        </tr>
      </thead>
      <tbody>
        {[...rows]
          .sort((a, b) => a.start - b.start || a.end - b.end)
          .map((row) => {
            const said = doing(row, unitNames.get(row.unitId) ?? '');
            return (
              <tr key={row.task} className="border-t border-rule">
                <td className="figures py-1.5 pr-4">{clock(row.start)}</td>
                <td className="figures pr-4">{clock(row.end)}</td>
                <td className="pr-4">{row.who.join(', ')}</td>
                <td>
                  <Link to={`/jobs/${row.jobId}`} className="text-cyan underline">
                    {said.charAt(0).toUpperCase() + said.slice(1)}
                  </Link>
                </td>
              </tr>
            );
          })}
      </tbody>
    </table>
  );
}
