import { useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import { peopleQuery, problemFrom, useMe, useShop } from '../data/index.js';
import { Cloth } from '../frame/index.js';
import { ProblemText } from '../ui/index.js';
import { CustomerData } from './customer-data.js';
import { MakeOwner } from './make-owner.js';
import { NetworkCard } from './network-card.js';
import { PeopleTable } from './people-table.js';
import { SecondStepRule } from './second-step-rule.js';
import { TabletList } from './tablet-list.js';

/** One owner at one machine: what that means, and how it is changed. */
function Alone() {
  return (
    <section className="space-y-3">
      <h2 className="font-big text-2xl font-bold">Only you, at this machine</h2>
      <p className="max-w-prose">
        Nobody signs in, and nobody else can reach Kanga: it answers to this machine alone. That is enough for one
        person. To let others in, with a tablet at the press or a phone at the packing table, become the owner first.
      </p>
      <MakeOwner />
    </section>
  );
}

function Everybody({ isOwner }: { isOwner: boolean }) {
  const { data: people, error } = useQuery(peopleQuery);
  return (
    <section className="space-y-3">
      {error && <ProblemText problem={problemFrom(error)} />}
      {people ? <PeopleTable people={people} /> : !error && <p className="text-soft">Loading…</p>}
      {isOwner && <SecondStepRule />}
    </section>
  );
}

/** Who is let in, from where, and what may they do? */
export function PeoplePage() {
  const { settings } = useShop();
  const me = useMe();
  const mayLet = me?.person?.rights.includes('people') ?? false;
  return (
    <Cloth title="People" head={<b>{settings.shopName}</b>}>
      <div className="min-h-0 flex-1 overflow-auto p-6">
        <div className="mb-4 flex flex-wrap items-baseline gap-x-5">
          <h1 className="font-big text-[34px] leading-none font-bold">People</h1>
          {mayLet && (
            <Link to="/changes" className="text-cyan underline">
              The book of changes
            </Link>
          )}
        </div>
        <div className="space-y-8">
          {me?.mode === 'alone' && <Alone />}
          {me?.mode === 'people' && mayLet && <Everybody isOwner={me.person?.role === 'owner'} />}
          {me?.mode === 'people' && !mayLet && (
            <p>
              Who lets people in is an owner. What you can do for yourself is{' '}
              <Link to="/me" className="text-cyan underline">
                here
              </Link>
              .
            </p>
          )}
          <div className="grid grid-cols-[minmax(0,1fr)] gap-8 lg:grid-cols-2">
            <NetworkCard mayChange={mayLet} alone={me?.mode === 'alone'} />
            {mayLet && (
              <div className="space-y-8">
                <TabletList />
                <CustomerData />
              </div>
            )}
          </div>
        </div>
      </div>
    </Cloth>
  );
}
