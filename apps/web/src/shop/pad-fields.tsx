import { useFieldArray } from 'react-hook-form';
import { PAD_KINDS } from '@kanga/core/shop';
import { Chosen } from '../form/index.js';
import { Button, Select, TextField } from '../ui/index.js';
import type { PressFields } from './use-press-form.js';

const SIDES = { width: 'Across', depth: 'Along', thickness: 'Thick' } as const;
/** A pad that is usual, mm. */
const USUAL = { width: 300, depth: 300, thickness: 10 };

/** The pads that lie beside a press: as many as there are. */
export function PadFields({ fields: { form, problemAt, print } }: { fields: PressFields }) {
  const { fields, append, remove } = useFieldArray({ control: form.control, name: 'pads' });
  const [across, along, thick] = [print.length(USUAL.width), print.length(USUAL.depth), print.length(USUAL.thickness)];
  return (
    <fieldset className="space-y-2 sm:col-span-2">
      <legend className="font-semibold">Pads at hand</legend>
      {fields.map(({ id }, i) => (
        <div key={id} className="grid grid-cols-[1fr_1fr_1fr_1fr_auto] items-end gap-2">
          <Chosen control={form.control} name={`pads.${i}.kind`}>
            {(value, set) => (
              <Select
                label="Of"
                value={value}
                options={PAD_KINDS.map((one) => ({ value: one, label: one }))}
                onChange={set}
              />
            )}
          </Chosen>
          {(Object.keys(SIDES) as (keyof typeof SIDES)[]).map((side) => (
            <TextField
              key={side}
              label={SIDES[side]}
              measured
              {...form.register(`pads.${i}.${side}`)}
              aria-invalid={problemAt(`pads.${i}.${side}`) !== undefined}
            />
          ))}
          <Button
            aria-label={`Remove pad ${i + 1}`}
            onClick={() => {
              remove(i);
            }}
          >
            ×
          </Button>
        </div>
      ))}
      {problemAt('pads') && (
        <p role="alert" className="font-semibold text-magenta">
          A pad needs three lengths: {across}, {along}, {thick}, say.
        </p>
      )}
      <Button
        onClick={() => {
          append({ kind: 'foam', width: across, depth: along, thickness: thick });
        }}
      >
        Add a pad
      </Button>
    </fieldset>
  );
}
