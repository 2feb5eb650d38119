import { useSuspenseQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import { formatDay } from '@kanga/core/shop';
import { tidyNumber } from '@kanga/core/units';
import { localDay, localTime, logQuery, usePrint, useShop } from '../data/index.js';
import { Cloth } from '../frame/index.js';
import { Fallout } from './fallout.js';

/** The log’s one question: what was pressed, and did it go as planned? */
export function Log() {
  const { settings } = useShop();
  const print = usePrint();
  const { data: rows } = useSuspenseQuery(logQuery);
  return (
    <Cloth head={<b>{settings.shopName}</b>}>
      <div className="min-h-0 flex-1 overflow-auto p-6">
        <h1 className="mb-4 font-big text-[34px] leading-none font-bold">Log of pressings</h1>
        <Fallout />
        {rows.length === 0 ? (
          <p className="text-lg text-soft">
            Nothing has been pressed yet. Every pressing is written down here by itself.
          </p>
        ) : (
          <table className="w-full text-left">
            <thead className="text-soft">
              <tr className="border-b-2 border-key [&>th]:py-1 [&>th]:pr-3 [&>th]:font-normal">
                <th>When</th>
                <th>Job</th>
                <th>Piece</th>
                <th>Press</th>
                <th>Set to</th>
                <th>Planned</th>
                <th>Actual</th>
                <th>Result</th>
              </tr>
            </thead>
            <tbody>
              {rows.map((row, i) => {
                const off = row.actual === null ? null : row.actual - row.planned;
                return (
                  <tr key={i} className="border-b border-rule [&>td]:py-1.5 [&>td]:pr-3">
                    <td className="figures whitespace-nowrap">
                      {formatDay(localDay(row.at), settings.dates)} {localTime(row.at)}
                    </td>
                    <td>
                      <Link to={`/jobs/${row.jobId}/inspect`} className="text-cyan underline">
                        {row.jobNumber} · {row.jobName}
                      </Link>
                    </td>
                    <td>
                      {row.piece + 1}, {row.side}
                    </td>
                    <td>{row.pressName}</td>
                    <td className="figures">{print.temperature(row.temperature)}</td>
                    <td className="figures">{row.planned} s</td>
                    <td className="figures">
                      {row.actual === null ? 'skipped' : `${tidyNumber(row.actual, 1)} s`}
                      {off !== null && Math.abs(off) >= 5 && (
                        <b className="text-magenta">
                          {' '}
                          ({off > 0 ? '+' : '−'}
                          {tidyNumber(Math.abs(off), 0)})
                        </b>
                      )}
                    </td>
                    <td>
                      {row.verdict === 'good' && <span className="font-semibold text-green">✓ good</span>}
                      {row.verdict === 'not judged' && <span className="text-soft">not judged</span>}
                      {row.verdict === 'spoiled' && <span className="font-semibold text-magenta">✕ {row.fault}</span>}
                      {row.note && <span className="text-soft"> “{row.note}”</span>}
                    </td>
                  </tr>
                );
              })}
            </tbody>
          </table>
        )}
      </div>
    </Cloth>
  );
}
