import { useState } from 'react';
import { sizeOf } from '@kanga/core/geometry';
import { amountText, parseAmount, type StockItem } from '@kanga/core/stock';
import { parseLength } from '@kanga/core/units';
import type { Problem } from '@kanga/contract/finding';
import type { NewStockReport } from '@kanga/contract/stock';
import { blanksQuery, useOperator, usePrint } from '../data/index.js';
import { FormFoot, TextField } from '../ui/index.js';
import { useQuery } from '@tanstack/react-query';

const WHY = ['Counted', 'Lost', 'Broken', 'Given away'];

/** What came of a thing, or how many there are. */
export function ReportForm({
  item,
  kind,
  busy,
  problem,
  onDone,
  onCancel,
}: {
  item: StockItem;
  kind: 'receipt' | 'count';
  busy: boolean;
  problem: Problem | null;
  onDone: (report: NewStockReport) => void;
  onCancel: () => void;
}) {
  const print = usePrint();
  const by = useOperator();
  // Sent twice it is one report.
  const [id] = useState(() => crypto.randomUUID());
  const [amount, setAmount] = useState(
    kind === 'receipt' && item.coming ? amountText(item.coming.amount, item.unit, print) : '',
  );
  const [reason, setReason] = useState(kind === 'count' ? 'Counted' : '');
  const [batch, setBatch] = useState('');
  const [size, setSize] = useState({ width: '', height: '' });
  const blanks = useQuery(blanksQuery).data;
  const side = item.kind === 'blank' ? blanks?.find((blank) => item.id.endsWith(blank.id))?.sides[0] : undefined;
  const template = side && sizeOf(side.outline);
  const read = parseAmount(amount, item.unit, print);
  const unit = print.units.length;
  const [width, height] = [parseLength(size.width, unit), parseLength(size.height, unit)];
  const isMeasured = size.width !== '' || size.height !== '';
  const wrong = isMeasured && !(width.ok && height.ok);
  return (
    <form
      className="grid gap-3 sm:grid-cols-2"
      onSubmit={(event) => {
        event.preventDefault();
        if (!read.ok || wrong) return;
        const measured = isMeasured && width.ok && height.ok ? { width: width.value, height: height.value } : null;
        onDone({ id, kind, amount: read.value, by, reason: reason.trim(), batch: batch.trim(), measured });
      }}
    >
      <TextField
        label={kind === 'receipt' ? 'How much came' : 'How much there is'}
        autoFocus
        measured
        inputMode="decimal"
        placeholder={amountText(item.unit === 'mm' ? 30_000 : 24, item.unit, print)}
        value={amount}
        {...(amount !== '' && !read.ok ? { problem: read.problem } : {})}
        onChange={(event) => {
          setAmount(event.target.value);
        }}
      />
      {kind === 'count' ? (
        <div>
          <TextField
            label="Why it differs"
            maxLength={400}
            value={reason}
            onChange={(event) => {
              setReason(event.target.value);
            }}
          />
          <div className="mt-1 flex flex-wrap gap-1.5">
            {WHY.map((why) => (
              <button
                key={why}
                type="button"
                className="min-h-9 border border-rule px-2 hover:bg-wash"
                onClick={() => {
                  setReason(why);
                }}
              >
                {why}
              </button>
            ))}
          </div>
        </div>
      ) : (
        <TextField
          label="Batch"
          hint="As it stands on the box; it is kept with what is pressed of it."
          maxLength={80}
          value={batch}
          onChange={(event) => {
            setBatch(event.target.value);
          }}
        />
      )}
      {kind === 'receipt' && template && (
        <fieldset className="grid gap-3 sm:col-span-2 sm:grid-cols-2">
          <legend className="mb-1 text-soft">
            Measure one of them: its template has {print.size(template.width, template.height)}
            {side.name === '' ? '' : ` for the ${side.name}`}. Left empty, it is not checked.
          </legend>
          {(['width', 'height'] as const).map((key) => (
            <TextField
              key={key}
              label={key === 'width' ? 'Width' : 'Height'}
              measured
              value={size[key]}
              {...(isMeasured && !(key === 'width' ? width : height).ok
                ? { problem: `Write it like ${print.length(template[key])}.` }
                : {})}
              onChange={(event) => {
                setSize({ ...size, [key]: event.target.value });
              }}
            />
          ))}
        </fieldset>
      )}
      <FormFoot
        problem={problem}
        onCancel={onCancel}
        label={kind === 'receipt' ? 'Take it in' : 'Keep the count'}
        disabled={busy || !read.ok || wrong || (kind === 'count' && reason.trim() === '')}
      />
    </form>
  );
}
