import { useState } from 'react';
import { cardLines, TICKS, type PrintRecord, type Tick } from '@kanga/core/sheet';
import type { Media, Printer } from '@kanga/core/shop';
import type { Problem } from '@kanga/contract/finding';
import { useShop } from '../data/index.js';
import { Choice, FormFoot, TextField } from '../ui/index.js';

const WHO = 'kanga.printed-by';
const remembered = (): string => localStorage.getItem(WHO) ?? '';

export interface CardAnswer {
  by: string;
  ticks: Tick[];
  nozzles: PrintRecord['nozzles'];
}

const NAMES: Record<Tick, string> = {
  'paper kind': 'Paper kind',
  quality: 'Quality',
  'colour conversion': 'Colour',
  size: 'Size',
  source: 'Source',
  mirror: 'Mirror',
};

/** The print card: what has to be set in the driver at every print, ticked off line by line before anything is printed. */
export function PrintCard({
  media,
  printer,
  readable = false,
  busy,
  problem,
  onDone,
  onCancel,
}: {
  media: Media;
  printer: Printer;
  /** It reads right on the paper: an opaque film. */
  readable?: boolean;
  busy: boolean;
  problem: Problem | null;
  onDone: (answer: CardAnswer) => void;
  onCancel: () => void;
}) {
  const [by, setBy] = useState(remembered);
  const [ticked, setTicked] = useState<ReadonlySet<Tick>>(new Set());
  const [nozzles, setNozzles] = useState<PrintRecord['nozzles'] | null>(null);
  const lines = cardLines(media.card, printer, readable);
  const { nozzlesFirst = false } = useShop().settings;
  const whole = TICKS.every((tick) => ticked.has(tick));
  return (
    <form
      className="space-y-3"
      onSubmit={(event) => {
        event.preventDefault();
        if (!whole || by.trim() === '' || nozzles === null) return;
        localStorage.setItem(WHO, by.trim());
        onDone({ by: by.trim(), ticks: [...ticked], nozzles });
      }}
    >
      <p>
        Set in the driver of <b>{printer.name}</b>, for <b>{media.name}</b>. It forgets them at every print: tick each
        one when it is set.
      </p>
      <ul className="divide-y divide-rule border-y border-rule">
        {TICKS.map((tick) => (
          <li key={tick}>
            <label className="flex min-h-12 cursor-pointer items-center gap-3 py-1 hover:bg-wash has-focus-visible:outline-3 has-focus-visible:outline-cyan">
              <input
                type="checkbox"
                className="h-6 w-6 flex-none accent-green"
                checked={ticked.has(tick)}
                onChange={(event) => {
                  const next = new Set(ticked);
                  if (event.target.checked) next.add(tick);
                  else next.delete(tick);
                  setTicked(next);
                }}
              />
              <span className="w-24 flex-none font-semibold">{NAMES[tick]}</span>
              <span>{lines[tick]}</span>
            </label>
          </li>
        ))}
      </ul>
      <Choice
        label="Nozzle check"
        value={nozzles}
        options={[
          { value: 'good', label: 'Printed, no gaps' },
          ...(nozzlesFirst ? [] : [{ value: 'not checked' as const, label: 'Not checked' }]),
        ]}
        onChange={setNozzles}
      />
      <p className="text-[15px] text-soft">
        A blocked nozzle is a white or pale stripe through every transfer.
        {nozzlesFirst && ' This shop prints nothing without a check.'}
      </p>
      <TextField
        label="Operator"
        required
        maxLength={80}
        value={by}
        onChange={(event) => {
          setBy(event.target.value);
        }}
      />
      <FormFoot
        problem={problem}
        onCancel={onCancel}
        label={busy ? 'Making it…' : 'Make the print'}
        disabled={busy || !whole || by.trim() === '' || nozzles === null}
      />
    </form>
  );
}
