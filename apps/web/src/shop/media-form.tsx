import { useState } from 'react';
import { CONVERSIONS } from '@kanga/core/shop';
import type { MediaWords } from '@kanga/contract/shop';
import { NameField } from './name-field.js';
import { usePrint } from '../data/index.js';
import { Choice, FormFoot, Select, TextField, YesNo } from '../ui/index.js';
import { numberIn, readLength, readNumber } from './numbers.js';
import type { FloorFormProps } from './printer-form.js';

const EDGES = ['top', 'right', 'bottom', 'left'] as const;
const CARD = { paperKind: 'Paper kind', quality: 'Quality', profile: 'Profile', source: 'Source' } as const;

/** What is said of a paper, with the card of what its driver must be told at every print. */
export function MediaForm({ start, busy, problem, onDone, onCancel }: FloorFormProps<MediaWords>) {
  const print = usePrint();
  const shown = (mm: number) => print.length(mm);
  const [name, setName] = useState(start.name);
  const [kind, setKind] = useState(start.kind);
  const [width, setWidth] = useState(shown(start.width));
  const [length, setLength] = useState(shown(start.length));
  const [margins, setMargins] = useState(() => EDGES.map((edge) => shown(start.margins[edge])));
  const [left, setLeft] = useState(
    start.left === null ? '' : start.kind === 'roll' ? shown(start.left) : String(start.left),
  );
  const [price, setPrice] = useState(numberIn(start.price));
  const [card, setCard] = useState(start.card);
  const [offcut, setOffcut] = useState(start.offcut);

  const mm = (typed: string) => readLength(typed, print.units.length);
  const [w, l] = [mm(width), mm(length)];
  const [top, right, bottom, leftEdge] = margins.map(mm);
  const remains = left.trim() === '' ? null : kind === 'roll' ? mm(left) : readNumber(left, 0, 1e6);
  const cost = price.trim() === '' ? null : readNumber(price, 0, 1e5);
  const sized = w !== null && l !== null && w > 20 && l > 20;
  const fits =
    sized &&
    [top, right, bottom, leftEdge].every((edge) => typeof edge === 'number' && edge >= 0) &&
    (leftEdge ?? 0) + (right ?? 0) <= w - 20 &&
    (top ?? 0) + (bottom ?? 0) <= l - 20;
  const counted = left.trim() === '' || remains !== null;
  const priced = price.trim() === '' || cost !== null;
  const ready = name.trim() !== '' && sized && fits && counted && priced;
  return (
    <form
      className="grid gap-3 sm:grid-cols-2"
      onSubmit={(event) => {
        event.preventDefault();
        if (!ready) return;
        onDone({
          printerId: start.printerId,
          name: name.trim(),
          kind,
          width: w,
          length: l,
          margins: { top: top ?? 0, right: right ?? 0, bottom: bottom ?? 0, left: leftEdge ?? 0 },
          left: remains,
          price: cost,
          card,
          offcut,
        });
      }}
    >
      <div className="sm:col-span-2">
        <NameField value={name} onChange={setName} />
      </div>
      <div className="sm:col-span-2">
        <Choice
          label="Kind"
          value={kind}
          options={[
            { value: 'cut', label: 'Cut sheets' },
            { value: 'roll', label: 'Roll' },
          ]}
          onChange={(next) => {
            setKind(next);
            setLeft('');
          }}
        />
      </div>
      <TextField
        label="Width"
        measured
        value={width}
        problem={w !== null && w > 20 ? undefined : `More than ${print.length(20)}.`}
        onChange={(event) => {
          setWidth(event.target.value);
        }}
      />
      <TextField
        label={kind === 'roll' ? 'Longest print in one go' : 'Length'}
        measured
        value={length}
        problem={l !== null && l > 20 ? undefined : `More than ${print.length(20)}.`}
        onChange={(event) => {
          setLength(event.target.value);
        }}
      />
      <fieldset className="sm:col-span-2">
        <legend className="font-semibold">Edges that cannot be printed</legend>
        <div className="grid grid-cols-4 gap-2">
          {EDGES.map((edge, i) => (
            <TextField
              key={edge}
              label={edge}
              measured
              value={margins[i] ?? ''}
              onChange={(event) => {
                setMargins(margins.map((one, at) => (at === i ? event.target.value : one)));
              }}
            />
          ))}
        </div>
        {sized && !fits && (
          <p role="alert" className="font-semibold text-magenta">
            They must leave at least {print.length(20)} each way.
          </p>
        )}
      </fieldset>
      <TextField
        label={kind === 'roll' ? 'Left on the roll' : 'Sheets left'}
        measured
        placeholder="not counted"
        value={left}
        problem={counted ? undefined : kind === 'roll' ? 'A length, or nothing.' : 'A number, or nothing.'}
        onChange={(event) => {
          setLeft(event.target.value);
        }}
      />
      <TextField
        label={kind === 'roll' ? 'Price of a metre' : 'Price of a sheet'}
        inputMode="decimal"
        measured
        placeholder="not known"
        value={price}
        problem={priced ? undefined : 'A number, or nothing.'}
        onChange={(event) => {
          setPrice(event.target.value);
        }}
      />
      <h3 className="mt-2 font-semibold sm:col-span-2">Print card: driver settings for every print</h3>
      {(Object.keys(CARD) as (keyof typeof CARD)[]).map((field) => (
        <TextField
          key={field}
          label={CARD[field]}
          maxLength={80}
          value={card[field]}
          onChange={(event) => {
            setCard({ ...card, [field]: event.target.value });
          }}
        />
      ))}
      <Select
        label="Colours converted by"
        value={card.conversion}
        options={CONVERSIONS.map((value) => ({ value, label: value }))}
        onChange={(conversion) => {
          setCard({ ...card, conversion });
        }}
      />
      <YesNo label="A piece left over" value={offcut} yes="Yes, an offcut" onChange={setOffcut} />
      <FormFoot problem={problem} onCancel={onCancel} label="Save" disabled={busy || !ready} />
    </form>
  );
}
