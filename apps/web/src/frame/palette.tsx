import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useDeferredValue, useEffect, useRef, useState } from 'react';
import { Command } from 'cmdk';
import { useNavigate, useParams } from 'react-router';
import { STAGES } from '@kanga/core/finding';
import { jobsQuery, useMay, useMe } from '../data/index.js';
import { AT_TABLET } from './places.js';
import { May } from './may.js';
import { giveFocusBack, openedByKeys } from '../ui/index.js';

const PLACES = [
  ['Today', '/'],
  ['Orders', '/orders'],
  ['All jobs', '/jobs'],
  ['Bench: every press', '/bench'],
  ['Sheets that jobs share', '/sheets'],
  ['Shelf of blanks', '/shelf'],
  ['Shop and settings', '/shop'],
  ['Recipe book', '/recipes'],
  ['Dial-in: the best settings from few swatches', '/studies'],
  ['Settings sheet for the wall', '/settings'],
  ['Reference chart', '/chart'],
  ['Log of pressings', '/log'],
  ['People, tablets and the network', '/people'],
  ['You: password and devices', '/me'],
  ['The book of changes', '/changes'],
] as const;
/** Only who lets people in has something to see there. */
const PEOPLES: readonly string[] = ['/people', '/changes'];
const ITEM = 'cursor-pointer rounded-sm px-3 py-2 data-[selected=true]:bg-cyan data-[selected=true]:text-white';
const GROUP =
  '[&_[cmdk-group-heading]]:px-3 [&_[cmdk-group-heading]]:pt-2 [&_[cmdk-group-heading]]:text-[14px] [&_[cmdk-group-heading]]:font-semibold [&_[cmdk-group-heading]]:text-soft';

/** Everything one can go to or do, by typing a few letters of it. */
export default function Palette({ onClose }: { onClose: () => void }) {
  const navigate = useNavigate();
  const { id } = useParams();
  const isTablet = Boolean(useMe()?.tablet);
  const may = useMay();
  const places = PLACES.filter(([, to]) =>
    isTablet ? AT_TABLET.includes(to) : !PEOPLES.includes(to) || may('people'),
  );
  const [opener] = useState(openedByKeys);
  useEffect(
    () => () => {
      // After what it stands in has let go of the focus.
      setTimeout(() => {
        giveFocusBack(opener);
      });
    },
    [opener],
  );
  const [typed, setTyped] = useState('');
  const find = useDeferredValue(typed.trim());
  // However many there are: those that the letters are found in, by the server.
  const asked = jobsQuery({ list: 'kept', most: '20', ...(find === '' ? {} : { find }) });
  const found = useQuery({ ...asked, placeholderData: keepPreviousData });
  const jobs = found.data?.jobs ?? [];
  const looks =
    typed.trim() !== find || (found.fetchStatus === 'fetching' && (found.isPending || found.isPlaceholderData));
  // Enter that comes before the answer goes to what the answer is.
  const [early, setEarly] = useState(false);
  const list = useRef<HTMLDivElement>(null);
  useEffect(() => {
    if (!early || looks) return;
    // After what was found is drawn and the first of it chosen.
    const timer = setTimeout(() => {
      setEarly(false);
      list.current?.querySelector<HTMLElement>('[cmdk-item][data-selected=true]')?.click();
    });
    return () => {
      clearTimeout(timer);
    };
  }, [early, looks]);
  const go = (to: string) => {
    onClose();
    void navigate(to);
  };
  return (
    <Command.Dialog
      open
      label="All commands"
      onOpenChange={(open) => {
        if (!open) onClose();
      }}
      overlayClassName="fixed inset-0 z-40 bg-key/60"
      contentClassName="fixed top-[12vh] left-1/2 z-50 w-[min(620px,94vw)] -translate-x-1/2 border-t-[10px] border-cyan bg-white shadow-2xl"
    >
      <Command.Input
        autoFocus
        value={typed}
        onValueChange={(text) => {
          setEarly(false);
          setTyped(text);
        }}
        onKeyDown={(event) => {
          if (event.key !== 'Enter' || !looks) return;
          event.preventDefault();
          setEarly(true);
        }}
        placeholder="Go to a page or run a command"
        className="w-full border-b border-rule px-5 py-4 text-lg outline-none"
      />
      <Command.List ref={list} className="max-h-[52vh] overflow-auto p-2">
        <Command.Empty className="px-3 py-4 text-soft">Nothing found.</Command.Empty>
        {id && (
          <Command.Group heading="This job" className={GROUP}>
            {STAGES.map((stage) => (
              <Command.Item
                key={stage}
                className={ITEM}
                onSelect={() => {
                  go(`/jobs/${id}/${stage}`);
                }}
              >
                Go to {stage}
              </Command.Item>
            ))}
          </Command.Group>
        )}
        <Command.Group heading="Places" className={GROUP}>
          {places.map(([name, to]) => (
            <Command.Item
              key={to}
              className={ITEM}
              onSelect={() => {
                go(to);
              }}
            >
              {name}
            </Command.Item>
          ))}
          <May door="addJob">
            <Command.Item
              className={ITEM}
              onSelect={() => {
                go('/jobs?new');
              }}
            >
              Open a new job
            </Command.Item>
          </May>
        </Command.Group>
        <Command.Group heading="Jobs" className={GROUP}>
          {jobs.map((job) => (
            <Command.Item
              key={job.id}
              value={`${job.number} ${job.name} ${job.customer} ${job.blankName ?? ''} ${job.status}`}
              className={ITEM}
              onSelect={() => {
                go(`/jobs/${job.id}/${job.reached}`);
              }}
            >
              {job.number} · {job.name}
            </Command.Item>
          ))}
        </Command.Group>
      </Command.List>
    </Command.Dialog>
  );
}
