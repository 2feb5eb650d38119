import { useQuery, useSuspenseQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link } from 'react-router';
import { CHART, chartRowFor, isProven, type ChartRow, type Proven } from '@kanga/core/stack';
import { formatDuration, formatTimes, type UnitPrinter } from '@kanga/core/units';
import { blanksQuery, provenQuery, usePrint, useShop } from '../data/index.js';
import { Cloth } from '../frame/index.js';
import { Button, finder, SearchField } from '../ui/index.js';

const ROWS: readonly ChartRow[] = Object.values(CHART);
const HEADS = ['Goods', 'Pre-press', 'Temperature', 'Dwell', 'Pressure', 'Peel', 'Proven here'];

/** From the least to the most, with one unit at the end. */
function span({ low, high }: { low: number; high: number }, show: (value: number) => string): string {
  const [from, to] = [show(low), show(high)];
  if (from === to) return to;
  const unit = / [^ ]+$/.exec(to)?.[0] ?? '';
  return `${from.endsWith(unit) ? from.slice(0, from.length - unit.length) : from} to ${to}`;
}

interface Said {
  row: ChartRow;
  cells: string[];
  remark: string;
}

const saidOf = (row: ChartRow, print: UnitPrinter): Said => ({
  row,
  cells: [
    row.prePress ? span(row.prePress, formatDuration) : 'none',
    span(row.temperature, print.temperature),
    span(row.dwell, formatDuration),
    row.pressureMost ? `${row.pressure} to ${row.pressureMost}` : row.pressure,
    row.peel,
  ],
  remark: print.text([row.peelRemark, row.remark].filter(Boolean).join('; ')),
});

/** What is proven on a press for goods that a row is about. */
function ProvenCell({ list }: { list: readonly Proven[] }) {
  const { presses } = useShop();
  const blanks = useQuery(blanksQuery).data ?? [];
  const print = usePrint();
  if (list.length === 0) return null;
  return (
    <ul className="space-y-1">
      {list.map((one) => (
        <li key={`${one.blankId} ${one.pressId} ${one.mediaId ?? ''} ${one.temperature} ${one.dwell}`}>
          <b className="figures">
            {print.temperature(one.temperature)}, {formatDuration(one.dwell)}
          </b>
          , {one.pressure}
          <span className="block text-[14px] text-soft">
            {blanks.find(({ id }) => id === one.blankId)?.name ?? 'a blank that is gone'} on{' '}
            {presses.find(({ id }) => id === one.pressId)?.name ?? 'a press that is gone'}, {formatTimes(one.good)} good
          </span>
        </li>
      ))}
    </ul>
  );
}

/** The chart’s one question: where does one begin with such goods, and what has this shop found? */
export function ChartPage() {
  const { settings } = useShop();
  const print = usePrint();
  const { data: proven } = useSuspenseQuery(provenQuery);
  const [wanted, setWanted] = useState('');
  const finds = finder(wanted);
  const rows = ROWS.map((row) => saidOf(row, print)).filter(({ row, cells, remark }) =>
    finds([row.name, ...cells, remark].join(' ')),
  );
  return (
    <Cloth title="Reference chart" head={<b>{settings.shopName}</b>}>
      <div className="min-h-0 flex-1 overflow-auto p-6">
        <div className="mb-2 flex flex-wrap items-end gap-4">
          <h1 className="mr-auto font-big text-[34px] leading-none font-bold">Reference chart</h1>
          <div className="no-print flex flex-wrap items-center gap-4">
            <SearchField
              label="Find in the chart"
              placeholder="Find goods, 400, firm…"
              value={wanted}
              onChange={setWanted}
            />
            <Button
              onClick={() => {
                window.print();
              }}
            >
              Print
            </Button>
            <Link to="/recipes" className="text-cyan underline">
              Recipe book
            </Link>
          </div>
        </div>
        <p className="mb-3 max-w-4xl text-soft">
          Starting points of common practice: every press, paper and blank differs. The maker’s sheet of the blank comes
          first, and what is proven here before the chart.
        </p>
        {rows.length === 0 ? (
          <p className="text-lg text-soft">Nothing in the chart matches “{wanted}”.</p>
        ) : (
          <table className="w-full not-print:max-[1150px]:folds text-left align-top">
            <thead className="text-[14px] text-soft">
              <tr className="[&>th]:pr-4 [&>th]:font-normal">
                {HEADS.map((head) => (
                  <th key={head}>{head}</th>
                ))}
              </tr>
            </thead>
            <tbody>
              {rows.map(({ row, cells, remark }) => (
                <tr
                  key={row.name}
                  className="break-inside-avoid border-t border-rule [&>*]:py-1.5 [&>*]:pr-4 [&>*]:align-top"
                >
                  <th scope="row" className="max-w-72 font-semibold">
                    <span className="block first-letter:uppercase">{row.name}</span>
                    <span className="block text-[14px] font-normal text-soft first-letter:uppercase">{remark}</span>
                  </th>
                  {cells.map((cell, i) => (
                    <td
                      key={HEADS[i + 1]}
                      data-head={HEADS[i + 1]}
                      className={i < 3 ? 'figures text-[17px] font-bold whitespace-nowrap' : ''}
                    >
                      {cell}
                    </td>
                  ))}
                  <td data-head={HEADS.at(-1)}>
                    <ProvenCell
                      list={proven.filter((one) => isProven(one) && chartRowFor(one.family, one.surface) === row)}
                    />
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        )}
      </div>
    </Cloth>
  );
}
