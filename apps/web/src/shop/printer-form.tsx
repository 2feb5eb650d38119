import { STAND_IN } from '@kanga/core/shop';
import type { PrinterWords } from '@kanga/contract/shop';
import { Chosen, useTypedForm } from '../form/index.js';
import { Choice, FormFoot, TextField } from '../ui/index.js';
import type { FloorFormProps } from './floor-form.js';

const WAYS = { hand: 'By hand, from the PDF', network: 'Over the network', 'stand-in': 'Simulated' } as const;
type Way = keyof typeof WAYS;
const STARTS: Record<Way, string> = { hand: '', network: 'ipp://', 'stand-in': STAND_IN };
const wayOf = (address: string): Way => (address === '' ? 'hand' : address === STAND_IN ? 'stand-in' : 'network');

/** What is said of a printer. */
export function PrinterForm({ start, busy, problem, onDone, onCancel }: FloorFormProps<PrinterWords>) {
  const { form, field, problemAt, submit } = useTypedForm<PrinterWords>({
    start,
    quantities: {
      resolution: 'number',
      address: 'words',
      'inks.*.perSquareMetre': 'number',
      'inks.*.price': 'number',
    },
    schema: async () => (await import('@kanga/contract/shop')).printerWordsSchema,
    says: { name: 'A name.', address: 'It begins with ipp://, and the name or number of the printer.' },
  });
  const { control, formState, register } = form;
  return (
    <form className="space-y-3" onSubmit={submit(onDone)}>
      <TextField label="Name" required maxLength={80} {...field('name')} />
      <Chosen control={control} name="mirroredBy">
        {(value, set) => (
          <Choice
            label="Mirrored by"
            value={value}
            options={[
              { value: 'kanga', label: 'Kanga' },
              { value: 'driver', label: 'The printer’s driver' },
            ]}
            onChange={set}
          />
        )}
      </Chosen>
      <Chosen control={control} name="dye">
        {(value, set) => (
          <Choice
            label="Kind of dye"
            value={value}
            options={[
              { value: 'ink', label: 'Ink' },
              { value: 'toner', label: 'Toner, pressed hotter' },
            ]}
            onChange={set}
          />
        )}
      </Chosen>
      <TextField label="Resolution, pixels per inch" inputMode="numeric" measured {...field('resolution')} />
      <Chosen control={control} name="address">
        {(address, set) => (
          <>
            <Choice
              label="Connection"
              value={wayOf(address)}
              options={(Object.keys(WAYS) as Way[]).map((value) => ({ value, label: WAYS[value] }))}
              onChange={(way) => {
                set(STARTS[way]);
              }}
            />
            {wayOf(address) === 'network' && (
              <TextField label="Address" placeholder="ipp://192.0.2.10/ipp/print" measured {...field('address')} />
            )}
          </>
        )}
      </Chosen>
      <fieldset>
        <legend className="font-semibold">Inks: ml per square metre at full cover, and price per ml</legend>
        {start.inks.map(({ name }, i) => (
          <div key={name} className="grid grid-cols-[90px_1fr_1fr] items-end gap-2 py-1">
            <span className="pb-2">{name}</span>
            <TextField
              label="ml / m²"
              aria-label={`${name}: millilitres a square metre`}
              inputMode="decimal"
              measured
              {...register(`inks.${i}.perSquareMetre`)}
            />
            <TextField
              label="Price"
              aria-label={`${name}: price of a millilitre`}
              inputMode="decimal"
              measured
              placeholder="not known"
              {...register(`inks.${i}.price`)}
            />
          </div>
        ))}
        {problemAt('inks') && (
          <p role="alert" className="font-semibold text-magenta">
            Write millilitres up to 200, and prices as numbers, or leave a price empty.
          </p>
        )}
      </fieldset>
      <FormFoot problem={problem} onCancel={onCancel} label="Save" disabled={busy || !formState.isValid} />
    </form>
  );
}
