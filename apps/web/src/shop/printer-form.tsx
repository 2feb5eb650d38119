import { useState } from 'react';
import { STAND_IN, type Ink } from '@kanga/core/shop';
import type { Problem } from '@kanga/contract/finding';
import type { PrinterWords } from '@kanga/contract/shop';
import { NameField } from './name-field.js';
import { Choice, FormFoot, TextField } from '../ui/index.js';
import { numberIn, readNumber } from './numbers.js';

interface Props<Words> {
  start: Words;
  busy: boolean;
  problem: Problem | null;
  onDone: (words: Words) => void;
  onCancel: () => void;
}
export type FloorFormProps<Words> = Props<Words>;

type Way = 'hand' | 'stand-in' | 'network';
const wayOf = (address: string | null): Way =>
  address === null ? 'hand' : address === STAND_IN ? 'stand-in' : 'network';

/** What is said of a printer. */
export function PrinterForm({ start, busy, problem, onDone, onCancel }: Props<PrinterWords>) {
  const [name, setName] = useState(start.name);
  const [mirroredBy, setMirroredBy] = useState(start.mirroredBy);
  const [dye, setDye] = useState(start.dye);
  const [resolution, setResolution] = useState(String(start.resolution));
  const [way, setWay] = useState<Way>(wayOf(start.address));
  const [address, setAddress] = useState(wayOf(start.address) === 'network' ? (start.address ?? '') : '');
  const [inks, setInks] = useState(() =>
    start.inks.map((ink) => ({ name: ink.name, use: String(ink.perSquareMetre), price: numberIn(ink.price) })),
  );
  const ppi = readNumber(resolution, 72, 2880);
  const read = inks.map(({ name: ink, use, price }): Ink | null => {
    const [perSquareMetre, cost] = [readNumber(use, 0.01, 200), price.trim() === '' ? null : readNumber(price, 0, 1e5)];
    return perSquareMetre === null || (cost === null && price.trim() !== '')
      ? null
      : { name: ink, perSquareMetre, price: cost };
  });
  const addressed = way !== 'network' || /^(ipps?|https?):\/\/[^/]+/.test(address.trim());
  const ready = name.trim() !== '' && ppi !== null && addressed && read.every((ink) => ink !== null);
  return (
    <form
      className="space-y-3"
      onSubmit={(event) => {
        event.preventDefault();
        if (!ready) return;
        onDone({
          name: name.trim(),
          mirroredBy,
          dye,
          resolution: ppi,
          address: way === 'hand' ? null : way === 'stand-in' ? STAND_IN : address.trim(),
          inks: read,
          mirrorTest: start.mirrorTest,
        });
      }}
    >
      <NameField value={name} onChange={setName} />
      <Choice
        label="Mirrored by"
        value={mirroredBy}
        options={[
          { value: 'kanga', label: 'Kanga' },
          { value: 'driver', label: 'The printer’s driver' },
        ]}
        onChange={setMirroredBy}
      />
      <Choice
        label="Kind of dye"
        value={dye}
        options={[
          { value: 'ink', label: 'Ink' },
          { value: 'toner', label: 'Toner, pressed hotter' },
        ]}
        onChange={setDye}
      />
      <TextField
        label="Resolution, pixels per inch"
        inputMode="numeric"
        measured
        value={resolution}
        problem={ppi === null ? 'From 72 to 2880.' : undefined}
        onChange={(event) => {
          setResolution(event.target.value);
        }}
      />
      <Choice
        label="Connection"
        value={way}
        options={[
          { value: 'hand', label: 'By hand, from the PDF' },
          { value: 'network', label: 'Over the network' },
          { value: 'stand-in', label: 'Simulated' },
        ]}
        onChange={setWay}
      />
      {way === 'network' && (
        <TextField
          label="Address"
          placeholder="ipp://192.0.2.10/ipp/print"
          measured
          value={address}
          problem={addressed ? undefined : 'It begins with ipp://, and the name or number of the printer.'}
          onChange={(event) => {
            setAddress(event.target.value);
          }}
        />
      )}
      <fieldset>
        <legend className="font-semibold">Inks: ml per square metre at full cover, and price per ml</legend>
        {inks.map((ink, i) => (
          <div key={ink.name} className="grid grid-cols-[90px_1fr_1fr] items-end gap-2 py-1">
            <span className="pb-2">{ink.name}</span>
            {(['use', 'price'] as const).map((field) => (
              <TextField
                key={field}
                label={field === 'use' ? 'ml / m²' : 'Price'}
                aria-label={`${ink.name}: ${field === 'use' ? 'millilitres a square metre' : 'price of a millilitre'}`}
                inputMode="decimal"
                measured
                placeholder={field === 'price' ? 'not known' : undefined}
                value={ink[field]}
                onChange={(event) => {
                  setInks(inks.map((one, at) => (at === i ? { ...one, [field]: event.target.value } : one)));
                }}
              />
            ))}
          </div>
        ))}
        {read.some((ink) => ink === null) && (
          <p role="alert" className="font-semibold text-magenta">
            Write millilitres from 0.01 to 200, and prices as numbers, or leave a price empty.
          </p>
        )}
      </fieldset>
      <FormFoot problem={problem} onCancel={onCancel} label="Save" disabled={busy || !ready} />
    </form>
  );
}
