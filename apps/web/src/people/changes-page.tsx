import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { timeIn } from '@kanga/core/units';
import type { AuditEntry } from '@kanga/contract/people';
import { addressOf } from '@kanga/contract/route';
import { changesQuery, peopleQuery, useDay, usePages, useShop } from '../data/index.js';
import { AskAgain, Cloth, ListEnd } from '../frame/index.js';
import { Button, Select } from '../ui/index.js';
import { CHANGES, sentenceOf, valuesOf } from './change-words.js';

function Entry({ entry }: { entry: AuditEntry }) {
  const { settings } = useShop();
  const day = useDay();
  const values = valuesOf(entry);
  return (
    <li className="grid gap-x-5 border-t border-rule py-2 sm:grid-cols-[190px_minmax(0,1fr)]">
      <p className="figures text-[15px] text-soft">
        {day(entry.at)} {timeIn(settings.timeZone, entry.at)}
        <span className="block text-[14px]">{entry.from}</span>
      </p>
      <div>
        <p className="font-semibold">{sentenceOf(entry)}</p>
        {values.length > 0 && (
          <ul className="text-[15px]">
            {values.map(({ name, before, after }) => (
              <li key={name}>
                {name}: <span className="text-soft">{entry.before === null ? '' : `${before} → `}</span>
                {after}
              </li>
            ))}
          </ul>
        )}
      </div>
    </li>
  );
}

/** Who changed what, when, and from where? */
export function ChangesPage() {
  const { settings } = useShop();
  const [what, setWhat] = useState('');
  const [who, setWho] = useState('');
  const query = { ...(what === '' ? {} : { what }), ...(who === '' ? {} : { who }) };
  const { data: people = [] } = useQuery(peopleQuery);
  const { pages, isPending, hasMore, more, error, again, isFetching, rest } = usePages(changesQuery(query));
  const entries = pages.flatMap((page) => page.entries);
  const total = pages[0]?.total ?? 0;
  return (
    <Cloth title="Changes" head={<b>{settings.shopName}</b>}>
      <div className="min-h-0 flex-1 overflow-auto p-6">
        <div className="mb-4 flex flex-wrap items-end gap-x-5 gap-y-2">
          <h1 className="mr-auto font-big text-[34px] leading-none font-bold">
            The book of changes <span className="figures text-[20px] text-soft">{total}</span>
          </h1>
          <Select
            label="Of what"
            value={what}
            options={[
              { value: '', label: 'Everything' },
              ...Object.entries(CHANGES).map(([value, { label }]) => ({ value, label })),
            ]}
            onChange={setWhat}
          />
          <Select
            label="By whom"
            value={who}
            options={[{ value: '', label: 'Anybody' }, ...people.map(({ id, name }) => ({ value: id, label: name }))]}
            onChange={setWho}
          />
          <a href={addressOf('auditTable', {}, query)} download className="text-cyan underline">
            As a table
          </a>
        </div>
        {error && <AskAgain error={error} again={again} busy={isFetching} />}
        {isPending && <p className="text-soft">Loading…</p>}
        {!isPending && !error && entries.length === 0 && <p className="text-soft">Nothing of this was changed yet.</p>}
        <ul>
          {entries.map((entry) => (
            <Entry key={entry.seq} entry={entry} />
          ))}
        </ul>
        <ListEnd rest={rest} />
        {hasMore && !rest.isComing && (
          <Button className="no-print mt-3" onClick={more}>
            Earlier ones
          </Button>
        )}
        <p className="mt-4 max-w-prose text-[15px] text-soft">
          Entries are only ever added. Each holds the hash of the one before: <code>./kanga verify</code> at the machine
          finds whether one was changed or taken out.
        </p>
      </div>
    </Cloth>
  );
}
