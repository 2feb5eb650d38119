import { useState } from 'react';
import { amountText, parseAmount, type Buying, type StockItem } from '@kanga/core/stock';
import type { Problem } from '@kanga/contract/finding';
import { usePrint } from '../data/index.js';
import { FormFoot, TextField } from '../ui/index.js';

/** Where a thing is bought, how long it takes to come, and what is on its way. */
export function BuyingForm({
  item,
  proposed,
  day,
  busy,
  problem,
  onDone,
  onCancel,
}: {
  item: StockItem;
  /** What would be ordered now; 0: nothing. */
  proposed: number;
  /** When it would come if it were ordered today. */
  day: string;
  busy: boolean;
  problem: Problem | null;
  onDone: (buying: Buying) => void;
  onCancel: () => void;
}) {
  const print = usePrint();
  const [words, setWords] = useState({
    supplier: item.supplier,
    lead: String(item.lead),
    lot: amountText(item.lot, item.unit, print),
    coming: item.coming ? amountText(item.coming.amount, item.unit, print) : '',
    day: item.coming?.day ?? day,
  });
  const set = (key: keyof typeof words) => (event: React.ChangeEvent<HTMLInputElement>) => {
    setWords({ ...words, [key]: event.target.value });
  };
  const lot = parseAmount(words.lot, item.unit, print);
  const coming = parseAmount(words.coming, item.unit, print);
  const lead = Number(words.lead);
  const leadOk = words.lead.trim() !== '' && Number.isInteger(lead) && lead >= 0 && lead <= 365;
  const comes = words.coming.trim() !== '';
  const isWrong = !lot.ok || lot.value <= 0 || !leadOk || (comes && !coming.ok);
  return (
    <form
      className="grid gap-3 sm:grid-cols-2"
      onSubmit={(event) => {
        event.preventDefault();
        if (isWrong) return;
        onDone({
          supplier: words.supplier.trim(),
          lead,
          lot: lot.value,
          coming: comes && coming.ok && coming.value > 0 ? { amount: coming.value, day: words.day } : null,
        });
      }}
    >
      <TextField label="Supplier" maxLength={120} value={words.supplier} onChange={set('supplier')} />
      <TextField
        label="Days from ordering to having it"
        measured
        inputMode="numeric"
        value={words.lead}
        {...(leadOk ? {} : { problem: 'Write whole days from 0 to 365.' })}
        onChange={set('lead')}
      />
      <TextField
        label="Bought in multiples of"
        measured
        value={words.lot}
        {...(lot.ok && lot.value > 0 ? {} : { problem: lot.ok ? 'Write more than nothing.' : lot.problem })}
        onChange={set('lot')}
      />
      <span />
      <TextField
        label="On its way"
        hint={
          proposed > 0 && !comes ? `Kanga would order ${amountText(proposed, item.unit, print)}.` : 'Empty: nothing.'
        }
        measured
        value={words.coming}
        {...(comes && !coming.ok ? { problem: coming.problem } : {})}
        onChange={set('coming')}
      />
      <TextField label="Comes on" type="date" required={comes} value={words.day} onChange={set('day')} />
      {proposed > 0 && !comes && (
        <p className="sm:col-span-2">
          <button
            type="button"
            className="min-h-10 text-cyan underline"
            onClick={() => {
              setWords({ ...words, coming: amountText(proposed, item.unit, print) });
            }}
          >
            I ordered that
          </button>
        </p>
      )}
      <FormFoot problem={problem} onCancel={onCancel} label="Save" disabled={busy || isWrong} />
    </form>
  );
}
