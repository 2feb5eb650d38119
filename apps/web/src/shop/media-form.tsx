import { useWatch } from 'react-hook-form';
import { CONVERSIONS } from '@kanga/core/shop';
import type { MediaWords } from '@kanga/contract/shop';
import { Chosen, useTypedForm } from '../form/index.js';
import { Choice, FormFoot, Select, TextField, YesNo } from '../ui/index.js';
import type { FloorFormProps } from './floor-form.js';

const EDGES = ['top', 'right', 'bottom', 'left'] as const;
const MARGINS = {
  'margins.top': 'length',
  'margins.right': 'length',
  'margins.bottom': 'length',
  'margins.left': 'length',
} as const;
const CARD = { paperKind: 'Paper kind', quality: 'Quality', profile: 'Profile', source: 'Source' } as const;
/** What is printed on is at least this large each way, mm; the margins leave as much. */
const LEAST = 20;

/** What is said of a paper, with the card of what its driver must be told at every print. */
export function MediaForm({ start, busy, problem, onDone, onCancel }: FloorFormProps<MediaWords>) {
  const { form, field, problemAt, print, submit } = useTypedForm<MediaWords>({
    start,
    quantities: ({ kind }) => ({
      width: 'length',
      length: 'length',
      ...MARGINS,
      left: kind === 'roll' ? 'length' : 'number',
      price: 'number',
    }),
    schema: async () => (await import('@kanga/contract/shop')).mediaWordsSchema,
    // They leave something to print on, or the paper is none.
    wholeAt: 'margins.left',
    says: { name: 'A name.' },
  });
  const { control, formState, register, setValue } = form;
  const roll = useWatch({ control, name: 'kind' }) === 'roll';
  return (
    <form className="grid gap-3 sm:grid-cols-2" onSubmit={submit(onDone)}>
      <div className="sm:col-span-2">
        <TextField label="Name" required maxLength={80} {...field('name')} />
      </div>
      <div className="sm:col-span-2">
        <Chosen control={control} name="kind">
          {(value, set) => (
            <Choice
              label="Kind"
              value={value}
              options={[
                { value: 'cut', label: 'Cut sheets' },
                { value: 'roll', label: 'Roll' },
              ]}
              onChange={(next) => {
                set(next);
                setValue('left', '', { shouldValidate: true });
              }}
            />
          )}
        </Chosen>
      </div>
      <TextField label="Width" measured {...field('width', { deps: 'margins.left' })} />
      <TextField
        label={roll ? 'Longest print in one go' : 'Length'}
        measured
        {...field('length', { deps: 'margins.left' })}
      />
      <fieldset className="sm:col-span-2">
        <legend className="font-semibold">Edges that cannot be printed</legend>
        <div className="grid grid-cols-4 gap-2">
          {EDGES.map((edge) => (
            <TextField key={edge} label={edge} measured {...register(`margins.${edge}`, { deps: 'margins.left' })} />
          ))}
        </div>
        {problemAt('margins') && (
          <p role="alert" className="font-semibold text-magenta">
            Four lengths that leave at least {print.length(LEAST)} each way.
          </p>
        )}
      </fieldset>
      <TextField
        label={roll ? 'Left on the roll' : 'Sheets left'}
        measured
        placeholder="not counted"
        {...field('left')}
      />
      <TextField
        label={roll ? 'Price of a metre' : 'Price of a sheet'}
        inputMode="decimal"
        measured
        placeholder="not known"
        {...field('price')}
      />
      <h3 className="mt-2 font-semibold sm:col-span-2">Print card: driver settings for every print</h3>
      {(Object.keys(CARD) as (keyof typeof CARD)[]).map((line) => (
        <TextField key={line} label={CARD[line]} maxLength={80} {...field(`card.${line}`)} />
      ))}
      <Chosen control={control} name="card.conversion">
        {(value, set) => (
          <Select
            label="Colours converted by"
            value={value}
            options={CONVERSIONS.map((one) => ({ value: one, label: one }))}
            onChange={set}
          />
        )}
      </Chosen>
      <Chosen control={control} name="offcut">
        {(value, set) => <YesNo label="A piece left over" value={value} yes="Yes, an offcut" onChange={set} />}
      </Chosen>
      <FormFoot problem={problem} onCancel={onCancel} label="Save" disabled={busy || !formState.isValid} />
    </form>
  );
}
