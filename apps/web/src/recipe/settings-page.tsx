import { useSuspenseQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link } from 'react-router';
import { settingsRows } from '@kanga/core/stack';
import { formatDuration } from '@kanga/core/units';
import { addressOf } from '@kanga/contract/route';
import { blanksQuery, useDay, useFloor, usePrint, useShop } from '../data/index.js';
import { Cloth, shortSource } from '../frame/index.js';
import { finder, SearchField } from '../ui/index.js';

const HEADS = ['Goods', 'Press', 'Temperature', 'Dwell', 'Pressure', 'Pre-press', 'Peel', 'From'];

/** The sheet’s one question: what do we set for these goods on this press, and where does that come from? */
export function SettingsPage() {
  const { settings } = useShop();
  const floor = useFloor();
  const print = usePrint();
  const day = useDay();
  const blanks = useSuspenseQuery(blanksQuery).data;
  const [wanted, setWanted] = useState('');
  const finds = finder(wanted);
  const known = {
    proven: floor.proven ?? [],
    ...(floor.house ? { house: floor.house } : {}),
    ...(floor.energy ? { energy: floor.energy * 1000 } : {}),
  };
  const rows = settingsRows(blanks, floor.presses, known)
    .map(({ blank, press, settings: { temperature, dwell, pressure, prePress, peel } }) => ({
      key: `${blank.id} ${press.id}`,
      cells: [
        blank.name,
        press.name,
        print.temperature(temperature.value),
        formatDuration(dwell.value),
        pressure.value,
        prePress.value > 0 ? formatDuration(prePress.value) : 'none',
        peel.value,
        print.text(shortSource(temperature.source, day)),
      ],
    }))
    .filter(({ cells }) => finds(cells.join(' ')));
  return (
    <Cloth title="Settings sheet" head={<b>{settings.shopName}</b>}>
      <div className="min-h-0 flex-1 overflow-auto p-6">
        <div className="mb-2 flex flex-wrap items-end gap-4">
          <h1 className="mr-auto font-big text-[34px] leading-none font-bold">Settings sheet</h1>
          <div className="no-print flex flex-wrap items-center gap-4">
            <SearchField
              label="Find in the sheet"
              placeholder="Find goods, press, recipe…"
              value={wanted}
              onChange={setWanted}
            />
            <a href={addressOf('settingsSheet', {})} download className="text-cyan underline">
              PDF for the wall
            </a>
            <Link to="/recipes" className="text-cyan underline">
              Recipe book
            </Link>
            <Link to="/chart" className="text-cyan underline">
              Reference chart
            </Link>
          </div>
        </div>
        <p className="mb-3 max-w-4xl text-soft">
          What a plan would start from today, for all goods on every press that takes them. What only comes from the
          chart is still to be tried: a study under{' '}
          <Link to="/studies" className="text-cyan underline">
            Dial-in
          </Link>{' '}
          finds it.
        </p>
        {rows.length === 0 ? (
          <p className="text-lg text-soft">
            {wanted === '' ? 'There is no press in the shop yet.' : `Nothing in the sheet matches “${wanted}”.`}
          </p>
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
              {rows.map(({ key, cells }) => (
                <tr key={key} className="break-inside-avoid border-t border-rule [&>*]:py-1 [&>*]:pr-4">
                  {cells.map((cell, i) => (
                    <td
                      key={HEADS[i]}
                      data-head={HEADS[i]}
                      className={i === 2 || i === 3 ? 'figures text-[17px] font-bold whitespace-nowrap' : ''}
                    >
                      {cell}
                    </td>
                  ))}
                </tr>
              ))}
            </tbody>
          </table>
        )}
      </div>
    </Cloth>
  );
}
