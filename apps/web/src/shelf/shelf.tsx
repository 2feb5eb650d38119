import { useSuspenseQuery } from '@tanstack/react-query';
import { useMemo, useState } from 'react';
import { Link } from 'react-router';
import { fitnessOf, type Blank, type Family } from '@kanga/core/blank';
import { blanksQuery, problemFrom, useKept, useShop } from '../data/index.js';
import { Cloth, May } from '../frame/index.js';
import { Check, Choice, finder, ProblemText, Select, TextField } from '../ui/index.js';
import { FAMILY_NAMES } from './families.js';
import { MediaTable } from './media-table.js';
import { ShelfCard } from './shelf-card.js';
import { ShelfFile } from './shelf-file.js';
import { ShelfList } from './shelf-list.js';
import { useShelfActs } from './use-shelf-acts.js';

const VERDICTS = ['all', 'takes dye', 'takes dye, with a loss', 'wrong process'] as const;

const LOOKS = ['cards', 'table'] as const;

/** Everything about a blank that somebody might look for. */
const wordsOf = (blank: Blank): string =>
  [blank.name, FAMILY_NAMES[blank.family], blank.range, blank.size, blank.surface, blank.jig, fitnessOf(blank).verdict]
    .join(' ')
    .toLowerCase();

/** Blanks of one range stand together, where the first of them stood. */
function inRanges(blanks: readonly Blank[]): Blank[][] {
  const groups = new Map<string, Blank[]>();
  for (const blank of blanks) {
    const key = blank.range ?? blank.id;
    groups.set(key, [...(groups.get(key) ?? []), blank]);
  }
  return [...groups.values()];
}

/** The shelf: what there is to print on, and on what. Its one question: where is the blank I want? */
export function Shelf() {
  const { settings } = useShop();
  const { data: blanks } = useSuspenseQuery(blanksQuery);
  const acts = useShelfActs();
  const [sought, setSought] = useState('');
  const [family, setFamily] = useState<Family | 'all'>('all');
  const [verdict, setVerdict] = useState<(typeof VERDICTS)[number]>('all');
  const [archived, setArchived] = useState(false);
  const [look, setLook] = useKept('shelf', LOOKS);
  const shown = useMemo(() => {
    const finds = finder(sought);
    return blanks.filter(
      (blank) =>
        blank.archived === archived &&
        (family === 'all' || blank.family === family) &&
        (verdict === 'all' || fitnessOf(blank).verdict === verdict) &&
        finds(wordsOf(blank)),
    );
  }, [blanks, sought, family, verdict, archived]);
  const present = (Object.keys(FAMILY_NAMES) as Family[]).filter((one) => blanks.some((blank) => blank.family === one));
  const trouble = acts.add.error ?? acts.save.error ?? acts.addMany.error;
  return (
    <Cloth title="Shelf" head={<b>{settings.shopName}</b>}>
      <div className="min-h-0 flex-1 overflow-auto p-6">
        <div className="mb-4 flex flex-wrap items-end gap-3">
          <h1 className="mr-4 font-big text-[34px] leading-none font-bold">Shelf</h1>
          <div className="w-56">
            <TextField
              label="Find"
              type="search"
              placeholder="sock, pile, L …"
              value={sought}
              onChange={(event) => {
                setSought(event.target.value);
              }}
            />
          </div>
          <div className="w-44">
            <Select
              label="Kind"
              value={family}
              options={[
                { value: 'all', label: 'all' },
                ...present.map((value) => ({ value, label: FAMILY_NAMES[value] })),
              ]}
              onChange={setFamily}
            />
          </div>
          <div className="w-48">
            <Select
              label="Fitness"
              value={verdict}
              options={VERDICTS.map((value) => ({ value, label: value }))}
              onChange={setVerdict}
            />
          </div>
          <Choice
            bare
            label="Look"
            value={look}
            options={[
              { value: 'cards', label: 'Cards' },
              { value: 'table', label: 'Table' },
            ]}
            onChange={setLook}
          />
          <Check label="archived" checked={archived} onChange={setArchived} />
          <May door="addBlank">
            <Link
              to="/shelf/new"
              className="inline-flex min-h-10 items-center rounded-sm bg-cyan px-3.5 font-semibold text-white hover:bg-strong-hover"
            >
              New blank
            </Link>
          </May>
        </div>
        {trouble && <ProblemText problem={problemFrom(trouble)} className="mb-3" />}
        {shown.length === 0 ? (
          <p className="py-8 text-soft">
            {blanks.length === 0
              ? 'The shelf is empty. Put the first blank on it: measured, scanned, photographed or from a drawing.'
              : 'Nothing found. Remove a word, or choose all kinds.'}
          </p>
        ) : look === 'table' ? (
          <ShelfList blanks={shown} acts={acts} />
        ) : (
          <ul className="grid gap-4 sm:grid-cols-2 xl:grid-cols-3">
            {inRanges(shown).map((group) => (
              <ShelfCard key={group[0]?.id} group={group} acts={acts} />
            ))}
          </ul>
        )}
        <div className="mt-5">
          <ShelfFile blanks={blanks} acts={acts} />
        </div>
        <MediaTable />
      </div>
    </Cloth>
  );
}
