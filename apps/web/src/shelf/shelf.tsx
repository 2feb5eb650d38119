import { useMutation, useSuspenseQuery } from '@tanstack/react-query';
import { useMemo, useState } from 'react';
import { Link } from 'react-router';
import { descriptionOf, fitnessOf, proposeBleed, type Blank, type Family } from '@kanga/core/blank';
import { sizeOf } from '@kanga/core/geometry';
import type { NewBlank } from '@kanga/contract/blank';
import { api, blanksQuery, handOver, problemFrom, queryClient, usePrint, useShop } from '../data/index.js';
import { BlankGlyph } from '../draw/index.js';
import { Cloth } from '../frame/index.js';
import { finder, Button, Check, FileInput, ProblemText, Select, TextField } from '../ui/index.js';
import { FAMILY_NAMES } from './families.js';
import { MediaTable } from './media-table.js';
import { readShelf, writeShelf, type WrongBlank } from './shelf-table.js';

const VERDICTS = ['all', 'takes dye', 'takes dye, with a loss', 'wrong process'] as const;

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

function useShelfActs() {
  const refresh = () => queryClient.invalidateQueries(blanksQuery);
  const add = useMutation({
    mutationFn: (json: NewBlank) => api<Blank>('blanks', { method: 'POST', json }),
    onSuccess: refresh,
  });
  const save = useMutation({
    mutationFn: ({ id, builtIn, ...json }: Blank) => {
      void builtIn;
      return api<Blank>(`blanks/${id}`, { method: 'PUT', json });
    },
    onSuccess: refresh,
  });
  const addMany = useMutation({
    mutationFn: (json: NewBlank[]) => api<Blank[]>('blanks/table', { method: 'POST', json }),
    onSuccess: refresh,
  });
  return { add, save, addMany };
}

function Card({ group, acts }: { group: Blank[]; acts: ReturnType<typeof useShelfActs> }) {
  const print = usePrint();
  const [at, setAt] = useState(0);
  const blank = group[Math.min(at, group.length - 1)];
  const outline = blank?.sides[0]?.outline;
  if (!blank || !outline) return null;
  const { width, height } = sizeOf(outline);
  const bleed = proposeBleed(blank).value;
  const fitness = fitnessOf(blank);
  return (
    <li
      className={`grid grid-cols-[104px_minmax(0,1fr)] gap-3 border-[1.5px] p-3 ${blank.archived ? 'border-dashed border-key/40 bg-wash' : 'border-key/25'}`}
    >
      <BlankGlyph blank={blank} className="h-28 w-full" />
      <div>
        <h2 className="font-big text-[18px] leading-tight font-bold">
          <Link to={`/shelf/${blank.id}`} className="hover:underline">
            {blank.name}
          </Link>
        </h2>
        <p className="figures mt-0.5">
          {print.size(width, height)}
          {blank.sides.length > 1 && <span className="text-soft"> × {blank.sides.length} sides</span>}
        </p>
        <p className="text-[14.5px] text-soft">
          {blank.style === 'spot' ? 'spot print' : bleed > 0 ? `${print.length(bleed)} bleed` : 'to the edge'} ·{' '}
          {blank.surface}
          {blank.stock !== null && ` · ${blank.stock} in stock`}
        </p>
        <p className={`text-[15px] ${fitness.verdict === 'wrong process' ? 'font-semibold text-magenta' : ''}`}>
          {fitness.verdict}
        </p>
        {group.length > 1 && (
          <div className="mt-1 flex flex-wrap gap-1" role="group" aria-label={`Sizes of ${blank.range ?? blank.name}`}>
            {group.map((one, i) => (
              <button
                key={one.id}
                type="button"
                aria-pressed={one === blank}
                className={`min-h-8 min-w-9 rounded-sm border-[1.5px] px-1.5 text-[14px] ${one === blank ? 'border-key bg-key text-white' : 'border-key/40 hover:bg-wash'}`}
                onClick={() => {
                  setAt(i);
                }}
              >
                {one.size ?? i + 1}
              </button>
            ))}
          </div>
        )}
        <div className="mt-1 flex flex-wrap gap-x-3 gap-y-1 text-[14.5px]">
          <Link className="inline-flex min-h-6 items-center text-cyan underline" to={`/shelf/${blank.id}`}>
            Open
          </Link>
          <button
            type="button"
            className="inline-flex min-h-6 items-center text-cyan underline"
            onClick={() => {
              acts.add.mutate({
                ...descriptionOf(blank),
                name: `${blank.name}, copy`,
                archived: false,
                range: null,
                size: null,
              });
            }}
          >
            Duplicate
          </button>
          <button
            type="button"
            className="inline-flex min-h-6 items-center text-cyan underline"
            onClick={() => {
              const range = blank.range ?? blank.name;
              if (blank.range === null) acts.save.mutate({ ...blank, range });
              acts.add.mutate({
                ...descriptionOf(blank),
                range,
                size: 'new',
                name: `${range}, new size`,
                archived: false,
              });
            }}
          >
            Another size
          </button>
          <button
            type="button"
            className="inline-flex min-h-6 items-center text-cyan underline"
            onClick={() => {
              acts.save.mutate({ ...blank, archived: !blank.archived });
            }}
          >
            {blank.archived ? 'Restore' : 'Archive'}
          </button>
        </div>
      </div>
    </li>
  );
}

/** The shelf in and out as a table. */
function Table({ blanks, acts }: { blanks: readonly Blank[]; acts: ReturnType<typeof useShelfActs> }) {
  const [wrong, setWrong] = useState<WrongBlank[]>([]);
  const [said, setSaid] = useState<string | null>(null);
  const take = async (file: File) => {
    setSaid(null);
    setWrong([]);
    try {
      const read = readShelf(await file.text());
      setWrong(read.wrong);
      if (read.blanks.length > 0) await acts.addMany.mutateAsync(read.blanks);
      setSaid(`${read.blanks.length} blanks added to the shelf.`);
    } catch (error) {
      setSaid(error instanceof RangeError ? error.message : problemFrom(error).title);
    }
  };
  return (
    <div className="flex flex-wrap items-center gap-2">
      <Button
        onClick={() => {
          handOver('kanga-shelf.csv', new Blob([writeShelf(blanks)], { type: 'text/csv' }));
        }}
      >
        Export CSV
      </Button>
      <label className="inline-flex min-h-10 items-center rounded-sm border-[1.5px] border-key/60 bg-white px-3.5 font-semibold hover:bg-wash has-focus-visible:outline-3 has-focus-visible:outline-cyan">
        Import CSV
        <FileInput
          accept=".csv,.tsv,.txt,text/csv"
          label="Import a table of blanks"
          onFile={(file) => {
            void take(file);
          }}
        />
      </label>
      {said && <p role="status">{said}</p>}
      {wrong.length > 0 && (
        <ul role="alert" className="w-full border-l-4 border-magenta bg-wash px-3 py-1">
          {wrong.slice(0, 12).map(({ row, why }) => (
            <li key={row}>
              Row {row} left out: {why}
            </li>
          ))}
          {wrong.length > 12 && <li>and {wrong.length - 12} more.</li>}
        </ul>
      )}
    </div>
  );
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
    <Cloth head={<b>{settings.shopName}</b>}>
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
          <Check label="archived" checked={archived} onChange={setArchived} />
          <Link
            to="/shelf/new"
            className="inline-flex min-h-10 items-center rounded-sm bg-cyan px-3.5 font-semibold text-white hover:bg-[#005d7e]"
          >
            New blank
          </Link>
        </div>
        {trouble && <ProblemText problem={problemFrom(trouble)} className="mb-3" />}
        {shown.length === 0 ? (
          <p className="py-8 text-soft">
            {blanks.length === 0
              ? 'The shelf is empty. Put the first blank on it: measured, scanned, photographed or from a drawing.'
              : 'Nothing found. Remove a word, or choose all kinds.'}
          </p>
        ) : (
          <ul className="grid gap-4 sm:grid-cols-2 xl:grid-cols-3">
            {inRanges(shown).map((group) => (
              <Card key={group[0]?.id} group={group} acts={acts} />
            ))}
          </ul>
        )}
        <div className="mt-5">
          <Table blanks={blanks} acts={acts} />
        </div>
        <MediaTable />
      </div>
    </Cloth>
  );
}
