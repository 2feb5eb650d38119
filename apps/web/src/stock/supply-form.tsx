import { useState } from 'react';
import { amountIn, SUPPLY_KINDS, type StockUnit, type SupplyKind, type SupplyWords } from '@kanga/core/stock';
import { capitalised, parseNumber } from '@kanga/core/units';
import type { Problem } from '@kanga/contract/finding';
import { usePrint } from '../data/index.js';
import { Choice, FormFoot, Select, TextField } from '../ui/index.js';

/** What a kind of supply is counted in and taken by, where nobody says otherwise. Common practice, no published source. */
const USUAL: Record<SupplyKind, { unit: StockUnit; per: SupplyWords['takes']['per']; amount: number }> = {
  'protective paper': { unit: 'mm', per: 'pressing', amount: 450 },
  tape: { unit: 'mm', per: 'pressing', amount: 200 },
  spray: { unit: 'ml', per: 'pressing', amount: 1.5 },
  packing: { unit: 'piece', per: 'piece', amount: 1 },
};

/** Something that is used up beside blanks, paper and ink. */
export function SupplyForm({
  start,
  currency,
  busy,
  problem,
  onDone,
  onCancel,
}: {
  start: SupplyWords | null;
  currency: string;
  busy: boolean;
  problem: Problem | null;
  onDone: (supply: SupplyWords) => void;
  onCancel: () => void;
}) {
  const print = usePrint();
  const [kind, setKind] = useState<SupplyKind>(start?.kind ?? 'tape');
  const [per, setPer] = useState(start?.takes.per ?? USUAL[kind].per);
  const unit = start?.unit ?? USUAL[kind].unit;
  const written = amountIn(unit, print);
  const taken = (amount: number) => String(Math.round((amount / written.of) * 1000) / 1000);
  const [name, setName] = useState(start?.name ?? '');
  const [amount, setAmount] = useState(taken(start?.takes.amount ?? USUAL[kind].amount));
  const [price, setPrice] = useState(start?.price === null || !start ? '' : String(start.price));
  const read = parseNumber(amount);
  const cost = price.trim() === '' ? null : parseNumber(price);
  const isWrong = name.trim() === '' || !read.ok || read.value < 0 || (cost !== null && (!cost.ok || cost.value < 0));
  const one = unit === 'mm' ? 'm' : unit;
  return (
    <form
      className="grid gap-3 sm:grid-cols-2"
      onSubmit={(event) => {
        event.preventDefault();
        if (isWrong || !read.ok) return;
        onDone({
          kind,
          name: name.trim(),
          unit,
          takes: { amount: Math.round(read.value * written.of * 1000) / 1000, per },
          price: cost?.ok ? cost.value : null,
        });
      }}
    >
      <Select
        label="Kind"
        value={kind}
        options={SUPPLY_KINDS.map((value) => ({ value, label: capitalised(value) }))}
        onChange={(value) => {
          const next = SUPPLY_KINDS.find((one) => one === value) ?? 'tape';
          setKind(next);
          if (start) return;
          setPer(USUAL[next].per);
          const into = amountIn(USUAL[next].unit, print);
          setAmount(String(Math.round((USUAL[next].amount / into.of) * 1000) / 1000));
        }}
      />
      <TextField
        label="Called"
        maxLength={120}
        autoFocus
        value={name}
        onChange={(event) => {
          setName(event.target.value);
        }}
      />
      <TextField
        label={`Takes of it, ${written.name}`}
        measured
        inputMode="decimal"
        value={amount}
        {...(read.ok && read.value >= 0 ? {} : { problem: 'Write a figure of 0 or more.' })}
        onChange={(event) => {
          setAmount(event.target.value);
        }}
      />
      <Choice
        label="For each"
        value={per}
        options={[
          { value: 'pressing', label: 'Pressing' },
          { value: 'piece', label: 'Piece' },
        ]}
        onChange={setPer}
      />
      <TextField
        label={`Price of one ${one}, ${currency}`}
        hint="Empty: not known."
        measured
        inputMode="decimal"
        value={price}
        {...(cost === null || (cost.ok && cost.value >= 0) ? {} : { problem: 'Write a figure of 0 or more.' })}
        onChange={(event) => {
          setPrice(event.target.value);
        }}
      />
      <FormFoot problem={problem} onCancel={onCancel} label={start ? 'Save' : 'Add'} disabled={busy || isWrong} />
    </form>
  );
}
